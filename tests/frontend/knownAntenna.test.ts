import { expect, test } from 'vitest';
import type { SweepRow } from '../../frontend/src/lib/api/client';
import { feedpointSweep } from '../../frontend/src/lib/antenna/lastSweep';

const row = (id: number, taken: string, joint: number, parts = 2, removed = false) =>
  ({ id, taken, joint, chain: Array(parts).fill({ kind: 'meter' }), removed }) as unknown as SweepRow;

test('beside an antenna lies the newest sweep that was taken at the end of the run of its day', () => {
  const rows = [
    row(1, '2025-01-01', 2),
    row(2, '2026-01-01', 0),
    row(3, '2025-06-01', 4, 4),
    row(4, '2026-05-01', 2, 2, true),
  ];
  expect(feedpointSweep(rows)?.id).toBe(3);
  expect(feedpointSweep([row(2, '2026-01-01', 0)])).toBeNull();
});
