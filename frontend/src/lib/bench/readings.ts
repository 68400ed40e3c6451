import { parseTyped } from '../station/units';
import type { Cell, Entry, Row } from './bench.svelte';
import { BY_METER, BY_VOLTS, FAR_ENDS, METER, WATTS, type Field, type Job } from './jobs';

/** A figure as typed, or what is usual where nothing is; text that is none goes to the server, which says so. */
export function typedNumber(text: string | undefined, usual = ''): number | string | undefined {
  const given = text?.trim() ? text : usual;
  return given.trim() === '' ? undefined : parseTyped(given, 'plain', 'metric');
}

export function typedFields(fields: Field[], figures: Record<string, string>, before = '') {
  return Object.fromEntries(
    fields.map(([key, , , usual]) => [key, typedNumber(figures[before + key], usual)]),
  );
}

const cellOf = (cell: Cell | undefined) => cell?.gamma ?? typedNumber(cell?.text);

/** Rows in which every wanted column is there, as the server takes them. */
export function wholeRows(rows: Row[], wanted: string[]): Row[] {
  return rows.filter((row) => wanted.every((key) => cellOf(row[key]) !== undefined));
}

/** The whole ones of some rows, as lists of their figures. */
const table = (rows: Row[], keys: string[]) =>
  wholeRows(rows, keys).map((row) => keys.map((key) => cellOf(row[key])));

/** What a job asks the server, without station and analyzer; null: not enough is there yet. */
export function readingsOf(job: Job, entry: Entry): Record<string, unknown> | null {
  const { rows, sweeps, figures, way } = entry;
  const swept = (ends: string[]) =>
    Object.fromEntries(ends.flatMap((end) => (sweeps[end] ? [[end, sweeps[end].text]] : [])));
  const given = swept((FAR_ENDS[job] ?? []).map(([end]) => end));
  const has = (...ends: string[]) => ends.every((end) => end in given);
  if (job === 'tuner') {
    const whole = wholeRows(rows, ['mhz', 'match', 'short']);
    const told = whole.map((row) => ({
      mhz: cellOf(row['mhz']),
      match: cellOf(row['match']),
      short: cellOf(row['short']),
      open: cellOf(row['open']) ?? null,
    }));
    return told.length ? { rows: told } : null;
  }
  if (job === 'line') {
    const known = { length_m: figures['length_m'] ?? '', velocity_factor: figures['velocity_factor'] ?? '' };
    const by = figures['by'] === 'velocity' ? 'velocity_factor' : 'length_m';
    const known_by = typedNumber(known[by]);
    if (known_by === undefined) return null;
    if (way !== 'hand') return has('open') || has('short') ? { ...given, [by]: known_by } : null;
    const typed = wholeRows(rows, ['mhz']).filter((row) => cellOf(row['open']) ?? cellOf(row['short']));
    const told = typed.map((row) => ['mhz', 'open', 'short'].map((key) => cellOf(row[key]) ?? null));
    return told.length ? { typed: told, [by]: known_by } : null;
  }
  if (job === 'fault') {
    const velocity = typedNumber(figures['velocity_factor']);
    const known = velocity === undefined ? {} : { velocity_factor: velocity };
    const dips = wholeRows(rows, ['mhz']).map((row) => cellOf(row['mhz']));
    if (way === 'hand')
      return dips.length > 1 ? { dips, read_khz: typedNumber(figures['read_khz'], '50'), ...known } : null;
    return has('hanging') ? { text: given['hanging'], ...known } : null;
  }
  if (job === 'part') {
    const limits = {
      most_db: typedNumber(figures['most_db'], '0.5'),
      most_swr: typedNumber(figures['most_swr'], '1.5'),
    };
    if (way === 'hand') {
      const pair = table(rows, ['mhz', 'through', 'back']);
      return pair.length ? { pair, error_db: typedNumber(figures['error_db'], '0.05'), ...limits } : null;
    }
    return has('match', 'short', 'open')
      ? { ...given, ...limits, resistor_ohm: typedNumber(figures['resistor_ohm'], '50') }
      : null;
  }
  if (job === 'check') {
    if (way !== 'hand') return has('open', 'short', 'load') ? given : null;
    const typed = table(rows, ['mhz', 'open', 'short', 'load']);
    return typed.length ? { typed } : null;
  }
  return job === 'watts' ? wattsOf(figures) : meterOf(figures);
}

function wattsOf(figures: Record<string, string>) {
  const sides = Object.fromEntries(
    ['before', 'behind'].map((side) => [side, typedFields(WATTS, figures, `${side}.`)]),
  );
  const whole = Object.values(sides).every((side) => side['forward_w'] !== undefined);
  return whole ? { ...sides, same_meter: figures['same'] === 'yes' } : null;
}

function meterOf(figures: Record<string, string>) {
  const better = figures['by'] === 'meter';
  const by = better ? typedFields(BY_METER, figures, 'better.') : typedFields(BY_VOLTS, figures);
  const told: Record<string, unknown> = { ...typedFields(METER, figures), ...by };
  const known = told[better ? 'power_w' : 'volts'];
  return told['shown_w'] === undefined || known === undefined ? null : told;
}
