import type { SweepRow } from '../api/client';

/** The newest sweep that was taken at the feedpoint. */
export function feedpointSweep(rows: readonly SweepRow[]): SweepRow | null {
  const atAntenna = rows.filter((row) => !row.removed && row.joint === row.chain.length);
  return atAntenna.reduce<SweepRow | null>(
    (last, row) => (!last || row.taken > last.taken ? row : last),
    null,
  );
}
