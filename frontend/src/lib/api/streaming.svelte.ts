import { onDestroy } from 'svelte';
import { brokenStream, CUT_OFF, streamed } from './lines';
import { sentenceOf } from './refusals';
import type { BodyOf, LineOf, StreamPath } from './typed';

/** The addresses whose last line holds the answer. */
type AnswersLast = { [P in StreamPath]: LineOf<P> extends { answer?: unknown } ? P : never }[StreamPath];
type Last<P extends AnswersLast> = NonNullable<LineOf<P>['answer']>;
const RETRY_MS = 3000;

/** One question whose answer takes a while: how far it is, and a way to give it up. A newer one ends the older. */
export class Streaming<P extends AnswersLast> {
  answer = $state.raw<Last<P> | null>(null);
  progress = $state<{ done: number; of: number } | null>(null);
  trouble = $state('');
  readonly #path: P;
  #cancel = new AbortController();
  #retry: ReturnType<typeof setTimeout> | undefined;

  constructor(path: P) {
    this.#path = path;
    try {
      onDestroy(this.cancel);
    } catch {
      // Made outside of a component.
    }
  }

  async ask(body: BodyOf<P, 'post'>) {
    this.cancel();
    const { signal } = (this.#cancel = new AbortController());
    this.progress = { done: 0, of: 1 };
    this.trouble = '';
    let told = false;
    try {
      for await (const line of streamed(this.#path, body, signal)) {
        if (signal.aborted) return;
        if (line.errors) this.trouble = sentenceOf(line);
        else if (line.answer) this.answer = line.answer;
        else this.progress = { done: line.done ?? 0, of: line.of ?? 1 };
        told ||= Boolean(line.errors ?? line.answer);
      }
      if (!told) this.#again(body, CUT_OFF);
    } catch (error) {
      if (!signal.aborted) this.#again(body, brokenStream(error));
    } finally {
      if (!signal.aborted) this.progress = null;
    }
  }

  #again(body: BodyOf<P, 'post'>, trouble: string) {
    this.trouble = trouble;
    this.#retry = setTimeout(() => void this.ask(body), RETRY_MS);
  }

  /** Give the question up; the last answer stands. */
  cancel = () => {
    this.#cancel.abort();
    clearTimeout(this.#retry);
    this.progress = null;
  };
}
