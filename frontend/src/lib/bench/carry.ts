import type { BenchCarry, PartModel, StationFile } from '../api/client';
import { withValue } from '../station/paths';

type Point = [number, ...(number | null)[]];
interface Mark {
  date?: string;
  value?: unknown;
  points?: Point[];
}
type Part = Record<string, unknown> & { measured?: Record<string, Mark> };
/** Nearer than that in frequency, the newer figure stands for the older. */
const SAME_FREQUENCY = 0.02;

const alike = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** Newer points among older ones. */
function joined(older: Point[], newer: Point[]): Point[] {
  const left = older.filter(([at]) => !newer.some(([mhz]) => Math.abs(mhz - at) < SAME_FREQUENCY * at));
  return [...left, ...newer].sort(([a], [b]) => a - b);
}

/** The part with what was measured in it: figures over frequency beside those of other days, as long as they stand. */
function measuredPart(part: Part, carry: BenchCarry): Part {
  const fields = { ...carry.fields };
  const marks: Record<string, Mark> = {};
  for (const [key, mark] of Object.entries(carry.measured as Record<string, Mark>)) {
    const before = part.measured?.[key];
    const stands = before && Array.isArray(before.value) && alike(before.value, part[key]);
    if (stands && Array.isArray(mark.value)) {
      const value = joined(before.value as Point[], mark.value as Point[]);
      marks[key] = { ...mark, value, points: joined(before.points ?? [], mark.points ?? []) };
      fields[key] = value;
    } else marks[key] = mark;
  }
  return { ...part, ...fields, measured: { ...part.measured, ...marks } };
}

/** A part with what was measured in it, marked with the date; of several days with the first and last. */
export function measuredIn(before: PartModel, carry: BenchCarry, date: string): PartModel {
  const old = (before as unknown as Part).measured;
  const part = measuredPart(before as unknown as Part, carry);
  const dated = Object.keys(carry.measured).map((key) => {
    const mark = part.measured?.[key];
    const own = (carry.measured as Record<string, Mark>)[key];
    const first = alike(mark?.value, own?.value) ? date : (old?.[key]?.date ?? date).slice(0, 10);
    return [key, { ...mark, date: first === date ? date : `${first} to ${date}` }];
  });
  const measured = { ...part.measured, ...(Object.fromEntries(dated) as Record<string, Mark>) };
  return { ...part, measured } as unknown as PartModel;
}

/** The station with what was measured in its part. */
export function carried(document: StationFile, at: number, carry: BenchCarry, date: string): StationFile {
  const part = document.chain[at];
  return part ? withValue(document, `chain[${String(at)}]`, measuredIn(part, carry, date)) : document;
}

/** Whether it stands in the part already. */
export function isCarried(document: StationFile, at: number, carry: BenchCarry): boolean {
  const part = document.chain[at] as unknown as Part;
  const after = measuredPart(part, carry);
  return (
    Object.keys(carry.fields).every((key) => alike(part[key], after[key])) &&
    Object.keys(carry.measured).every((key) => part.measured?.[key] !== undefined)
  );
}

/** The same of a simulated day, which is told as one wherever it is carried. */
export function simulated(carry: BenchCarry): BenchCarry {
  const marks = Object.entries(carry.measured as Record<string, Mark>);
  const measured = Object.fromEntries(
    marks.map(([key, mark]) => [key, { ...mark, how: 'the simulated bench' }]),
  );
  return { ...carry, measured };
}
