import { fireEvent, render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type {
  AntennaEstimate,
  PairsOut,
  PlannedAntenna,
  StationFile,
} from '../../frontend/src/lib/api/client';
import AntennaView from '../../frontend/src/lib/antenna/AntennaView.svelte';
import BandCurves from '../../frontend/src/lib/antenna/BandCurves.svelte';
import PairMap from '../../frontend/src/lib/antenna/PairMap.svelte';
import PlanFields from '../../frontend/src/lib/antenna/PlanFields.svelte';
import { planned } from '../../frontend/src/lib/antenna/planning';
import PlanTable from '../../frontend/src/lib/antenna/PlanTable.svelte';
import { Session } from '../../frontend/src/lib/station/session.svelte';
import { answer, FakeServer, kept, settled, station, stubResizeObserver, until } from './server';

const figure = (median: number) => ({ min: median, median, max: median });
const estimate = (mhz: number, x_ohm = 0, swr = 2): AntennaEstimate =>
  ({
    mhz,
    r_ohm: figure(50),
    x_ohm: figure(x_ohm),
    swr: figure(swr),
    efficiency: figure(0.9),
    soil: { min: 0.2, median: 0.25, max: 0.3 },
    sky: { min: 0.6, median: 0.7, max: 0.75 },
    sky_share: 0.7,
    low_angle_share: 0.2,
    matters: 'soil',
  }) as AntennaEstimate;
const PAIRS: PairsOut = {
  field: 'length_m',
  bands: ['80 m', '40 m'],
  wire_m: [12, 16, 20],
  line_m: [8, 10, 12],
  count: [
    [0, 1, 1],
    [1, 2, 1],
    [1, 1, 0],
  ],
  weakest_w: [
    [5, 30, 31],
    [40, 92, 44],
    [33, 22, 8],
  ],
  bears_w: [
    [10, 90, 90],
    [90, 100, 90],
    [90, 90, 20],
  ],
  power_w: 100,
  best_wire_m: 16,
  best_line_m: 10,
  line_at: 1,
  sentence: '16 m of wire with 10 m of feedline reaches all 2 bands.',
};
const lay = {
  wires: [{ start: [-10, 0, 9], end: [10, 0, 9] }],
  feed: [0, 0, 9],
  coils: [],
  radials: [],
};
let server: FakeServer;
let wrong = false;

beforeEach(() => {
  stubResizeObserver();
  wrong = false;
  server = new FakeServer(({ path, body }) => {
    if (path === '/api/solve') {
      const refused = { errors: [{ place: 'document.antenna.length_m', rule: 'must be above 0' }] };
      return wrong ? { status: 422, body: refused } : { body: answer() };
    }
    if (path === '/api/antenna/estimate') {
      const { mhz } = body as { mhz: number[] };
      return { body: { ...lay, results: mhz.map((one) => estimate(one)), sentence: 'This is an estimate.' } };
    }
    const outcome = { sky_w: [50, 60], bears_w: [null, null] };
    const changes = [{ text: '2 m higher', fields: [{ place: 'height_m', value: 11 }], outcome }];
    if (path === '/api/antenna/what-if')
      return {
        body: {
          bands: ['80 m', '40 m'],
          power_w: 100,
          now: outcome,
          changes,
          sentence: 'Higher gains most.',
        },
      };
    if (path === '/api/antenna/widths') return { body: { bands: [], sentence: 'Wide enough.' } };
    if (path === '/api/antenna/known')
      return { status: 422, body: { errors: [{ place: '', rule: 'It is told elsewhere.' }] } };
    if (path.endsWith('/sweeps')) return { body: [] };
    if (path === '/api/antenna/fit') return { body: { points: [], sentence: 'They agree.' } };
    if (path === '/api/antenna/pairs') return { body: { answer: PAIRS } };
    return { body: { id: 7, name: 'Test', version: 2, updated: '2026-01-01T00:00:00Z' } };
  });
});
afterEach(async () => {
  await settled();
  vi.unstubAllGlobals();
});

const sessionOf = (changed: Partial<StationFile>) =>
  new Session({ ...kept(), document: { ...station(), ...changed } });

test('what has no plan begins with the place there is, what is measured with one beside it', async () => {
  const empty = sessionOf({ antenna: { kind: 'unknown' } });
  const { unmount } = render(AntennaView, { session: empty });
  expect(screen.getByRole('button', { name: 'Describe the place' })).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: /plan one of your own/ }));
  expect(empty.document.antenna).toMatchObject({ kind: 'wires', shape: 'dipole' });
  unmount();
  const measured = sessionOf({});
  render(AntennaView, { session: measured });
  await userEvent.click(screen.getByRole('button', { name: 'Plan one beside it' }));
  expect(measured.document).toMatchObject({
    antenna: { kind: 'resonator' },
    plan: { kind: 'wires', shape: 'dipole' },
  });
  expect(await screen.findByText('They agree.')).toBeTruthy();
  await userEvent.selectOptions(screen.getByLabelText('Shape'), 'vertical');
  expect(measured.document.plan).toMatchObject({ shape: 'vertical' }); // what is measured stays
  expect(measured.document.antenna.kind).toBe('resonator');
  await userEvent.click(screen.getByRole('button', { name: 'Work with the estimate again' }));
  expect(measured.document.antenna).toMatchObject({ shape: 'vertical' });
});

test('while it moves it is asked without its interval, and with it once it rests', async () => {
  const session = sessionOf({ antenna: planned('dipole', 7.1) });
  await until(() => session.answer !== null);
  const spread = () =>
    server
      .to('/api/solve')
      .map(({ body }) => (body as { document: { antenna: { spread?: boolean } } }).document.antenna.spread);
  expect(spread()).toEqual([undefined]);
  session.change('antenna.length_m', 21);
  session.change('antenna.length_m', 22);
  await until(() => spread().at(-1) === false);
  await until(() => spread().length > 2 && spread().at(-1) === undefined);
  expect(session.document.antenna).not.toHaveProperty('spread');
});

test('the station’s answer tells the antenna as typed; where there is none it is asked for by itself', async () => {
  const session = sessionOf({ antenna: planned('dipole', 7.1) });
  await until(() => session.answer !== null);
  render(AntennaView, { session });
  // Across the bands it is asked for at nine frequencies in each once it rests; while it moves, in their middles.
  const middles = session.document.bands?.length ?? 1;
  const alone = () =>
    server
      .to('/api/antenna/estimate')
      .map(({ body }) => body as { mhz: number[]; sky: boolean; antenna: object })
      .filter(({ mhz, sky }) => mhz.length === middles && !sky);
  session.change('antenna.length_m', 21);
  await until(() => server.to('/api/solve').length > 1);
  expect(alone()).toEqual([]);
  wrong = true;
  session.change('chain[0].length_m', -1);
  await until(() => Object.keys(session.faults).length > 0);
  session.change('antenna.length_m', 22);
  await until(() => alone().length > 0);
  expect(alone()[0]?.antenna).toMatchObject({ length_m: 22, spread: false });
});

test('a change is taken as one step, at its place; what is wrong is said', async () => {
  const session = sessionOf({ antenna: planned('dipole', 7.1) });
  render(AntennaView, { session });
  const row = await screen.findByRole('row', { name: /2 m higher/ });
  await userEvent.click(within(row).getByRole('button', { name: 'take' }));
  expect(session.document.antenna).toMatchObject({ height_m: 11 });
  session.undo();
  expect(session.document.antenna).toMatchObject({ height_m: 9 });
  expect(screen.getByRole('link', { name: /Which feedline/ }).getAttribute('href')).toContain('/7/choose');
  wrong = true;
  session.change('antenna.length_m', 0);
  expect(await screen.findByText(/must be mended first/)).toBeTruthy();
});

test('pairs are tried, looked at by the arrow keys, and taken', async () => {
  const onadopt = vi.fn();
  render(PairMap, { station: station(), wire_m: 20, line_m: 10, onadopt });
  const [from] = screen.getAllByRole('textbox', { name: /from/ });
  await userEvent.clear(from as HTMLElement);
  await userEvent.type(from as HTMLElement, '12');
  await userEvent.click(screen.getByRole('button', { name: 'Try all pairs' }));
  expect(await screen.findByText(PAIRS.sentence)).toBeTruthy();
  expect(server.to('/api/antenna/pairs')[0]?.body).toMatchObject({
    wire_from_m: 12,
    wire_to_m: 30,
    line_from_m: 6,
    line_to_m: 16,
  });
  await userEvent.click(
    screen.getByRole('button', {
      name: /Take 16 m of wire and 10 m of feedline: 92 W on the weakest band, 2 of 2/,
    }),
  );
  expect(onadopt).toHaveBeenLastCalledWith(PAIRS, 16, 10);
  const map = screen.getByRole('application');
  map.focus();
  await userEvent.keyboard('{ArrowRight}{ArrowUp}{ArrowUp}'); // not beyond the edge
  expect(map.getAttribute('aria-label')).toContain('20 m of wire, 12 m of feedline, 8 W on the weakest band');
  await userEvent.click(
    screen.getByRole('button', {
      name: /Take 20 m of wire and 12 m of feedline: 8 W on the weakest band, 0 of 2/,
    }),
  );
  expect(onadopt).toHaveBeenLastCalledWith(PAIRS, 20, 12);
});

test('resonances stand on the curves, also of R and X', async () => {
  const curves = [
    [-40, -10, 30].map((x, n) => estimate(7 + n / 10, x)),
    [5, 6, 7].map((x) => estimate(14, x)),
  ];
  const middles = curves.map((one) => one[1] as AntennaEstimate);
  const { container } = render(BandCurves, { names: ['40 m', '20 m'], curves, middles });
  expect(container.querySelectorAll('svg.drawing circle')).toHaveLength(1);
  await userEvent.click(screen.getByRole('radio', { name: 'X' }));
  expect(screen.getByRole('img', { name: 'X across every band' })).toBeTruthy();
  expect(container.querySelectorAll('svg.drawing circle')).toHaveLength(1);
});

test('the whole table tells what goes where; what is not computed is a dash', () => {
  const results = [
    estimate(7.1),
    { ...estimate(14.2), soil: null, sky: null, sky_share: null, low_angle_share: null },
  ];
  render(PlanTable, { names: ['40 m', '20 m'], results, whole: true });
  expect(screen.getByRole('row', { name: '40 m 2 50 0 90 % 20 % to 30 % 60 % to 75 % 20 %' })).toBeTruthy();
  expect(screen.getByRole('row', { name: '20 m 2 50 0 90 % – – –' })).toBeTruthy();
});

test('what no single measure is to blame for is told of the antenna itself', () => {
  const antenna = { kind: 'wires', shape: 'dipole', length_m: 20, height_m: 0.02 } as PlannedAntenna;
  const faults = { antenna: 'must be 3 cm or more above the soil, and comes down to 2 cm' };
  const form = { document: { antenna }, faults, drafts: {}, change: vi.fn() };
  render(PlanFields, { form, antenna, mhz: 7.1 });
  expect(screen.getByRole('alert').textContent).toBe(
    'The antenna must be 3 cm or more above the soil, and comes down to 2 cm.',
  );
});

test('coils, dipoles, wires and what was measured are edited where they belong', async () => {
  const change = vi.fn();
  const fields = (antenna: PlannedAntenna) =>
    render(PlanFields, {
      form: { document: { antenna }, faults: {}, drafts: {}, change },
      antenna,
      mhz: 7.1,
    });
  const bare = fields({ kind: 'wires', shape: 'vertical', height_m: 8, radials: 12 });
  await userEvent.click(screen.getByRole('checkbox', { name: 'Loading coil' }));
  expect(change).toHaveBeenLastCalledWith('antenna.coil', { uh: 10, at_share: 0.5, q: 200 });
  await userEvent.click(screen.getByRole('checkbox', { name: 'R at its foot was measured' }));
  expect(change).toHaveBeenLastCalledWith('antenna.measured', { mhz: 7.1, r_ohm: 50, radials: 12 });
  bare.unmount();
  const loaded = fields({ kind: 'wires', shape: 'whip', height_m: 2, coil: { ohm: 300, at_share: 0.5 } });
  await fireEvent.input(screen.getByLabelText('Its reactance'), { target: { value: '400' } });
  expect(change).toHaveBeenLastCalledWith('antenna.coil.ohm', 400);
  await userEvent.click(screen.getByRole('checkbox', { name: 'Loading coil' }));
  expect(change).toHaveBeenLastCalledWith('antenna.coil', undefined);
  loaded.unmount();
  const fan = fields({ kind: 'wires', shape: 'fan', lengths_m: [20, 10, 5] });
  await userEvent.click(screen.getByRole('button', { name: 'One dipole more' }));
  expect(change).toHaveBeenLastCalledWith('antenna.lengths_m', [20, 10, 5, 2.5]);
  await userEvent.click(screen.getByRole('button', { name: 'One fewer' }));
  expect(change).toHaveBeenLastCalledWith('antenna.lengths_m', [20, 10]);
  fan.unmount();
  fields({ kind: 'wires', shape: 'wires', wires: [[0, 0, 8, 10, 0, 8]], feed: [5, 0, 8] });
  const wires = screen.getByLabelText(/Each wire by its two ends/);
  await fireEvent.input(wires, { target: { value: '0 0 8 10 0 8\n10 0 8 12 0 5' } });
  expect(change).toHaveBeenLastCalledWith('antenna.wires', [
    [0, 0, 8, 10, 0, 8],
    [10, 0, 8, 12, 0, 5],
  ]);
  await userEvent.click(screen.getByRole('button', { name: 'A coil in series' }));
  expect(change).toHaveBeenLastCalledWith('antenna.coils', [{ at: [5, 0, 8], uh: 10, q: 200 }]);
});
