import { api, type AntennaEstimate, type PlannedAntenna, type PlannedOut } from '../api/client';
import { Asking } from '../api/asking.svelte';

/** How long a drawing must rest before its intervals and shares to the sky are asked for, which take longer. */
const QUIET_MS = 200;
/** Frequencies across a band, from its low edge to its high one. */
const ACROSS = 5;
const MIDDLE = 2;

/** What a planned antenna will be: at once as typed, and once it rests with what it may be instead. */
export class Estimating {
  readonly #quick = new Asking<PlannedOut>();
  readonly #whole = new Asking<PlannedOut>();
  /** What the whole answer is for: not what is drawn meanwhile. */
  #wholeOf = $state.raw<object | null>(null);
  #asked = $state.raw<object | null>(null);

  /** Ask for bands, each from one frequency (MHz) to another; what it returns ends the waiting. */
  ask(antenna: PlannedAntenna, bands: readonly (readonly [number, number])[]): () => void {
    this.#asked = antenna;
    const mhz = bands.flatMap(([low, high]) =>
      Array.from({ length: ACROSS }, (_, n) => low + ((high - low) * n) / (ACROSS - 1)),
    );
    const quick = { antenna: { ...antenna, spread: false }, mhz, sky: false };
    this.#quick.ask(() => api.POST('/api/antenna/estimate', { body: quick }));
    const timer = setTimeout(() => {
      this.#whole.run(async () => {
        const body = { antenna, mhz: bands.map(([low, high]) => (low + high) / 2), sky: true };
        const { data } = await api.POST('/api/antenna/estimate', { body });
        if (!data) return; // the quick one says what is wrong
        this.#whole.answer = data as PlannedOut;
        this.#wholeOf = antenna;
      });
    }, QUIET_MS);
    return () => clearTimeout(timer);
  }

  get trouble(): string {
    return this.#quick.trouble;
  }
  /** Where the wires run. */
  get drawn(): PlannedOut | null {
    return this.#quick.answer;
  }
  /** While something is moved that of before. */
  get sentence(): string {
    return this.#whole.answer?.sentence ?? '';
  }
  /** In the middle of each band. */
  get middles(): AntennaEstimate[] {
    if (this.#rests && this.#whole.answer) return this.#whole.answer.results;
    return this.#quick.answer?.results.filter((_, n) => n % ACROSS === MIDDLE) ?? [];
  }
  /** Across each band. */
  get curves(): AntennaEstimate[][] {
    const results = this.#quick.answer?.results ?? [];
    const count = results.length / ACROSS;
    return Array.from({ length: count }, (_, b) => results.slice(b * ACROSS, (b + 1) * ACROSS));
  }
  get #rests() {
    return this.#wholeOf !== null && this.#wholeOf === this.#asked;
  }
}
