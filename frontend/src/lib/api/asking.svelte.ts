import { onDestroy, untrack } from 'svelte';
import { comesBack, stoppable } from './client';
import { sentenceOf } from './refusals';
import { server } from './server.svelte';
import type { Reply } from './typed';

/** A job may end by asking to be done again by and by. */
export const AGAIN = 'again';
type Job = () => Promise<unknown>;

const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 30_000;
/** Waiting is told from then on. */
const PATIENCE_MS = 500;
const UNUSABLE = 'The server’s answer could not be used. It is asked again.';

/**
 * One question to the server at a time, and the newest one waiting: answers arrive in the order of the
 * questions, a burst of changes costs two runs, and what went wrong is a sentence to be shown, and asked again
 * where the server may have come back.
 */
export class Asking<T> {
  answer = $state.raw<T | null>(null);
  trouble = $state('');
  busy = $state(false);
  /** For how many seconds it is waited, from half a second on; 0 before. */
  waited = $state(0);
  #waiting: Job | null = null;
  #stop = new AbortController();
  #retry: ReturnType<typeof setTimeout> | undefined;
  #callOff: (() => void) | undefined;
  #retryMs = FIRST_RETRY_MS;
  #ended = false;
  /** How often what it asked about has changed meanwhile. */
  #left = 0;

  constructor() {
    try {
      onDestroy(() => this.end());
    } catch {
      // Made outside of a component: whoever made it ends it.
    }
  }

  /** Ask; the last good answer stands until another comes. */
  ask(question: () => Promise<Reply<T>>) {
    this.run(async () => {
      const left = this.#left;
      const { data, error, response } = await question();
      if (this.#waiting || left !== this.#left) return; // a newer question stands, or is to come
      this.trouble = error ? sentenceOf(error) : '';
      if (data !== undefined) this.answer = data;
      const soon = Number(response?.headers.get('Retry-After') ?? 0);
      if (soon > 0) this.#retryMs = 1000 * soon; // one's place in the line is kept so long
      return comesBack(response) ? AGAIN : undefined;
    });
  }

  /** The same with an answer that is taken otherwise. */
  run(job: Job) {
    if (this.#ended) return;
    this.#waiting = job;
    this.#forgetRetry();
    // An effect that asks must not ask again because the asking is over.
    untrack(() => {
      if (!this.busy) void this.#drain();
    });
  }

  /** Give up what is being asked; what is shown stands. */
  stop() {
    this.#waiting = null;
    this.#forgetRetry();
    this.#stop.abort();
    this.#stop = new AbortController();
  }

  /** The same where what it was about has changed and is asked about by and by: nobody stopped anything. */
  leave() {
    this.#left += 1;
    this.stop();
  }

  /** Nothing is asked any more, and nothing is shown. */
  clear() {
    this.stop();
    this.answer = null;
    this.trouble = '';
  }

  /** Nobody is interested any more. */
  end() {
    this.#ended = true;
    this.stop();
  }

  async #drain() {
    this.busy = true;
    const begun = performance.now();
    const clock = setInterval(() => {
      const waited = performance.now() - begun;
      this.waited = waited < PATIENCE_MS ? 0 : waited / 1000;
    }, PATIENCE_MS / 2);
    try {
      while (this.#waiting) {
        const job: Job = this.#waiting;
        this.#waiting = null;
        await this.#do(job);
      }
    } finally {
      clearInterval(clock);
      this.waited = 0;
      this.busy = false;
    }
  }

  /** Whatever goes wrong with an answer, or in who takes it, ends in a sentence and in trying again. */
  async #do(job: Job) {
    try {
      const came = await stoppable(this.#stop.signal, job);
      if (came === AGAIN) this.#later(job);
      else {
        this.#retryMs = FIRST_RETRY_MS;
        if (this.trouble === UNUSABLE) this.trouble = '';
      }
    } catch (error) {
      console.error(error);
      this.trouble = UNUSABLE;
      this.#later(job);
    }
  }

  #later(job: Job) {
    if (this.#waiting || this.#ended) return;
    const again = () => this.run(job);
    this.#retry = setTimeout(again, this.#retryMs);
    if (!server.reachable) this.#callOff = server.whenBack(again);
    this.#retryMs = Math.min(2 * this.#retryMs, LONGEST_RETRY_MS);
  }

  #forgetRetry() {
    clearTimeout(this.#retry);
    this.#callOff?.();
    this.#callOff = undefined;
  }
}

/**
 * Asks whenever what it is about changes, and nothing while that is null: `key` says what it is about, and the
 * answer's type is the question's. `rest_ms`: only once the key has rested so long.
 */
export function asks<K, T>(
  key: () => K | null,
  question: (key: K) => Promise<Reply<T>>,
  rest_ms = 0,
): Asking<T> {
  const asking = new Asking<T>();
  $effect(() => {
    const about = key();
    if (about === null) {
      untrack(() => asking.clear());
      return undefined;
    }
    const ask = () => asking.ask(() => question(about));
    if (!rest_ms) {
      untrack(ask);
      return undefined;
    }
    const timer = setTimeout(ask, rest_ms);
    return () => clearTimeout(timer);
  });
  return asking;
}
