import { onDestroy } from 'svelte';
import type { AntennasAnswer, StationFile } from '../api/client';
import { brokenStream, streamed } from '../api/lines';
import { sentenceOf } from '../api/refusals';

/** Antennas that fit in the place, ranked when that is asked for; it says how far it is, and can be stopped. */
export class AntennaRanking {
  answer = $state.raw<AntennasAnswer | null>(null);
  progress = $state<{ done: number; of: number } | null>(null);
  trouble = $state('');
  /** What was asked last: another place makes the answer one from before. */
  ofPlace = $state('');
  #cancel = new AbortController();

  constructor() {
    onDestroy(() => this.stop());
  }

  stop() {
    this.#cancel.abort();
    this.progress = null;
  }

  async ask(document: StationFile) {
    this.stop();
    this.#cancel = new AbortController();
    const { signal } = this.#cancel;
    this.trouble = '';
    this.progress = { done: 0, of: 1 };
    try {
      for await (const line of streamed('/api/choose/antennas', { document }, signal)) {
        if (signal.aborted) return;
        if (line.errors) this.trouble = sentenceOf(line);
        else if (line.answer ?? line.first) {
          this.answer = line.answer ?? line.first ?? null;
          this.ofPlace = JSON.stringify(document.place);
        } else this.progress = { done: line.done ?? 0, of: line.of ?? 1 };
      }
    } catch (error) {
      if (!signal.aborted) this.trouble = brokenStream(error);
    } finally {
      if (!signal.aborted) this.progress = null;
    }
  }
}
