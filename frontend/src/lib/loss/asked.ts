/** The first question as typed, as its address, and as the server is asked it. */
import type { LossQuestion } from '../api/client';
import { parseTyped, type System } from '../station/units';

/** What stands in the fields; a line is a slug of the shelf, or the figures of one's own as JSON. */
export interface Asked {
  line: string;
  length: string;
  mhz: string;
  swr: string;
  /** `line`: at the antenna, against the line's own impedance; the others are against 50 Ω. */
  at: NonNullable<LossQuestion['read_at']>;
  power: string;
  tuner: string;
  /** Lines to lay beside it, two at the most; "" for none. */
  also: string;
  third: string;
  r: string;
  x: string;
}

export const START: Asked = {
  line: 'rg-58',
  length: '30 m',
  mhz: '14.2',
  swr: '3',
  at: 'antenna',
  power: '100',
  tuner: '',
  also: '',
  third: '',
  r: '',
  x: '',
};
const KEYS = Object.keys(START) as (keyof Asked)[];

/** The question of an address; what it leaves out is as at the start. */
export function askedOf(query: string): Asked {
  const given = new URLSearchParams(query);
  const entries = KEYS.map((key) => [key, given.get(key) ?? START[key]]);
  const asked = Object.fromEntries(entries) as Asked;
  return { ...asked, at: asked.at === 'radio' || asked.at === 'line' ? asked.at : 'antenna' };
}

/** What differs from the start, as a query; a friend who opens it sees the same question. */
export function queryOf(asked: Asked, system: System): string {
  const query = new URLSearchParams();
  for (const key of KEYS) if (asked[key] !== START[key] || key === 'line') query.set(key, asked[key]);
  // A bare number means feet only where the reader has chosen them.
  if (system === 'feet' && /^[\d\s.,]+$/.test(asked.length)) query.set('length', `${asked.length} ft`);
  return query.toString();
}

/** As the server is asked; text that is no quantity goes as it is, to be refused at its place. */
export function bodyOf(asked: Asked, system: System): LossQuestion {
  const lines = [asked.line, asked.also, asked.third].filter(Boolean);
  const body = {
    lines: lines.map((line) => (line.startsWith('{') ? (JSON.parse(line) as object) : line)),
    length_m: parseTyped(asked.length, 'length', system),
    mhz: parseTyped(asked.mhz, 'frequency', system),
    swr: parseTyped(asked.swr, 'swr', system),
    read_at: asked.at,
    power_w: parseTyped(asked.power, 'power', system),
    tuner: asked.tuner,
    ...(asked.r.trim() === '' ? {} : { r_ohm: parseTyped(asked.r, 'ohm', system) }),
    ...(asked.x.trim() === '' ? {} : { x_ohm: parseTyped(asked.x, 'ohm', system) }),
  };
  return body as LossQuestion;
}
