import { expect, test, vi } from 'vitest';
import { History } from '../../frontend/src/lib/station/history.svelte';
import type { StationFile } from '../../frontend/src/lib/api/client';
import { Asking } from '../../frontend/src/lib/api/asking.svelte';
import { pack, unpack } from '../../frontend/src/lib/station/packing';

test('undo and redo walk the same states; a new change forgets what was undone', () => {
  const history = new History<string>();
  history.record('a', 'x', 0);
  history.record('b', 'y', 1);
  expect(history.undo('c')).toBe('b');
  expect(history.undo('b')).toBe('a');
  expect(history.redo('a')).toBe('b');
  history.record('b', 'z', 2);
  expect(history.canRedo).toBe(false);
  expect(history.undo('d')).toBe('b');
});

test('a drag is one step', () => {
  const history = new History<number>();
  for (let k = 0; k < 10; k++) history.record(k, 'chain[0].length_m', k * 50);
  expect(history.undo(10)).toBe(0);
  expect(history.canUndo).toBe(false);
});

test('only the newest waiting job runs, and never two at once', async () => {
  const latest = new Asking<never>();
  const ran: number[] = [];
  let running = 0;
  const job = (n: number) => async () => {
    expect(++running).toBe(1);
    await new Promise((done) => setTimeout(done, 5));
    running--;
    ran.push(n);
  };
  for (let n = 0; n < 6; n++) latest.run(job(n));
  await vi.waitFor(() => expect(ran).toEqual([0, 5]));
});

test('a draft keeps every sweep text once, and comes back whole', () => {
  const state = (name: string, content?: string) =>
    ({
      name,
      antenna: content === undefined ? { kind: 'unknown' } : { kind: 'touchstone', content },
      arrangements: [{ name: 'kept', chain: [], antenna: { kind: 'touchstone', content: 'A' } }],
    }) as unknown as StationFile;
  const draft = {
    version: 3,
    at: 12,
    unsaved: true,
    base: state('saved', 'A'),
    document: state('now', 'B'),
    past: [state('first', 'A'), state('second', 'B'), state('bare')],
    future: [state('later', '')],
  };
  const packed = pack(draft);
  expect(packed.texts).toEqual(['A', 'B', '']);
  expect(JSON.stringify(packed.past)).not.toContain('"A"');
  expect(unpack(packed)).toEqual(draft);
});
