import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, test, vi } from 'vitest';
import type { PlannedAntenna } from '../../frontend/src/lib/api/client';
import PlanPanel from '../../frontend/src/lib/antenna/PlanPanel.svelte';
import { planned, scaleOf, SHAPES } from '../../frontend/src/lib/antenna/planning';
import { suggestions } from '../../frontend/src/lib/antenna/room';
import WireLengths from '../../frontend/src/lib/antenna/WireLengths.svelte';
import RoomFor from '../../frontend/src/lib/antenna/RoomFor.svelte';
import { FakeServer, settled, station, stubResizeObserver } from './server';

const span = (median: number) => ({ min: median - 1, median, max: median + 1 });
const ESTIMATE = {
  wires: [{ start: [-10, 0, 9], end: [10, 0, 9] }],
  feed: [0, 0, 9],
  coils: [],
  radials: [],
  results: [
    {
      mhz: 7.1,
      r_ohm: span(60),
      x_ohm: span(-20),
      swr: span(2),
      efficiency: span(0.98),
      sky_share: 0.7,
      matters: 'soil',
    },
  ],
  sentence: 'This is an estimate.',
};
const formOf = (antenna: PlannedAntenna) => ({
  document: { antenna },
  faults: {},
  drafts: {},
  change: vi.fn(),
});
const BANDS = [{ name: '40 m', low_mhz: 7, high_mhz: 7.2 }];

beforeEach(stubResizeObserver);

test('another shape keeps wire and ground, and begins with what it needs', () => {
  const before = { ...planned('dipole', 7.1, { label: 'garden' }), wire_mm: 1, ground: 'poor' };
  expect(before).toMatchObject({ shape: 'dipole', length_m: 20.26, label: 'garden' });
  for (const [shape] of SHAPES) {
    const next = planned(shape, 7.1, before);
    expect(next).toMatchObject({ kind: 'wires', shape, label: 'garden', wire_mm: 1, ground: 'poor' });
    expect('length_m' in next).toBe(shape === 'dipole');
  }
});

test('a picture keeps its proportions and holds every point', () => {
  const points = [
    [-10, 0],
    [10, 9],
  ] as const;
  const { at, metre } = scaleOf(points, 260, 150, 16);
  const [x0, y0] = at(-10, 0);
  const [x1, y1] = at(10, 9);
  expect([(x1 - x0) / 20, (y0 - y1) / 9]).toEqual([expect.closeTo(metre), expect.closeTo(metre)]);
  for (const [x, y] of [at(-10, 0), at(10, 9)]) {
    expect(x).toBeGreaterThanOrEqual(16 - 1e-9);
    expect(x).toBeLessThanOrEqual(244 + 1e-9);
    expect(y).toBeGreaterThanOrEqual(16 - 1e-9);
    expect(y).toBeLessThanOrEqual(134 + 1e-9);
  }
});

test('what is suggested fits into the place and stays out of reach', () => {
  for (const [length_m, breadth_m, height_m, mhz] of [
    [20, 10, 9, 3.65],
    [40, 30, 15, 3.65],
    [8, 6, 6, 7.1],
    [60, 20, 4, 14.2],
  ] as const) {
    const found = suggestions({ length_m, breadth_m, height_m }, mhz);
    expect(found).toHaveLength(3);
    const corner = Math.hypot(length_m, breadth_m);
    const vee = found[0]?.antenna as Extract<PlannedAntenna, { shape: 'inverted-vee' }>;
    const half = ((vee.angle_deg ?? 0) * Math.PI) / 360;
    expect(vee.leg_m * Math.sin(half)).toBeLessThanOrEqual(corner / 2 + 0.2);
    expect(height_m - vee.leg_m * Math.cos(half)).toBeGreaterThan(2.2);
    const wire = found[1]?.antenna as Extract<PlannedAntenna, { shape: 'end-fed' }>;
    expect(wire.wire_m).toBeGreaterThanOrEqual((wire.far_height_m ?? 0) - (wire.near_height_m ?? 0));
    expect(wire.wire_m).toBeLessThan(Math.hypot(corner, height_m));
    const vertical = found[2]?.antenna as Extract<PlannedAntenna, { shape: 'vertical' }>;
    expect(vertical.height_m).toBeLessThanOrEqual(height_m);
  }
  expect(suggestions({ length_m: 20, breadth_m: NaN, height_m: 9 }, 7.1)).toEqual([]);
  expect(suggestions({ length_m: 20, breadth_m: 10, height_m: 2 }, 7.1)).toEqual([]);
});

test('a place leads to a plan; without a support there is none', async () => {
  const onplan = vi.fn();
  render(RoomFor, { mhz: 3.65, onplan });
  await userEvent.click(screen.getByRole('button', { name: /An inverted vee/ }));
  expect(onplan.mock.calls[0]?.[0]).toMatchObject({ shape: 'inverted-vee', apex_m: 9 });
  const support = screen.getByRole('textbox', { name: /Highest support/ });
  await userEvent.clear(support);
  expect(screen.getByText(/a support higher than 3 m/)).toBeTruthy();
});

test('the plan is drawn and told band by band; shape and measures change the document', async () => {
  const server = new FakeServer(() => ({ body: ESTIMATE }));
  const antenna = planned('dipole', 7.1);
  const form = formOf(antenna);
  render(PlanPanel, { form, antenna, bands: BANDS, mhz: 7.1 });
  await settled();
  expect(server.to('/api/antenna/estimate').at(-1)?.body).toMatchObject({ antenna, mhz: [7.1] });
  const row = await screen.findByRole('row', { name: /40 m/ });
  expect(within(row).getByText('59 to 61')).toBeTruthy();
  expect(screen.getByRole('img', { name: 'From the side: up to 9 m high, 20 m across' })).toBeTruthy();
  expect(screen.getByText('This is an estimate.')).toBeTruthy();
  expect(screen.getByText(/overhead line/)).toBeTruthy();
  const length = screen.getByRole('textbox', { name: 'Length' });
  await userEvent.clear(length);
  await userEvent.type(length, '3');
  expect(form.change).toHaveBeenLastCalledWith('antenna.length_m', 3);
  await userEvent.selectOptions(screen.getByLabelText('Shape'), 'vertical');
  expect(form.change.mock.lastCall?.[1]).toMatchObject({ shape: 'vertical', height_m: 10.13 });
  await userEvent.click(screen.getByText('Wire and ground'));
  await userEvent.selectOptions(screen.getByLabelText('Ground'), 'poor');
  expect(form.change).toHaveBeenLastCalledWith('antenna.ground', 'poor');
});

test('lengths are tried for the station, and one of them is taken', async () => {
  const band = { name: '40 m', mhz: 7.1, r_ohm: 60, x_ohm: 1, swr: 1.2, radiated_w: 90, extreme: false };
  const tried = [18, 20, 22].map((length_m) => ({
    length_m,
    suits: length_m === 20,
    margin_m: length_m === 20 ? 2 : 0,
    bands: [{ ...band, reached: length_m === 20 }],
  }));
  const server = new FakeServer(({ body }) =>
    (body as { from_m: unknown }).from_m === 12
      ? {
          body: {
            field: 'length_m',
            lengths: tried,
            windows: [{ from_m: 19.5, to_m: 20.5 }],
            sentence: 'Every band is in reach with 20 m.',
          },
        }
      : { status: 422, body: { errors: [{ place: 'to_m', rule: 'must be above from_m (50)' }] } },
  );
  const onadopt = vi.fn();
  render(WireLengths, { station: station(), length_m: 20, onadopt });
  await userEvent.click(screen.getByRole('button', { name: 'Try sixty lengths' }));
  await screen.findByText('Every band is in reach with 20 m.');
  expect(server.to('/api/antenna/lengths')[0]?.body).toMatchObject({ from_m: 12, to_m: 30, count: 60 });
  await userEvent.click(screen.getByRole('button', { name: 'Take 20 m, in the middle of 19.5 m to 20.5 m' }));
  expect(onadopt).toHaveBeenLastCalledWith('length_m', 20);
  await userEvent.click(screen.getByText('The picture as a table'));
  expect(screen.getByRole('row', { name: /18 m 90, not in reach/ })).toBeTruthy();
  await userEvent.click(screen.getAllByRole('button', { name: 'take' })[2] as HTMLElement);
  expect(onadopt).toHaveBeenLastCalledWith('length_m', 22);
  const from = screen.getByRole('textbox', { name: 'From' });
  await userEvent.clear(from);
  await userEvent.type(from, '50{Enter}');
  expect((await screen.findByRole('alert')).textContent).toContain('last length must be above');
  expect(screen.getByText('Every band is in reach with 20 m.')).toBeTruthy();
});
