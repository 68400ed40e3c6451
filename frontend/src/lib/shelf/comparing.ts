/** The shelf's lines side by side: what stands in each row, sorted as asked. */
import type { LinesBeside } from '../api/client';
import { highest, lowest } from '../figures';
import type { ShelfItem } from './shelf.svelte';

export type Column = 'name' | 'matched' | 'loss' | 'bears' | 'price';

export interface Row {
  item: ShelfItem;
  beside: LinesBeside['lines'][number] | undefined;
}

/** Each line with its figures; those without stay. */
export function rowsOf(items: ShelfItem[], answer: LinesBeside | null): Row[] {
  const figures = new Map(answer?.lines.map((line) => [line.token, line]));
  return items.map((item) => ({ item, beside: figures.get(item.key) }));
}

const KEYS: Record<Exclude<Column, 'name'>, (row: Row) => number> = {
  matched: ({ beside }) => beside?.matched_db ?? Infinity,
  loss: ({ beside }) => highest(beside?.loss_db) ?? Infinity,
  bears: ({ beside }) => -(lowest(beside?.limit_w) ?? 0),
  price: ({ beside }) => beside?.price ?? Infinity,
};

/** The least loss at its worst, the most borne, the least price first; what is not known comes last. */
export function sorted(rows: Row[], by: Column): Row[] {
  if (by === 'name')
    return rows.toSorted((a, b) => a.item.title.localeCompare(b.item.title, 'en', { numeric: true }));
  const key = KEYS[by];
  return rows.toSorted((a, b) => compare(key(a), key(b)));
}

const compare = (a: number, b: number) => (a === b ? 0 : a - b);
