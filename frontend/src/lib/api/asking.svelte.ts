import { untrack } from 'svelte';
import { sentenceOf } from './refusals';

/** What the server's client gives back. */
interface Reply<T> {
  data?: T | undefined;
  error?: unknown;
}

/**
 * One question to the server at a time, and the newest one waiting: answers arrive in the order of the
 * questions, a burst of changes costs two runs, and what went wrong is a sentence to be shown.
 */
export class Asking<T> {
  answer = $state.raw<T | null>(null);
  trouble = $state('');
  busy = $state(false);
  readonly #names: Record<string, string>;
  #waiting: (() => Promise<void>) | null = null;

  /** `names`: what the page calls the places that the server may refuse. */
  constructor(names: Record<string, string> = {}) {
    this.#names = names;
  }

  /** Ask; the last good answer stands until another comes. */
  ask(question: () => Promise<Reply<unknown>>) {
    this.run(async () => {
      const { data, error } = await question();
      if (this.#waiting) return; // a newer question stands
      this.trouble = error ? sentenceOf(error, this.#names) : '';
      if (data !== undefined) this.answer = data as T;
    });
  }

  /** The same with an answer that is taken otherwise. */
  run(job: () => Promise<void>) {
    this.#waiting = job;
    // An effect that asks must not ask again because the asking is over.
    untrack(() => {
      if (!this.busy) void this.#drain();
    });
  }

  /** Nothing is asked any more, and nothing is shown. */
  clear() {
    this.#waiting = null;
    this.answer = null;
    this.trouble = '';
  }

  async #drain() {
    this.busy = true;
    while (this.#waiting) {
      const job = this.#waiting;
      this.#waiting = null;
      await job();
    }
    this.busy = false;
  }
}
