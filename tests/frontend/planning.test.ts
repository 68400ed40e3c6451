import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, test, vi } from 'vitest';
import type { PlannedAntenna } from '../../frontend/src/lib/api/client';
import AgainstSweep from '../../frontend/src/lib/antenna/AgainstSweep.svelte';
import { asPlanned, withAntenna } from '../../frontend/src/lib/antenna/measured';
import WhatIf from '../../frontend/src/lib/antenna/WhatIf.svelte';
import Widths from '../../frontend/src/lib/antenna/Widths.svelte';
import PlanPanel from '../../frontend/src/lib/antenna/PlanPanel.svelte';
import { planned, scaleOf, SHAPES } from '../../frontend/src/lib/antenna/planning';
import WireLengths from '../../frontend/src/lib/antenna/WireLengths.svelte';
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
      soil: { min: 0.2, median: 0.25, max: 0.3 },
      sky: { min: 0.6, median: 0.7, max: 0.75 },
      sky_share: 0.7,
      matters: 'soil',
    },
  ],
  sentence: 'This is an estimate.',
};
/** As many estimates as frequencies were asked for. */
const estimated = ({ body }: { body: unknown }) => {
  const { mhz } = body as { mhz: number[] };
  return { body: { ...ESTIMATE, results: mhz.map((one) => ({ ...ESTIMATE.results[0], mhz: one })) } };
};
const formOf = (antenna: PlannedAntenna) => ({
  document: { antenna },
  faults: {},
  drafts: {},
  change: vi.fn(),
});
const DIPOLE: PlannedAntenna = { kind: 'wires', shape: 'dipole', length_m: 20, height_m: 9 };
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

test('the plan is drawn and told band by band; shape and measures change the document', async () => {
  const server = new FakeServer(estimated);
  const antenna = planned('dipole', 7.1);
  const form = formOf(antenna);
  render(PlanPanel, { form, antenna, bands: BANDS, mhz: 7.1 });
  await settled();
  const [quick] = server.to('/api/antenna/estimate');
  expect(quick?.body).toMatchObject({ antenna: { ...antenna, spread: false }, sky: false });
  await vi.waitFor(() =>
    expect(server.to('/api/antenna/estimate').at(-1)?.body).toMatchObject({ antenna, mhz: [7.1], sky: true }),
  );
  const row = await screen.findByRole('row', { name: /40 m/ });
  expect(within(row).getByText('59 to 61')).toBeTruthy();
  expect(screen.getByRole('group', { name: 'From the side: up to 9 m high, 20 m across' })).toBeTruthy();
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
  await userEvent.selectOptions(screen.getByLabelText('Ground'), 'soil by its figures');
  expect(form.change).toHaveBeenLastCalledWith('antenna.ground', { eps_r: 13, sigma_s_m: 0.005 });
});

test('lengths are tried for the station, and one of them is taken', async () => {
  const band = {
    name: '40 m',
    mhz: 7.1,
    r_ohm: 60,
    x_ohm: 1,
    swr: 1.2,
    radiated_w: 95,
    sky_w: 90,
    bears_w: 80,
    extreme: false,
  };
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
            answer: {
              field: 'length_m',
              lengths: tried,
              best_m: 20.1,
              windows: [{ from_m: 19.5, to_m: 20.5 }],
              sentence: 'Every band is in reach with 20 m.',
            },
          },
        }
      : {
          status: 422,
          body: {
            errors: [{ place: 'to_m', rule: '…', sentence: 'The last length must be above the first one.' }],
          },
        },
  );
  const onadopt = vi.fn();
  render(WireLengths, { station: station(), length_m: 20, onadopt });
  await userEvent.click(screen.getByRole('button', { name: 'Try sixty lengths' }));
  await screen.findByText('Every band is in reach with 20 m.');
  expect(server.to('/api/antenna/lengths')[0]?.body).toMatchObject({ from_m: 12, to_m: 30, count: 60 });
  await userEvent.click(screen.getByRole('button', { name: 'Take 20.1 m, the best of them' }));
  expect(onadopt).toHaveBeenLastCalledWith('length_m', 20.1);
  await userEvent.click(screen.getByRole('button', { name: 'Take 20 m, in the middle of 19.5 m to 20.5 m' }));
  expect(onadopt).toHaveBeenLastCalledWith('length_m', 20);
  await userEvent.click(screen.getByText('The picture as a table'));
  expect(screen.getByRole('row', { name: /18 m 90, not suited: 80 borne/ })).toBeTruthy();
  await userEvent.click(screen.getAllByRole('button', { name: 'take' })[2] as HTMLElement);
  expect(onadopt).toHaveBeenLastCalledWith('length_m', 22);
  const from = screen.getByRole('textbox', { name: 'From' });
  await userEvent.clear(from);
  await userEvent.type(from, '50{Enter}');
  expect((await screen.findByRole('alert')).textContent).toContain('last length must be above');
  expect(screen.getByText('Every band is in reach with 20 m.')).toBeTruthy();
});

test('what was planned stays beside what is measured', () => {
  const planning = { ...station(), antenna: planned('dipole', 7.1) };
  const measured = withAntenna(planning, { kind: 'table', points: [[7, 50, 0]] });
  expect(measured).toMatchObject({ antenna: { kind: 'table' }, plan: { shape: 'dipole' } });
  expect(asPlanned(measured).antenna).toEqual(planning.antenna);
  expect(withAntenna(measured, { kind: 'resonator', f0_mhz: 7, r_ohm: 50, q: 9 }).plan).toEqual(
    planning.antenna,
  );
  expect(withAntenna(planning, { kind: 'unknown' }).plan).toBeUndefined();
});

test('what if, widths and the fit tell what the server found, and a change is taken', async () => {
  const outcome = (w: number, bears: number | null) => ({ sky_w: [w], bears_w: [bears] });
  new FakeServer(({ path }) => ({
    body: {
      '/api/antenna/what-if': {
        bands: ['40 m'],
        power_w: 100,
        now: outcome(50, 60),
        changes: [
          { text: '2 m higher', fields: [{ place: 'height_m', value: 12 }], outcome: outcome(63, null) },
        ],
        sentence: 'Most is gained with this.',
      },
      '/api/antenna/widths': {
        bands: [
          {
            name: '40 m',
            mhz: 7.1,
            own: { q: 50, at_2: [7.05, 7.15], at_3: [null, 7.2], efficiency: 0.5 },
            full_size: null,
          },
        ],
        sentence: '40 m is narrow.',
      },
      '/api/antenna/fit': {
        points: [
          { mhz: 7, measured: [50, 0, 1], estimated: [40, 10, 1.5], fitted: [49, 0, null] },
          { mhz: 7.2, measured: [50, 0, 1], estimated: [40, 10, 1.5], fitted: [49, 0, 1] },
        ],
        sentence: 'They agree.',
      },
    }[path],
  }));
  const ontake = vi.fn();
  render(WhatIf, { station: station(), ontake });
  const row = await screen.findByRole('row', { name: /2 m higher 63\s?,\s?\+13/ });
  expect(screen.getByRole('row', { name: /as it is 50\s?,\s?bears 60 W/ })).toBeTruthy();
  await userEvent.click(within(row).getByRole('button', { name: 'take' }));
  expect(ontake).toHaveBeenCalledWith([{ place: 'height_m', value: 12 }]);
  render(Widths, { station: station() });
  expect(
    await screen.findByRole('row', {
      name: /40 m 50 100 kHz 50 kHz down, 50 kHz up wider than looked at 50 % – –/,
    }),
  ).toBeTruthy();
  const plan = DIPOLE;
  render(AgainstSweep, { plan, measured: { kind: 'table', points: [[7, 50, 0]] } });
  expect(await screen.findByText('They agree.')).toBeTruthy();
});

test('nothing is taken of an answer about a station that is not the present one', async () => {
  const waiting: ((body: unknown) => void)[] = [];
  new FakeServer(() => new Promise((resolve) => waiting.push((body) => resolve({ body }))));
  const told = (text: string) => ({
    bands: ['40 m'],
    power_w: 100,
    now: { sky_w: [50], bears_w: [null] },
    changes: [{ text, fields: [], outcome: { sky_w: [60], bears_w: [null] } }],
    sentence: '',
  });
  const asked = (count: number) => vi.waitFor(() => expect(waiting).toHaveLength(count));
  const take = () => screen.getByRole<HTMLButtonElement>('button', { name: 'take' });
  const { rerender } = render(WhatIf, { station: station(), ontake: vi.fn() });
  await asked(1);
  waiting[0]?.(told('2 m higher'));
  await screen.findByText('2 m higher');
  expect(take().disabled).toBe(false);
  await rerender({ station: station(), ontake: vi.fn() });
  expect(take().disabled).toBe(true);
  await asked(2);
  await rerender({ station: station(), ontake: vi.fn() });
  waiting[1]?.(told('fed elsewhere'));
  await screen.findByText('fed elsewhere');
  expect(take().disabled).toBe(true);
  await asked(3);
  waiting[2]?.(told('1 m longer'));
  await screen.findByText('1 m longer');
  expect(take().disabled).toBe(false);
  // An answer that is not shown, and its station again: what is shown is of another one all the same.
  const past = station();
  await rerender({ station: past, ontake: vi.fn() });
  await asked(4);
  await rerender({ station: station(), ontake: vi.fn() });
  await new Promise((resolve) => setTimeout(resolve, 450)); // the newer question stands
  waiting[3]?.(told('never shown'));
  await asked(5);
  await rerender({ station: past, ontake: vi.fn() });
  expect(screen.getByText('1 m longer')).toBeTruthy();
  expect(take().disabled).toBe(true);
});
