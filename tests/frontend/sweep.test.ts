import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { PartModel } from '../../frontend/src/lib/api/client';
import { ohmsTop, pathOf } from '../../frontend/src/lib/charts/axes';
import { jointName, joints } from '../../frontend/src/lib/sweep/joints';
import { Sweeps } from '../../frontend/src/lib/sweep/sweeps.svelte';
import { FakeServer, settled, station, until } from './server';

let server: FakeServer;
const row = (id: number, more: object = {}) => ({
  id,
  title: `sweep ${String(id)}`,
  taken: '2026-11-24T10:00:00Z',
  joint: 0,
  chain: [],
  baseline: false,
  trim: false,
  removed: false,
  ...more,
});
let log = [row(1), row(2)];
const look = (id: number) => ({ shown: 0, reading: { sentence: `look ${String(id)}` } });

beforeEach(() => {
  log = [row(1), row(2)];
  server = new FakeServer(({ method, path }) => {
    const id = Number(/sweeps\/(\d+)/.exec(path)?.[1]);
    if (path.endsWith('/look')) return { body: look(id) };
    if (method === 'GET') return { body: log };
    if (method === 'POST' && path.endsWith('/sweeps'))
      return { status: 422, body: { errors: [{ place: 'line 3', rule: 'has an SWR of 0.3' }] } };
    return { body: log[0] };
  });
});
afterEach(async () => {
  await settled();
  vi.unstubAllGlobals();
});

test('a path breaks where a figure is infinite, and ohms beyond 500 do not flatten the rest', () => {
  expect(pathOf([0, 1, 2, 3], [5, 6, null, 7])).toBe('M0,5L1,6M3,7Z');
  expect(ohmsTop([50, -60, 4000, 55, 45, 50, 50, 50, 50, 50, 50])).toBe(100);
  expect(ohmsTop([4000, 5000])).toBe(500);
});

test('joints are named by what stands before them', () => {
  const chain = [
    { kind: 'line', label: 'jumper' },
    { kind: 'meter', label: '' },
    { kind: 'line' },
  ] as PartModel[];
  expect(joints(chain).map(([, name]) => name)).toEqual([
    'at the radio',
    'after “jumper”',
    'after “meter”',
    'at the feedpoint',
  ]);
  expect(jointName([], 0)).toBe('at the radio');
});

test('the newest sweep is chosen; another choice starts from where it was taken', async () => {
  const sweeps = new Sweeps(1);
  await sweeps.load();
  expect(sweeps.chosen).toBe(2);
  sweeps.shown = 1;
  sweeps.refresh(station());
  await until(() => sweeps.look !== null);
  expect(sweeps.look?.reading.sentence).toBe('look 2');
  expect(server.to('/api/sweeps/2/look')[0]?.body).toMatchObject({ shown: 1, comfort_swr: 2 });
  sweeps.choose(1);
  expect([sweeps.shown, sweeps.look]).toEqual([null, null]);
});

test('an answer for a sweep that is no longer chosen is dropped', async () => {
  const sweeps = new Sweeps(1);
  await sweeps.load();
  sweeps.refresh(station());
  sweeps.choose(1);
  await settled();
  expect(sweeps.look).toBeNull();
});

test('a refused file says where, and nothing is lost', async () => {
  const sweeps = new Sweeps(1);
  await sweeps.load();
  expect(await sweeps.bring({ text: 'x', title: 'bad', joint: 0 }, [])).toBe(false);
  sweeps.refresh(station());
  await until(() => sweeps.look !== null);
  expect(sweeps.trouble).toBe('The sweep was not taken. Line 3 has an SWR of 0.3.');
  expect(sweeps.chosen).toBe(2);
});

test('what is put away is out of the log and can be brought back', async () => {
  const sweeps = new Sweeps(1);
  await sweeps.load();
  log = [row(1), row(2, { removed: true })];
  await sweeps.change(2, { removed: true });
  expect(sweeps.kept.map((one) => one.id)).toEqual([1]);
  expect(sweeps.chosen).toBe(1);
  expect(server.asked.find((one) => one.method === 'PATCH')?.body).toEqual({ removed: true });
});
