import { expect, test } from 'vitest';
import { rowsOf, sorted } from '../../frontend/src/lib/shelf/comparing';
import type { ShelfItem } from '../../frontend/src/lib/shelf/shelf.svelte';

const item = (key: string, title: string) => ({ key, title }) as ShelfItem;
const span = (min: number, max: number | null) => ({ min, median: min, max });
const rows = rowsOf(
  [item('a', 'Thin 10 mm'), item('b', 'Thin 9 mm'), item('c', 'Open'), item('d', 'Unknown')],
  {
    swr: 3,
    lines: [
      { token: 'a', matched_db: 2, loss_db: span(2, 3), limit_w: span(90, 120), price: 10 },
      { token: 'b', matched_db: 1, loss_db: span(1, null), limit_w: span(100, 110), price: null },
      { token: 'c', matched_db: 0.1, loss_db: 0.4, limit_w: null, price: 20 },
    ],
  },
);
const order = (by: Parameters<typeof sorted>[1]) => sorted(rows, by).map(({ item: { key } }) => key);

test('lines are sorted by the worst of their figures; what is not known comes last', () => {
  expect(order('name')).toEqual(['c', 'b', 'a', 'd']); // 9 before 10
  expect(order('matched')).toEqual(['c', 'b', 'a', 'd']);
  expect(order('loss')).toEqual(['c', 'a', 'b', 'd']); // at one phase nothing comes out of b
  expect(order('bears')).toEqual(['b', 'a', 'c', 'd']);
  expect(order('price')).toEqual(['a', 'c', 'b', 'd']);
  expect(rows.map(({ item: { key } }) => key)).toEqual(['a', 'b', 'c', 'd']);
});
