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
/** What the page calls the places that the server may refuse. */
const NAMES = {
  'reading.mhz': 'frequency',
  'reading.forward_w': 'forward power',
  'reading.reflected_w': 'reflected power',
  'reading.swr': 'SWR',
  'readings[0].at': 'meter',
  'readings[0].forward_w': 'forward power',
  'readings[0].reflected_w': 'reflected power',
  'readings[0].swr': 'SWR',
  'note.text': 'note',
};

/** Keep a reading or a note; what was wrong with it as a sentence, empty where nothing was. */
export async function noteDown(
  station: number,
  entry: { reading: ReadingFile } | { note: { date: string; text: string } },
): Promise<string> {
  const { error } = await api.POST('/api/stations/{pk}/log', {
    params: { path: { pk: station } },
    body: entry,
  });
  return error ? sentenceOf(error, NAMES) : '';
}

const idOf = ({ kind, key }: LogRow) => `${kind} ${key}`;

/** The timeline of one station, read by pieces, newest first. */
export class Log {
  rows = $state.raw<LogRow[]>([]);
  count = $state(0);
  kind = $state<Kind | ''>('');
  /** From which frequency to which, MHz; null: all. */
  band = $state.raw<[number, number] | null>(null);
  trouble = $state('');
  busy = $state(false);
  readonly #station: number;

  constructor(station: number) {
    this.#station = station;
  }

  /** Anew from the newest on, or, `more`, what comes after what is shown. */
  async load(more = false) {
    this.busy = true;
    const offset = more ? this.rows.length : 0;
    const [low_mhz, high_mhz] = this.band ?? [0, null];
    const query = { offset, limit: PIECE, kind: this.kind || null, low_mhz, high_mhz };
    const { data, error } = await api.GET('/api/stations/{pk}/log', {
      params: { path: { pk: this.#station }, query },
    });
    this.busy = false;
    this.trouble = error ? sentenceOf(error) : '';
    if (!data) return;
    // What was noted meanwhile has moved the pieces: nothing stands twice.
    const shown = more ? this.rows.map(idOf) : [];
    const fresh = data.rows.filter((row) => !shown.includes(idOf(row)));
    this.rows = more ? [...this.rows, ...fresh] : fresh;
    this.count = data.count;
  }

  async remove(key: number, removed = true) {
    const { error } = await api.PATCH('/api/log/{pk}', { params: { path: { pk: key } }, body: { removed } });
    this.trouble = error ? sentenceOf(error) : '';
    await this.load();
  }
}
