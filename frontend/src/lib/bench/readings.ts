import type { Job, JobFigure, JobGroup, JobTable, JobWay, PartModel } from '../api/client';
import { parseTyped } from '../station/units';
import type { Cell, Entry, Row } from './bench.svelte';

/** A figure as typed, or what is usual where nothing is; text that is none goes to the server, which says so. */
export function typedNumber(text: string | undefined, usual = ''): number | string | undefined {
  const given = text?.trim() ? text : usual;
  return given.trim() === '' ? undefined : parseTyped(given, 'plain', 'metric');
}

export function typedFields(fields: JobFigure[], figures: Record<string, string>, before = '') {
  return Object.fromEntries(fields.map(({ key, usual }) => [key, typedNumber(figures[before + key], usual)]));
}

const cellOf = (cell: Cell | undefined) => cell?.gamma ?? typedNumber(cell?.text);

/** How a job's readings come in, as they do now. */
export function wayOf(job: Job, entry: Entry): JobWay | undefined {
  const way = entry.way === 'practice' ? job.practice : entry.way;
  return job.ways.find((known) => known.way === way) ?? job.ways[0];
}

export const optionsOf = (job: Job) => job.choice?.options ?? [];
/** What is chosen of a job's choice. */
export function optionOf(job: Job, { figures }: Entry) {
  const options = optionsOf(job);
  return options.find(({ value }) => value === figures[job.choice?.key ?? '']) ?? options[0];
}

/** What a job asks the server, without station and analyzer; null: not enough is there yet. */
export function readingsOf(job: Job, entry: Entry): Record<string, unknown> | null {
  const way = wayOf(job, entry);
  const option = optionOf(job, entry);
  if (!way) return null;
  const groups = [...way.groups, ...(option ? [option.group] : [])];
  const pieces = [
    way.table ? tableOf(way.table, entry.rows) : sweepsOf(way, entry),
    ...groups.map((group) => groupOf(group, entry.figures)),
  ];
  if (pieces.includes(null)) return null;
  const flag = job.flag ? { [job.flag.key]: entry.figures[job.flag.figure] === 'yes' } : {};
  return Object.assign({}, ...pieces, flag) as Record<string, unknown>;
}

function tableOf(table: JobTable, rows: Row[]): object | null {
  const { columns, needed, one_of, form, into, least } = table;
  const has = (row: Row, key: string) => cellOf(row[key]) !== undefined;
  const whole = rows.filter(
    (row) => needed.every((key) => has(row, key)) && (!one_of.length || one_of.some((key) => has(row, key))),
  );
  if (whole.length < least) return null;
  const typedRows = whole.map((row) => {
    const cells = columns.map(({ key }) => [key, cellOf(row[key]) ?? null] as const);
    if (form === 'objects') return Object.fromEntries(cells);
    return form === 'lists' ? cells.map(([, cell]) => cell) : cells[0]?.[1];
  });
  return { [into]: typedRows };
}

function sweepsOf(way: JobWay, { sweeps }: Entry): object | null {
  const has = (end: string) => sweeps[end] !== undefined;
  if (!way.needed.every(has) || (way.one_of.length && !way.one_of.some(has))) return null;
  return Object.fromEntries(
    way.sweeps.flatMap(({ key, end }) => (sweeps[end] ? [[key, sweeps[end].text]] : [])),
  );
}

function groupOf({ fields, into, before }: JobGroup, figures: Record<string, string>): object | null {
  const typed = typedFields(fields, figures, before);
  if (fields.some(({ key, needed }) => needed && typed[key] === undefined)) return null;
  return into ? { [into]: typed } : typed;
}

/** As what a part goes onto the shelf that is none of the run, with those of its figures that were typed. */
export function blankOf({ blank }: Job, { figures }: Entry): PartModel | undefined {
  if (!blank) return undefined;
  const typed = Object.entries(figures).map(([key, text]) => [key, typedNumber(text)] as const);
  const known = typed.filter(([key, value]) => key in blank && typeof value === 'number' && value > 0);
  return { ...blank, ...Object.fromEntries(known) } as PartModel;
}
