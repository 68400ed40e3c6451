/** What is typed outside and goes to the server: a reading, or a sweep, which may be a step of trimming. */
import { api, stoppable, type ReadingFile } from '../api/client';
import type { BodyOf } from '../api/typed';
import type { TypedReading } from '../log/readings';

export type NewSweep = BodyOf<'/api/stations/{pk}/sweeps', 'post'>;
export interface Waiting {
  /** By which it is kept once, however often it is sent. */
  key: string;
  station: number;
  /** Whose stations they are: another folder is sent nothing. */
  folder: string;
  /** When it was typed, ms. */
  at: number;
  /** What it is, for those who read the list. */
  said: string;
  what: { reading: ReadingFile; typed: TypedReading } | { sweep: NewSweep };
  /** Whether a person has to say first what its columns hold. */
  unconfirmed?: boolean;
  /** Why it was not taken. */
  refused?: string;
}

/** Out of reach an answer may be waited for in vain: sooner asked again. */
const PATIENCE_MS = 20_000;

/** Send one; the server keeps it once under its key. */
export function send({ key, station, what }: Waiting) {
  const params = { path: { pk: station } };
  return stoppable(AbortSignal.timeout(PATIENCE_MS), () =>
    'reading' in what
      ? api.POST('/api/stations/{pk}/log', { params, body: { reading: what.reading, key } })
      : api.POST('/api/stations/{pk}/sweeps', { params, body: { ...what.sweep, key } }),
  );
}
/** Whether it was given up, and may have arrived. */
export const givenUp = (response: Response): boolean => response.status === 499;

/** Text of an instrument's own form, whose columns need no answers. */
export const isTouchstone = (text: string): boolean => /^\s*(?:!|\[|#\s*[kmg]?hz\b)/i.test(text);
