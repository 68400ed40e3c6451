import {
  againAfter_s,
  api,
  comesBack,
  type ChartOut,
  type KeptStation,
  type Look,
  type SweepRow,
  type TrimAnswer,
} from '../api/client';
import { sentenceOf } from '../api/refusals';
import type { Reply } from '../api/typed';
import { asTuner } from '../tuner/knobs';

/** What the server computes of a station and its last sweeps. */
export interface Computed {
  trim: TrimAnswer | null;
  /** Why the steps could not be judged; "": they could. */
  trouble: string;
  look: Look | null;
  /** By the place of their tuner in the run. */
  charts: Record<number, ChartOut>;
  /** Whether some of it is to come still. */
  due: boolean;
}

/** Asks for what is computed of one station, one question after the other; what has come is not asked again. */
export class Computing {
  /** After how many seconds what the server had no time for is to be asked again; 0: it had time for all. */
  again_s = 0;
  readonly #station: KeptStation;
  readonly #sweeps: SweepRow[];
  #look: Reply<Look> | undefined;
  #trim: Reply<TrimAnswer> | undefined;
  readonly #charts = new Map<number, Reply<ChartOut>>();

  constructor(station: KeptStation, sweeps: SweepRow[]) {
    this.#station = station;
    this.#sweeps = sweeps;
  }

  isOf(station: KeptStation, sweeps: SweepRow[]): boolean {
    return isSame(this.#station, this.#sweeps, station, sweeps);
  }

  /** All that is known, from nothing on, after each answer. */
  async *steps(): AsyncGenerator<Computed> {
    this.again_s = 0;
    yield this.#known();
    this.#trim ??= await this.#inTime(this.#askTrim());
    yield this.#known();
    this.#look ??= await this.#inTime(this.#askLook());
    yield this.#known();
    for (const at of this.#tuners()) {
      const reply = this.#charts.get(at) ?? (await this.#inTime(this.#askChart(at)));
      if (reply) this.#charts.set(at, reply);
      yield this.#known();
    }
  }

  #known(): Computed {
    const charts: Record<number, ChartOut> = {};
    for (const [at, { data }] of this.#charts) if (data) charts[at] = data;
    const due =
      (this.#last !== undefined && !this.#look) ||
      (Boolean(this.#station.document.trim) && !this.#trim) ||
      this.#tuners().some((at) => !this.#charts.has(at));
    const trouble = this.#trim?.error ? sentenceOf(this.#trim.error) : '';
    return { trim: this.#trim?.data ?? null, trouble, look: this.#look?.data ?? null, charts, due };
  }

  get #last() {
    return this.#sweeps.at(-1);
  }

  #tuners(): number[] {
    const { chain } = this.#station.document;
    return [...chain.keys()].filter((at) => asTuner(chain[at])?.presets?.length);
  }

  #askTrim() {
    const { id, document } = this.#station;
    if (!document.trim) return undefined;
    // Its steps may lie further back than the last sweeps.
    const step = this.#sweeps.filter((row) => row.trim).at(-1)?.id ?? null;
    const body = { trim: document.trim, shown: null, sweep: step };
    return api.POST('/api/stations/{pk}/trim', { params: { path: { pk: id } }, body });
  }

  #askLook() {
    const { bands, comfort_swr } = this.#station.document;
    if (!this.#last) return undefined;
    const params = { path: { pk: this.#last.id } };
    const body = { shown: null, window: null, over: [], bands: bands ?? [], comfort_swr: comfort_swr ?? 2 };
    return api.POST('/api/sweeps/{pk}/look', { params, body });
  }

  #askChart(at: number) {
    return api.POST('/api/tuner/chart', { body: { document: this.#station.document, at } });
  }

  /** A reply, or nothing where the server has no time for one. */
  async #inTime<T>(promised: Promise<Reply<T>> | undefined): Promise<Reply<T> | undefined> {
    const reply = await promised;
    if (!reply || !comesBack(reply.response)) return reply;
    this.again_s = Math.max(this.again_s, againAfter_s(reply.response));
    return undefined;
  }
}

/** Whether nothing changed of which something is computed. */
export function isSame(before: KeptStation, itsSweeps: SweepRow[], now: KeptStation, sweeps: SweepRow[]) {
  return before.digest === now.digest && JSON.stringify(itsSweeps) === JSON.stringify(sweeps);
}
