import { fireEvent, render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, test, vi } from 'vitest';
import type { PlannedAntenna, PlannedOut } from '../../frontend/src/lib/api/client';
import { handlesOf, type Spot } from '../../frontend/src/lib/antenna/handles';
import { planned, scaleOf } from '../../frontend/src/lib/antenna/planning';
import ShapePicture from '../../frontend/src/lib/antenna/ShapePicture.svelte';
import { stubResizeObserver } from './server';

beforeEach(stubResizeObserver);

const drawn = (antenna: PlannedAntenna): PlannedOut => {
  const wires: Record<string, number[][]> = {
    dipole: [[-10, 0, 9, 10, 0, 9]],
    'end-fed': [
      [0, 0, 2, 15, 0, 8],
      [0, 0, 2, -5, 0, 0.5],
    ],
    fan: [
      [-0.05, 0, 9, 0.05, 0, 9],
      [-0.05, 0, 9, -10, 1, 9],
      [0.05, 0, 9, 10, -1, 9],
    ],
  };
  const feeds: Record<string, number[]> = { 'end-fed': [0, 0, 2], vertical: [0, 0, 0], whip: [0, 0, 0] };
  const mine = antenna.shape === 'wires' ? antenna.wires : (wires[antenna.shape] ?? []);
  return {
    coils: [],
    radials: [],
    feed: antenna.shape === 'wires' ? antenna.feed : (feeds[antenna.shape] ?? [0, 0, 9]),
    wires: mine.map((wire) => ({ start: wire.slice(0, 3), end: wire.slice(3) })),
  } as unknown as PlannedOut;
};
const SHAPED: PlannedAntenna[] = [
  { kind: 'wires', shape: 'dipole', length_m: 20, height_m: 9 },
  { kind: 'wires', shape: 'inverted-vee', leg_m: 10, apex_m: 9, angle_deg: 120 },
  { kind: 'wires', shape: 'vertical', height_m: 8, radials: 8, radial_m: 6, coil: { uh: 4, at_share: 0.5 } },
  { kind: 'wires', shape: 'whip', height_m: 2.5 },
  {
    kind: 'wires',
    shape: 'wires',
    wires: [
      [0, 0, 8, 10, 0, 8],
      [10, 0, 8, 20, 0, 6],
    ],
    feed: [10, 0, 8],
  },
];

test('what is moved to where it is stays what it was', () => {
  for (const antenna of SHAPED)
    for (const { at, moved } of handlesOf(antenna, drawn(antenna))) expect(moved(at)).toEqual(antenna);
});

test('what is taken hold of goes where the hand goes', () => {
  const move = (antenna: PlannedAntenna, id: string, to: Spot) =>
    handlesOf(antenna, drawn(antenna))
      .find((handle) => handle.id === id)
      ?.moved(to);
  const [dipole, vee, vertical, whip, own] = SHAPED as [
    PlannedAntenna,
    PlannedAntenna,
    PlannedAntenna,
    PlannedAntenna,
    PlannedAntenna,
  ];
  expect(move(dipole, 'right', [12, 0, 7])).toMatchObject({ length_m: 24, height_m: 7 });
  expect(move({ ...dipole, feed_share: 0.25 } as PlannedAntenna, 'left', [-6, 0, 9])).toMatchObject({
    length_m: 24,
  });
  expect(move(vee, 'left', [-12, 0, 9])).toMatchObject({ leg_m: 12, angle_deg: 180 });
  expect(move(vee, 'left', [-3, 0, 5])).toMatchObject({ leg_m: 5, angle_deg: 74 });
  expect(move(vee, 'apex', [0, 0, 1])).toMatchObject({ apex_m: 5.2 }); // the ends stay off the ground
  expect(move(vertical, 'top', [0, 0, 10.02])).toMatchObject({ height_m: 10 });
  expect(move(vertical, 'coil', [0, 0, 6])).toMatchObject({ coil: { uh: 4, at_share: 0.75 } });
  expect(move(vertical, 'radial', [3, 4, 0])).toMatchObject({ radial_m: 5 });
  expect(move(whip, 'top', [0, 0, -3])).toMatchObject({ height_m: 0.5 });
  expect(move(own, 'wire-0-3', [10, 2, 9])).toMatchObject({
    wires: [
      [0, 0, 8, 10, 2, 9],
      [10, 2, 9, 20, 0, 6],
    ],
    feed: [10, 2, 9],
  }); // wires that join stay joined, and the feed goes along
  const endFed = planned('end-fed', 7.1);
  const moved = move(endFed, 'far', [0, 0, 12]) as Extract<PlannedAntenna, { shape: 'end-fed' }>;
  expect(moved.wire_m).toBeGreaterThanOrEqual(10); // never shorter than its rise
  expect(move(endFed, 'feed', [0, 0, 3])).toMatchObject({ near_height_m: 3 });
  expect(move(endFed, 'counterpoise', [-4, 0, 2])).toMatchObject({ counterpoise_height_m: 2 });
  const fan = { kind: 'wires', shape: 'fan', lengths_m: [20, 10] } as PlannedAntenna;
  expect(move(fan, 'longest', [12, 0, 8])).toMatchObject({ height_m: 8, lengths_m: [24.1, 10] });
});

test('an end is moved by the arrow keys, and by the hand at the scale it was taken at', async () => {
  vi.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockReturnValue(260);
  const antenna = SHAPED[0] as PlannedAntenna;
  const onmove = vi.fn();
  const { rerender } = render(ShapePicture, { planned: drawn(antenna), antenna, onmove });
  const end = screen.getByRole('button', { name: /^Move its right end: 10 m across, 9 m up/ });
  end.focus();
  await userEvent.keyboard('{ArrowRight}');
  expect(onmove).toHaveBeenLastCalledWith({ ...antenna, length_m: 20.2 });
  await userEvent.keyboard('{Shift>}{ArrowUp}{/Shift}');
  expect(onmove).toHaveBeenLastCalledWith({ ...antenna, height_m: 10 });
  end.setPointerCapture = vi.fn();
  const [x, y] = [Number(end.getAttribute('cx')), Number(end.getAttribute('cy'))];
  const point = (dx: number, dy: number) => ({ clientX: x + dx, clientY: y + dy, pointerId: 1 });
  await fireEvent.pointerDown(end, point(2, 2)); // taken beside its middle
  await fireEvent.pointerMove(end, point(22, 2));
  const { metre } = scaleOf(
    [
      [-10, 9],
      [10, 9],
      [0, 0],
    ],
    260,
    150,
    16,
  );
  const once = onmove.mock.lastCall?.[0] as { length_m: number; height_m: number };
  expect(once.length_m).toBeCloseTo(20 + (2 * 20) / metre, 0);
  expect(once.height_m).toBeCloseTo(9, 1);
  await rerender({ planned: drawn(antenna), antenna: once as PlannedAntenna, onmove });
  await fireEvent.pointerUp(end, point(22, 2));
  expect((onmove.mock.lastCall?.[0] as { length_m: number }).length_m).toBeCloseTo(once.length_m, 1);
  const calls = onmove.mock.calls.length;
  await fireEvent.pointerMove(end, point(60, 2)); // let go
  expect(onmove).toHaveBeenCalledTimes(calls);
});
