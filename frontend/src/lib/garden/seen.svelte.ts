import {
  api,
  comesBack,
  type ChartOut,
  type KeptStation,
  type Look,
  type SweepRow,
  type TrimAnswer,
  unreachable,
} from '../api/client';
import { sentenceOf } from '../api/refusals';
import { server } from '../api/server.svelte';
import { Database } from '../station/database';
import { asTuner } from '../tuner/knobs';

/** What a phone shows of a station, as it was answered last. */
export interface Seen {
  folder: string;
  station: KeptStation;
  trim: TrimAnswer | null;
  /** Why the steps could not be judged; "": they could. */
  trouble: string;
  sweeps: SweepRow[];
  look: Look | null;
  /** By the place of their tuner in the run. */
  charts: Record<number, ChartOut>;
  /** When it was answered, ms. */
  at: number;
}
/** So many are told of, whatever there are. */
const LAST_SWEEPS = 30;
export type State = 'opening' | 'there' | 'signed-out' | 'gone';

/** A station as a phone sees it: what was answered last is shown until something newer comes, also where nothing does. */
export class Station {
  seen = $state.raw<Seen | null>(null);
  state = $state<State>('opening');
  readonly id: number;
  readonly #name: string;
  readonly #database = new Database('garden');
  #busy: Promise<void> | null = null;

  constructor(id: number, person: string) {
    this.id = id;
    this.#name = `seen/${person}/${id}`;
  }

  /** What this phone kept, and then what is so now. */
  async open() {
    const kept = await this.#database.get<Seen>(this.#name);
    if (kept && !this.seen) {
      this.seen = kept;
      if (!server.folder) server.folder = kept.folder;
      this.state = 'there';
    }
    await this.load();
  }

  /** Ask what is so now; one at a time. */
  load(): Promise<void> {
    this.#busy ??= this.#load().finally(() => (this.#busy = null));
    return this.#busy;
  }

  async #load() {
    const params = { path: { pk: this.id } };
    const { data: station, response } = await api.GET('/api/stations/{pk}', { params });
    if (!station) return this.#without(response);
    const query = { last: LAST_SWEEPS };
    const { data: rows } = await api.GET('/api/stations/{pk}/sweeps', { params: { ...params, query } });
    if (!rows) return;
    const sweeps = rows.filter((row) => !row.removed);
    const next = await this.#answered(station, sweeps);
    if (!next) return;
    this.state = 'there';
    this.seen = next;
    await this.#database.set(this.#name, next);
  }

  /** What was kept is for whom it is for: not for who is not let in any more. */
  async #without(response: Response) {
    if (unreachable(response) || comesBack(response)) return;
    this.state = response.status === 401 ? 'signed-out' : 'gone';
    this.seen = null;
    await this.#database.del(this.#name);
  }

  /** All that is computed of it; what has not changed is not asked again. Null where the server has no time. */
  async #answered(station: KeptStation, sweeps: SweepRow[]): Promise<Seen | null> {
    const { document } = station;
    const before = this.seen;
    const { folder } = server;
    const same =
      before?.station.digest === station.digest && JSON.stringify(before.sweeps) === JSON.stringify(sweeps);
    if (same && before) return { ...before, folder, station, at: Date.now() };
    const last = sweeps.at(-1);
    const asked = last && {
      shown: null,
      window: null,
      over: [],
      bands: document.bands ?? [],
      comfort_swr: document.comfort_swr ?? 2,
    };
    const look = asked
      ? await api.POST('/api/sweeps/{pk}/look', { params: { path: { pk: last.id } }, body: asked })
      : null;
    const steps = sweeps.filter((row) => row.trim);
    const trim = document.trim // its steps may lie further back than the last sweeps
      ? await api.POST('/api/stations/{pk}/trim', {
          params: { path: { pk: this.id } },
          body: { trim: document.trim, shown: null, sweep: steps.at(-1)?.id ?? null },
        })
      : null;
    const charts: Record<number, ChartOut> = {};
    for (const [at, part] of document.chain.entries()) {
      if (!asTuner(part)?.presets?.length) continue;
      const chart = await api.POST('/api/tuner/chart', { body: { document, at } });
      if (comesBack(chart.response)) return null;
      if (chart.data) charts[at] = chart.data;
    }
    if (comesBack(look?.response) || comesBack(trim?.response)) return null;
    const trouble = trim?.error ? sentenceOf(trim.error) : '';
    const answers = { trim: trim?.data ?? null, look: look?.data ?? null, charts, trouble };
    return { folder, station, sweeps, ...answers, at: Date.now() };
  }

  /** Nothing of it stays on this phone. */
  async forget() {
    await this.#database.del(this.#name);
  }
}
