import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, test, vi } from 'vitest';
import { rowsOf, sorted } from '../../frontend/src/lib/shelf/comparing';
import type { ShelfItem } from '../../frontend/src/lib/shelf/shelf.svelte';
import ShelfLines from '../../frontend/src/lib/shelf/ShelfLines.svelte';
import { FakeServer, settled, station } from './server';

const item = (key: string, title: string) => ({ key, title }) as ShelfItem;
const span = (min: number, max: number | null) => ({ min, median: min, max });
const rows = rowsOf(
  [item('a', 'Thin 10 mm'), item('b', 'Thin 9 mm'), item('c', 'Open'), item('d', 'Unknown')],
  {
    swr: 3,
    why: '',
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

const LINES = ['a', 'b'].map((key) => ({
  ...item(key, `Line ${key}`),
  note: 'foam',
  own: key === 'b' ? 5 : null,
  part: { kind: 'line', label: key, line: key, length_m: 10 },
})) as unknown as ShelfItem[];

test('lines are asked about at their place and taken with the length that was compared', async () => {
  const server = new FakeServer(({ body }) =>
    (body as { length_m: unknown }).length_m === 25
      ? {
          body: {
            swr: 3,
            why: '',
            lines: [
              { token: 'a', matched_db: 2, loss_db: 3, limit_w: null, price: null },
              { token: 'b', matched_db: 1, loss_db: span(1, 2), limit_w: 90, price: 12.5 },
            ],
          },
        }
      : {
          status: 422,
          body: {
            errors: [{ place: 'length_m', rule: 'must be above 0', sentence: 'The length must be above 0.' }],
          },
        },
  );
  const [ontake, ondrop] = [vi.fn(), vi.fn()];
  const props = {
    items: LINES,
    station: station(),
    place: 2,
    mhz: 7.1,
    length_m: 25,
    present: 'a',
    ontake,
    ondrop,
  };
  render(ShelfLines, props);
  await screen.findByRole('row', { name: /Line a, as now.*2 3 \? \?/ });
  expect(server.to('/api/shelf/compare')[0]?.body).toMatchObject({ place: 2, mhz: 7.1, length_m: 25 });
  const names = () => screen.getAllByRole('rowheader').map((row) => row.textContent?.trim().slice(0, 6));
  expect(names()).toEqual(['Line a', 'Line b']);
  await userEvent.click(screen.getByRole('button', { name: 'here, dB' }));
  expect(names()).toEqual(['Line b', 'Line a']);
  expect(screen.getByRole('columnheader', { name: /here, dB/ }).getAttribute('aria-sort')).toBe('ascending');
  await userEvent.click(screen.getByRole('button', { name: 'Take Line b off the shelf' }));
  expect(ondrop).toHaveBeenCalledWith(5);
  await userEvent.click(screen.getByRole('button', { name: /^Line b/ }));
  expect(ontake).toHaveBeenCalledWith(LINES[1], 25);
  await userEvent.clear(screen.getByLabelText('Length'));
  await userEvent.type(screen.getByLabelText('Length'), '0');
  expect((await screen.findByRole('alert')).textContent).toContain('The length must be above 0.');
  expect(screen.getByRole('row', { name: /Line b.*1 1 to 2/ })).toBeTruthy();
  await settled();
  vi.unstubAllGlobals();
});

test('without an antenna the lines are still told, and why nothing more is', async () => {
  new FakeServer(() => ({
    body: {
      swr: null,
      why: 'The antenna is not described yet.',
      lines: [{ token: 'a', matched_db: 2, loss_db: null, limit_w: null, price: 30 }],
    },
  }));
  const nothing = vi.fn();
  const place = { station: station(), place: 2, mhz: 7.1, length_m: 25, present: 'a' };
  render(ShelfLines, { items: LINES, ...place, ontake: nothing, ondrop: nothing });
  await screen.findByRole('row', { name: /Line a, as now.*2 \? \? 30/ });
  expect(screen.getByRole('alert').textContent).toContain('The antenna is not described yet.');
  expect(screen.queryByText(/SWR/)).toBeNull();
});
