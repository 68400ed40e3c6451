import {
  api,
  comesBack,
  type DriftAnswer,
  type Look,
  type PartModel,
  type RadialsAnswer,
  type Recognised,
  type StationFile,
  type SweepColumns,
  type SweepRow,
  type TrimAnswer,
} from '../api/client';
import { AGAIN, Asking } from '../api/asking.svelte';
import { sentenceOf } from '../api/refusals';
import type { BodyOf } from '../api/typed';

export type Pane = 'read' | 'trim' | 'radials' | 'baseline';
export interface Brought {
  text: string;
  title: string;
  joint: number;
  columns?: SweepColumns;
  trim?: boolean;
  change_m?: number | null;
}

/** The sweeps of one station: the log, which one is looked at, at which joint, and what it says. */
export class Sweeps {
  rows = $state.raw<SweepRow[]>([]);
  loaded = $state(false);
  chosen = $state<number | null>(null);
  /** The joint at which it is shown; null: where it was taken. */
  shown = $state<number | null>(null);
  /** The joint at which the next sweep was taken. */
  takenAt = $state(0);
  pane = $state<Pane>('read');
  bringing = $state(false);
  look = $state.raw<Look | null>(null);
  trim = $state.raw<TrimAnswer | null>(null);
  radials = $state.raw<RadialsAnswer | null>(null);
  drift = $state.raw<DriftAnswer | null>(null);
  window = $state.raw<{ low_mhz: number; high_mhz: number } | null>(null);
  /** Why the last thing asked for was not done; looking again leaves it standing. */
  refused = $state('');
  /** Why what is looked at could not be read. */
  unread = $state('');
  readonly station: number;
  readonly #questions = new Asking<Look>();

  constructor(station: number) {
    this.station = station;
  }

  get trouble(): string {
    return this.refused || this.unread;
  }
  /** For how many seconds what is looked at is waited for, from half a second on. */
  get waited(): number {
    return this.#questions.waited;
  }
  stop() {
    this.#questions.stop();
  }
  get answer(): Look | null {
    return this.look;
  }
  get kept(): SweepRow[] {
    return this.rows.filter((row) => !row.removed);
  }
  /** Whether the view asks for a new sweep rather than showing a kept one. */
  get asking(): boolean {
    return this.bringing || (this.loaded && this.kept.length === 0);
  }
  get row(): SweepRow | null {
    return this.kept.find((row) => row.id === this.chosen) ?? null;
  }
  get baseline(): SweepRow | null {
    return this.kept.find((row) => row.baseline) ?? null;
  }

  async load() {
    const { data, error } = await api.GET('/api/stations/{pk}/sweeps', {
      params: { path: { pk: this.station } },
    });
    if (!data) {
      this.unread = `The sweeps could not be read. ${sentenceOf(error)}`;
      return;
    }
    this.unread = '';
    this.rows = data;
    this.loaded = true;
    if (this.row) return;
    const { bringing } = this; // whoever comes to bring one in does not come to look at another
    this.choose(this.kept.at(-1)?.id ?? null);
    this.bringing = bringing;
  }

  choose(id: number | null) {
    if (id !== this.chosen) {
      this.chosen = id;
      this.shown = null;
      this.window = null;
      this.look = null;
      this.drift = null;
    }
    this.refused = '';
    this.bringing = false;
  }

  /** One comes to bring in a sweep that is taken at a joint. */
  bringFrom(joint: number) {
    this.bringing = true;
    this.takenAt = joint;
  }

  async recognise(text: string): Promise<Recognised | null> {
    this.refused = '';
    const { data, error } = await api.POST('/api/sweeps/recognise', { body: { text } });
    if (error) this.refused = `The file was not taken. ${sentenceOf(error)}`;
    return data ?? null;
  }

  /** Read and keep; whether it was taken. */
  async bring(brought: Brought, chain: PartModel[]): Promise<boolean> {
    const begun = performance.now();
    this.refused = '';
    const { columns, change_m, ...rest } = brought;
    const { data, error } = await api.POST('/api/stations/{pk}/sweeps', {
      params: { path: { pk: this.station } },
      body: { trim: false, ...rest, columns: columns ?? null, change_m: change_m ?? null, chain },
    });
    if (!data) {
      this.refused = `The sweep was not taken. ${sentenceOf(error)}`;
      return false;
    }
    this.#brought = begun;
    await this.load();
    this.choose(data.id);
    return true;
  }
  #brought: number | null = null;

  async simulate(body: BodyOf<'/api/sweeps/simulate', 'post'>): Promise<string | null> {
    this.refused = '';
    const { data, error } = await api.POST('/api/sweeps/simulate', { body });
    if (error) this.refused = `Nothing was measured. ${sentenceOf(error)}`;
    return data?.text ?? null;
  }

  async change(id: number, change: Partial<Omit<SweepRow, 'id'>>) {
    const { error } = await api.PATCH('/api/sweeps/{pk}', {
      params: { path: { pk: id } },
      body: change,
    });
    this.refused = error ? sentenceOf(error) : '';
    await this.load();
  }

  /** Look again at what is chosen, for the bands and the comfort of the document. */
  refresh(document: StationFile) {
    const { chosen, shown, window, pane } = this;
    if (chosen === null) return;
    this.#questions.run(async () => {
      const path = { pk: chosen };
      const others = pane === 'baseline' && this.baseline ? [this.baseline.id] : [];
      const { data, error, response } = await api.POST('/api/sweeps/{pk}/look', {
        params: { path },
        body: {
          shown,
          window,
          bands: document.bands ?? [],
          comfort_swr: document.comfort_swr ?? 2,
          over: others.filter((id) => id !== chosen),
        },
      });
      if (chosen !== this.chosen) return;
      this.unread = error ? sentenceOf(error) : '';
      if (comesBack(response)) return AGAIN;
      if (data) this.look = data;
      await this.#readPane(document, chosen);
      if (this.#brought !== null) {
        performance.measure('tithe:sweep-drawn', { start: this.#brought, end: performance.now() });
        this.#brought = null;
      }
      return undefined;
    });
  }

  async #readPane(document: StationFile, chosen: number) {
    const { shown, pane } = this;
    const station = { path: { pk: this.station } };
    if (pane === 'trim' && document.trim) {
      const { data, error } = await api.POST('/api/stations/{pk}/trim', {
        params: station,
        body: { trim: document.trim, shown, sweep: chosen },
      });
      this.trim = data ?? null;
      if (error) this.unread = sentenceOf(error);
    } else if (pane === 'radials') {
      const query = shown === null ? {} : { shown, sweep: chosen };
      const { data, error } = await api.GET('/api/stations/{pk}/radials', {
        params: { ...station, query },
      });
      this.radials = data ?? null;
      if (error) this.unread = sentenceOf(error);
    } else if (pane === 'baseline' && this.baseline && this.baseline.id !== chosen) {
      const { data, error } = await api.POST('/api/sweeps/{pk}/drift', {
        params: { path: { pk: chosen } },
        body: { shown, uncertainty: 0.02 },
      });
      this.drift = data ?? null;
      if (error) this.unread = sentenceOf(error);
    } else this.drift = null;
  }

  /** The chosen sweep, moved to the feedpoint, as an antenna; null where it does not agree with the run. */
  async asAntenna(): Promise<StationFile['antenna'] | null> {
    if (this.chosen === null) return null;
    const { data, error } = await api.POST('/api/sweeps/{pk}/antenna', {
      params: { path: { pk: this.chosen } },
    });
    this.refused = error ? sentenceOf(error) : '';
    return data?.antenna ?? null;
  }
}
