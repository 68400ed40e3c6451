/** A reading as it is typed, and as the server is told it. */
import type { ReadingFile } from '../api/client';
import { textAsPoints } from '../antenna/points';
import { parseTyped } from '../station/units';

export interface TypedReading {
  forward: string;
  reflected: string;
  swr: string;
  /** The power that was set; "": not known. */
  power: string;
  date: string;
  note: string;
  tuner: 'auto' | 'bypass';
  /** What stands at the end of the run; a form kept before it was asked has none. */
  load?: 'antenna' | 'dummy';
  /** "": not noted; a form kept before it was asked has none. */
  weather?: '' | 'dry' | 'wet';
  /** What the meter showed, and what was sent; "": as they are described. */
  mode: '' | 'average' | 'peak';
  emission: '' | 'carrier' | 'speech';
}

export const blank = (): TypedReading => ({
  forward: '',
  reflected: '',
  swr: '',
  power: '',
  date: new Date().toISOString().slice(0, 10),
  note: '',
  tuner: 'auto',
  load: 'antenna',
  weather: '',
  mode: '',
  emission: '',
});

const power = (text = '') => (text.trim() ? parseTyped(text, 'power', 'metric') : undefined);
const ratio = (text: string) => (text.trim() ? parseTyped(text, 'swr', 'metric') : undefined);

/** What was read; text that is no figure goes as it is, for the server to refuse. */
export function figuresOf(typed: TypedReading) {
  return { forward_w: power(typed.forward), reflected_w: power(typed.reflected), swr: ratio(typed.swr) };
}

export function circumstancesOf(typed: TypedReading) {
  const { tuner, load, mode, emission, weather } = typed;
  const power_w = power(typed.power);
  return {
    tuner,
    ...(power_w === undefined ? {} : { power_w }),
    ...(load === 'dummy' ? { load } : {}),
    ...(weather ? { weather } : {}),
    ...(mode ? { mode } : {}),
    ...(emission ? { emission } : {}),
  };
}

export function readingOf(typed: TypedReading, mhz: number, at: string): ReadingFile {
  const { date, note } = typed;
  const reading = { ...figuresOf(typed), ...circumstancesOf(typed), date, note };
  return { mhz: Number(mhz.toFixed(6)), at, ...reading } as ReadingFile;
}

/** A list over frequency, "7.1 1.5" a line, each line a reading; and how many lines lack their SWR still. */
export function readingsOf(text: string, typed: TypedReading, at: string) {
  const { points, unfinished } = textAsPoints(text, 2, true);
  const { date, note } = typed;
  const readings = points.map(
    ([mhz, swr]) => ({ mhz, at, swr, ...circumstancesOf(typed), date, note }) as unknown as ReadingFile,
  );
  return { readings, unfinished };
}
