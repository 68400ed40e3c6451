import { expect, test } from 'vitest';
import type { Here, StageResult } from '../../frontend/src/lib/api/client';
import { HEIGHT, layOut, ribbonPath, wavePath, type StripLayout } from '../../frontend/src/lib/strip/layout';

const stage = (in_w: number, out_w: number, kind: StageResult['kind'] = 'inline') =>
  ({ kind, label: kind, in_w, out_w, taken_w: in_w - out_w }) as StageResult;

const here = {
  result: {
    transmitter: { rated_w: 100, accepted_w: 90 },
    stages: [stage(90, 60, 'line'), stage(60, 50)],
    antenna: { radiated_w: 45, taken_w: 5 },
  },
  waves: [],
} as unknown as Here;

test('heights follow power and what goes in comes out or falls', () => {
  const layout = layOut(here, [40], 1280);
  expect(layout.segments[0]?.inHeight).toBeCloseTo(0.9 * HEIGHT.ribbon);
  for (const s of layout.segments) expect(s.outHeight + s.takenHeight).toBeCloseTo(s.inHeight);
  expect(layout.radiatedHeight + layout.antennaTakenHeight).toBeCloseTo(layout.segments[1]?.outHeight ?? 0);
});

test('parts fill the run without gaps, at any width', () => {
  for (const width of [360, 640, 1280, 3000]) {
    const layout = layOut(here, [40, 0], width);
    expect(layout.segments[0]?.x0).toBeCloseTo(layout.start);
    expect(layout.segments[0]?.x1).toBeCloseTo(layout.segments[1]?.x0 ?? 0);
    expect(layout.segments[1]?.x1).toBeCloseTo(layout.end);
    expect(ribbonPath(layout)).not.toContain('NaN');
  }
});

test('the highest crest touches the top of its band', () => {
  expect(wavePath([0, 10, 5], 10, 0, 100)).toContain(`50.0 ${(HEIGHT.waveBase - HEIGHT.wave).toFixed(1)}`);
});

test('a run without parts is a ribbon of one height', () => {
  const bare = { width: 400, start: 100, end: 300, acceptedHeight: 40, segments: [] };
  const { top } = HEIGHT;
  expect(ribbonPath(bare as unknown as StripLayout)).toBe(`M100 ${top}H300V${top + 40}H100Z`);
});
