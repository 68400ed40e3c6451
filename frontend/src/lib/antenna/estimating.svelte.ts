import { untrack } from 'svelte';
import { api, comesBack, type AntennaEstimate, type PlannedAntenna, type PlannedOut } from '../api/client';
import { AGAIN, Asking } from '../api/asking.svelte';
import { sentenceOf } from '../api/refusals';

/** How long a drawing must rest before its intervals and shares to the sky are asked for, which take longer. */
const QUIET_MS = 200;
/** Frequencies across a band, from its low edge to its high one: while something is moved its middle alone, which the strip's answer needs as well. */
const MOVING = 1;
const RESTING = 9;
type Bands = readonly (readonly [number, number])[];

/** What a planned antenna will be: at once as typed, and once it rests with what it may be instead. */
export class Estimating {
  readonly #quick = new Asking<PlannedOut>();
  /** What is drawn across the bands, and in the middle of each with its interval, of the antenna at rest. */
  #rest = $state.raw<{ of: object; across: PlannedOut; whole: PlannedOut } | null>(null);
  readonly #resting = new Asking<never>();
  /** Why its intervals are not known. */
  #unknown = $state('');
  #antenna = $state.raw<object | null>(null);
  readonly #given: () => PlannedOut | null | undefined;

  /** `given`: as typed, where the station's answer tells it (null: not yet); undefined: it is asked for here. */
  constructor(given: () => PlannedOut | null | undefined) {
    this.#given = given;
  }

  /** Ask for bands, each from one frequency (MHz) to another; what it returns ends the waiting. */
  ask(antenna: PlannedAntenna, bands: Bands): () => void {
    this.#antenna = antenna;
    const alone = { ...antenna, spread: false };
    if (untrack(this.#given) === undefined)
      this.#quick.ask(() => estimate(alone, across(bands, MOVING), false));
    const timer = setTimeout(() => {
      this.#resting.run(async () => {
        const middles = bands.map(([low, high]) => (low + high) / 2);
        const [fine, whole] = await Promise.all([
          estimate(alone, across(bands, RESTING), false),
          estimate(antenna, middles, true),
        ]);
        if (!fine.data || !whole.data) {
          this.#unknown = sentenceOf(whole.error ?? fine.error);
          return comesBack(whole.response) || comesBack(fine.response) ? AGAIN : undefined;
        }
        this.#unknown = '';
        this.#rest = { of: antenna, across: fine.data, whole: whole.data };
      });
    }, QUIET_MS);
    return () => clearTimeout(timer);
  }

  get trouble(): string {
    return this.#quick.trouble || this.#unknown || this.#resting.trouble;
  }
  /** For how many seconds it is waited for what it will be at rest. */
  get waited(): number {
    return Math.max(this.#quick.waited, this.#resting.waited);
  }
  stop() {
    this.#quick.stop();
    this.#resting.stop();
  }
  get answer() {
    return this.#rest;
  }
  /** Where the wires run. */
  get drawn(): PlannedOut | null {
    return this.#atRest?.across ?? this.#moving ?? this.#rest?.across ?? null;
  }
  /** While something is moved that of before. */
  get sentence(): string {
    return this.#rest?.whole.sentence ?? '';
  }
  /** In the middle of each band. */
  get middles(): AntennaEstimate[] {
    if (this.#atRest) return this.#atRest.whole.results;
    return this.#moving?.results ?? [];
  }
  /** Across each band. */
  get curves(): AntennaEstimate[][] {
    const rest = this.#atRest;
    const results = (rest?.across ?? this.#moving)?.results ?? [];
    const many = rest ? RESTING : MOVING;
    return Array.from({ length: results.length / many }, (_, b) => results.slice(b * many, (b + 1) * many));
  }
  get #moving() {
    return this.#given() ?? this.#quick.answer;
  }
  get #atRest() {
    return this.#rest?.of === this.#antenna ? this.#rest : null;
  }
}

const estimate = (antenna: PlannedAntenna, mhz: number[], sky: boolean) =>
  api.POST('/api/antenna/estimate', { body: { antenna, mhz, sky } });

function across(bands: Bands, count: number): number[] {
  return bands.flatMap(([low, high]) =>
    Array.from({ length: count }, (_, n) => low + (high - low) * (count === 1 ? 0.5 : n / (count - 1))),
  );
}
