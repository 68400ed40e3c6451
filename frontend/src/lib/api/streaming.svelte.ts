import { linesOf } from './lines';
import { sentenceOf, type Refusal } from './refusals';

interface Line<T> {
  done?: number;
  of?: number;
  answer?: T;
  errors?: Refusal[];
}

/** One question whose answer takes a while: how far it is, and a way to give it up. A newer one ends the older. */
export class Streaming<T> {
  answer = $state.raw<T | null>(null);
  progress = $state<{ done: number; of: number } | null>(null);
  trouble = $state('');
  readonly #path: string;
  readonly #names: Record<string, string>;
  #cancel = new AbortController();

  /** `names`: what the page calls the places that the server may refuse. */
  constructor(path: string, names: Record<string, string> = {}) {
    this.#path = path;
    this.#names = names;
  }

  async ask(body: object) {
    this.cancel();
    const { signal } = (this.#cancel = new AbortController());
    this.progress = { done: 0, of: 1 };
    this.trouble = '';
    try {
      const response = await fetch(
        new Request(location.origin + this.#path, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify(body),
          signal,
        }),
      );
      for await (const line of linesOf<Line<T>>(response)) {
        if (signal.aborted) return;
        if (line.errors) this.trouble = sentenceOf(line, this.#names);
        else if (line.answer) this.answer = line.answer;
        else this.progress = { done: line.done ?? 0, of: line.of ?? 1 };
      }
    } catch {
      if (!signal.aborted) this.trouble = 'The server does not answer.';
    } finally {
      if (!signal.aborted) this.progress = null;
    }
  }

  /** Give the question up; the last answer stands. */
  cancel = () => {
    this.#cancel.abort();
    this.progress = null;
  };
}
