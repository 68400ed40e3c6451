import { api, type LogRow, type ReadingFile } from '../api/client';
import { sentenceOf } from '../api/refusals';

export type Kind = LogRow['kind'];
export const KINDS: [Kind | '', string][] = [
  ['', 'everything'],
  ['reading', 'readings'],
  ['sweep', 'sweeps'],
  ['preset', 'presets'],
  ['change', 'changes'],
  ['note', 'notes'],
];
const PIECE = 100;
const MOST = 500;
interface Note {
  date: string;
  text: string;
  /** The step that was done. */
  done?: string;
}

/** Keep a reading or a note, once under each key; what was wrong with it as a sentence, empty where nothing was. */
export async function noteDown(
  station: number,
  entry: { reading: ReadingFile } | { note: Note },
  key: string,
): Promise<string> {
  const { error } = await api.POST('/api/stations/{pk}/log', {
    params: { path: { pk: station } },
    body: { ...entry, key },
  });
  return error ? sentenceOf(error) : '';
}

/** Keep readings taken one after the other, all or none; what was wrong as a sentence. */
export async function noteAllDown(station: number, readings: ReadingFile[], key: string): Promise<string> {
  const { error } = await api.POST('/api/stations/{pk}/log/readings', {
    params: { path: { pk: station } },
    body: { readings, key },
  });
  return error ? sentenceOf(error) : '';
}

const idOf = ({ kind, key }: LogRow) => `${kind} ${key}`;

/** The timeline of one station, read by pieces, newest first. */
export class Log {
  rows = $state.raw<LogRow[]>([]);
  count = $state(0);
  kinds = $state.raw<Kind[]>([]);
  /** Instead what was put out of sight. */
  removed = $state(false);
  /** From which frequency to which, MHz; null: all. */
  band = $state.raw<[number, number] | null>(null);
  trouble = $state('');
  busy = $state(false);
  readonly #station: number;
  #turn = 0;
  /** Once what was asked for last is there. */
  loaded: Promise<void> = Promise.resolve();

  constructor(station: number, kinds: Kind[] = []) {
    this.#station = station;
    this.kinds = kinds;
  }

  get all(): boolean {
    return this.rows.length >= this.count;
  }

  /** All there is, by pieces, as for a printed page. */
  async loadAll() {
    while (!this.all && !this.trouble) await this.load(true, MOST);
  }

  /** Anew from the newest on, or, `more`, what comes after what is shown. */
  load(more = false, limit = PIECE): Promise<void> {
    this.loaded = this.#load(more, limit);
    return this.loaded;
  }

  async #load(more: boolean, limit: number) {
    const turn = ++this.#turn;
    this.busy = true;
    const offset = more ? this.rows.length : 0;
    const [low_mhz, high_mhz] = this.band ?? [0, null];
    const query = { offset, limit, kind: this.kinds, removed: this.removed, low_mhz, high_mhz };
    const { data, error } = await api.GET('/api/stations/{pk}/log', {
      params: { path: { pk: this.#station }, query },
    });
    if (turn !== this.#turn) return; // something else is asked for by now
    this.busy = false;
    this.trouble = error ? sentenceOf(error) : '';
    if (!data) return;
    // What was noted meanwhile has moved the pieces: nothing stands twice.
    const shown = more ? this.rows.map(idOf) : [];
    const fresh = data.rows.filter((row) => !shown.includes(idOf(row)));
    this.rows = more ? [...this.rows, ...fresh] : fresh;
    this.count = data.count;
  }

  /** Put an entry out of sight, or bring it back. */
  async remove({ kind, key }: Pick<LogRow, 'kind' | 'key'>, removed = true) {
    const params = { path: { pk: key } };
    const { error } =
      kind === 'sweep'
        ? await api.PATCH('/api/sweeps/{pk}', { params, body: { removed } })
        : await api.PATCH('/api/log/{pk}', { params, body: { removed } });
    this.trouble = error ? sentenceOf(error) : '';
    if (!error) await this.load();
  }
}
