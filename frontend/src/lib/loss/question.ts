/** The first question as typed, as its address, and as the server is asked it. */
import type { LossQuestion } from '../api/client';
import { parseTyped, type System } from '../station/units';

/** What stands in the fields; a line is a slug of the shelf, or the figures of one's own as JSON. */
export interface TypedQuestion {
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

export const START: TypedQuestion = {
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
const KEYS = Object.keys(START) as (keyof TypedQuestion)[];

/** The question of an address; what it leaves out is as at the start. */
export function questionOf(query: string): TypedQuestion {
  const given = new URLSearchParams(query);
  const entries = KEYS.map((key) => [key, given.get(key) ?? START[key]]);
  const question = Object.fromEntries(entries) as TypedQuestion;
  return { ...question, at: question.at === 'radio' || question.at === 'line' ? question.at : 'antenna' };
}

/** What differs from the start, as a query; a friend who opens it sees the same question. */
export function queryOf(question: TypedQuestion, system: System): string {
  const query = new URLSearchParams();
  for (const key of KEYS) if (question[key] !== START[key] || key === 'line') query.set(key, question[key]);
  // A bare number means feet only where the reader has chosen them.
  if (system === 'feet' && /^[\d\s.,]+$/.test(question.length)) query.set('length', `${question.length} ft`);
  return query.toString();
}

/** As the server is asked; text that is no quantity goes as it is, to be refused at its place. */
export function bodyOf(question: TypedQuestion, system: System): LossQuestion {
  const lines = [question.line, question.also, question.third].filter(Boolean);
  const body = {
    lines: lines.map((line) => (line.startsWith('{') ? (JSON.parse(line) as object) : line)),
    length_m: parseTyped(question.length, 'length', system),
    mhz: parseTyped(question.mhz, 'frequency', system),
    swr: parseTyped(question.swr, 'swr', system),
    read_at: question.at,
    power_w: parseTyped(question.power, 'power', system),
    tuner: question.tuner,
    ...(question.r.trim() === '' ? {} : { r_ohm: parseTyped(question.r, 'ohm', system) }),
    ...(question.x.trim() === '' ? {} : { x_ohm: parseTyped(question.x, 'ohm', system) }),
  };
  return body as LossQuestion;
}
