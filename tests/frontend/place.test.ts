import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { AntennaRow, AntennasAnswer, StationFile } from '../../frontend/src/lib/api/client';
import AntennasPanel from '../../frontend/src/lib/place/AntennasPanel.svelte';
import {
  metreOf,
  moved,
  raised,
  wiresInPlace,
  type DrawnAntenna,
  type Place,
} from '../../frontend/src/lib/place/drawing';
import { ANYTHING, linesOf, tableOf } from '../../frontend/src/lib/place/table';
import { Session } from '../../frontend/src/lib/station/session.svelte';

import { answer, FakeServer, kept, settled, stubResizeObserver, until } from './server';

const VEE: DrawnAntenna = {
  kind: 'vee',
  wires: [
    [0, 0, 9, 5, 0, 4],
    [0, 0, 9, -5, 0, 4],
  ],
  feed: [0, 0, 9],
  x_m: 10,
  y_m: 5,
  turned_deg: 90,
};
const row = (drawn: number, placement: string, watts: number, more: Partial<AntennaRow> = {}) =>
  ({
    antenna: { kind: 'wires', shape: 'inverted-vee', label: 'a vee', leg_m: 10, apex_m: 9, angle_deg: 120 },
    antenna_name: drawn ? 'a vertical' : 'a vee',
    drawn,
    placement,
    placement_name: `at ${placement}`,
    line: 'open-600',
    line_name: 'open wire',
    name: `${drawn ? 'a vertical' : 'a vee'}, at ${placement}`,
    watts,
    by_band: [{ name: '40 m', sky_w: watts + 10, towards_w: watts }],
    between_w: [watts - 5, watts + 4],
    chain: [{ kind: 'line', label: 'open line', line: 'open-600', length_m: 14 }],
    cost: 300,
    right_in: 0.94,
    unmatched: [],
    ...more,
  }) as AntennaRow;
const RANKED = {
  sentence: 'An inverted vee. It rains.',
  decided: 'An inverted vee.',
  further: 'It rains.',
  caution: 'Keep clear of power lines.',
  towards: 'near',
  decision: 0,
  prices: [{ token: 'mast', name: 'mast', price: 12, per_m: true }],
  drawn: [VEE, { ...VEE, kind: 'vertical' }],
  rows: [
    row(0, 'room', 30),
    row(0, 'mast', 25, { line: 'coax', line_name: 'RG-213', cost: 500, between_w: null }),
    row(1, 'mast', 12, { right_in: null, unmatched: ['80 m'] }),
  ],
  left_out: 1,
} as AntennasAnswer;
const PLACE: Place = {
  length_m: 20,
  breadth_m: 10,
  supports: [
    { height_m: 9, x_m: 10, y_m: 5 },
    { height_m: 7, x_m: 2, y_m: 1 },
  ],
  house: { x_m: 0, y_m: 5 },
};

let server: FakeServer;
let session: Session;
beforeEach(async () => {
  stubResizeObserver();
  server = new FakeServer(({ path, body }) => {
    if (path === '/api/solve') return { body: answer() };
    if (path === '/api/choose/antennas')
      return (body as { document: StationFile }).document.place?.towards === 'far'
        ? { body: { errors: [{ place: 'place', rule: 'x', sentence: 'The place leaves no room.' }] } }
        : { body: { answer: RANKED } };
    return { body: kept(2) };
  });
  session = new Session(kept());
  await until(() => session.answer !== null);
});
afterEach(async () => {
  await settled();
  vi.unstubAllGlobals();
});

test('what stands in a place is moved by steps and stays inside', () => {
  expect(moved(PLACE, 1, 3.14159, 99).supports?.[1]).toEqual({ height_m: 7, x_m: 3.1, y_m: 10 });
  expect(moved(PLACE, null, -4, 2).house).toEqual({ x_m: 0, y_m: 2 });
  expect(moved(PLACE, 1, 3, 3).supports?.[0]).toEqual(PLACE.supports?.[0]);
  expect(raised(PLACE, 0, -3).supports?.[0]?.height_m).toBe(1);
  expect(raised(PLACE, 0, 1000).supports?.[0]?.height_m).toBe(60);
});

test('an antenna is drawn where it hangs, as long as it is', () => {
  const [[from, to]] = wiresInPlace(VEE) as [[number[], number[]], ...unknown[]];
  expect(from).toEqual([10, 5, 9]);
  expect(to.map((one) => Number(one.toFixed(9)))).toEqual([10, 10, 4]);
  const metre = metreOf(PLACE, wiresInPlace(VEE).flat(), 300, 18);
  expect(20 * metre).toBeLessThanOrEqual(264 + 1e-9);
  expect(9 * metre).toBeLessThanOrEqual(130 + 1e-9);
});

test('a ranking is a table of antennas by places, of what is asked for', () => {
  const table = tableOf(RANKED, ANYTHING);
  expect(table.places.map((one) => one.id)).toEqual(['room', 'mast']);
  expect(table.lines.map((line) => line.cells.map((cell) => cell?.watts ?? null))).toEqual([
    [30, 25],
    [null, 12],
  ]);
  expect(tableOf(RANKED, { ...ANYTHING, kind: 'vertical' }).lines).toHaveLength(1);
  expect(tableOf(RANKED, { ...ANYTHING, line: 'coax' }).lines[0]?.cells).toHaveLength(1);
  expect(tableOf(RANKED, { ...ANYTHING, most: 299 }).lines).toEqual([]);
  expect(linesOf(RANKED)).toEqual([
    ['open-600', 'open wire'],
    ['coax', 'RG-213'],
  ]);
});

test('the place is described, ranked when that is asked for, and an antenna of it taken, undone by one', async () => {
  render(AntennasPanel, { session });
  await userEvent.click(screen.getByRole('button', { name: 'Describe the place' }));
  expect(session.document.place).toMatchObject({ length_m: 20, supports: [{ height_m: 9 }] });
  await userEvent.click(screen.getByText('Which antennas may be'));
  await userEvent.click(screen.getByRole('checkbox', { name: 'verticals' }));
  expect(session.document.place?.not).toEqual(['vertical']);
  await userEvent.click(screen.getByRole('button', { name: /Add a support/ }));
  const second = screen.getByRole('button', { name: /Move support 2: 20 m along, 10 m across/ });
  second.focus();
  await userEvent.keyboard('{ArrowLeft}{Shift>}{ArrowDown}{/Shift}');
  expect(session.document.place?.supports?.[1]).toEqual({ height_m: 9, x_m: 19.5, y_m: 5 });
  screen.getByRole('button', { name: /Raise support 2: 9 m high/ }).focus();
  await userEvent.keyboard('{ArrowUp}');
  expect(session.document.place?.supports?.[1]?.height_m).toBe(9.5);
  await userEvent.click(screen.getByRole('button', { name: 'Which antenna, with which feed?' }));
  await screen.findByText('An inverted vee.');
  expect(screen.getByText(/1 antenna is left out/)).toBeTruthy();
  expect(screen.getByText(/a vee, at room/).parentElement?.textContent?.replace(/\s+/g, ' ')).toContain(
    'a vee, at room: 30 W, 25 to 34 in nine of ten cases; near the best in 94 of 100. It costs about 300.',
  );
  await userEvent.click(screen.getByRole('button', { name: 'a vertical, at mast: 12 W' }));
  expect(screen.getByText(/Not matched from edge to edge: 80 m/)).toBeTruthy();
  const table = screen.getByRole('region', { name: 'Antennas by places of the match' });
  expect(within(table).getAllByRole('row')).toHaveLength(3);
  await userEvent.selectOptions(screen.getByLabelText('Show'), 'inverted vees');
  await userEvent.type(screen.getByLabelText('for at most'), '400');
  expect(within(table).getAllByRole('row')).toHaveLength(2);
  await userEvent.click(screen.getByRole('button', { name: 'a vee, at room: 30 W' }));
  const before = session.document.antenna;
  await userEvent.click(screen.getByRole('button', { name: 'Make it the station' }));
  expect(session.document.antenna).toMatchObject({ shape: 'inverted-vee' });
  expect(session.document.chain).toHaveLength(1);
  expect(session.document.arrangements?.[0]?.name).toBe('as it is');
  session.undo();
  expect(session.document.antenna).toEqual(before);
  await userEvent.selectOptions(screen.getByLabelText('To be heard in'), 'far');
  expect(screen.getByText('The place has changed since; ask again.')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Which antenna, with which feed?' }));
  await screen.findByText('The place leaves no room.');
});

test('where one wants to be heard may be told by band, and what a mast costs', async () => {
  session.change('place', PLACE);
  session.change('bands', [{ name: '40 m', low_mhz: 7, high_mhz: 7.2 }]);
  render(AntennasPanel, { session });
  await userEvent.click(screen.getByText('Another way on some bands'));
  await userEvent.selectOptions(screen.getByLabelText('40 m'), 'far places, by what leaves below 30°');
  expect(session.document.place?.towards_by_band).toEqual({ '40 m': 'far' });
  await userEvent.selectOptions(screen.getByLabelText('40 m'), 'as above');
  expect(session.document.place?.towards_by_band).toEqual({});
  await userEvent.click(screen.getByRole('button', { name: 'Which antenna, with which feed?' }));
  await screen.findByText('An inverted vee.');
  await userEvent.click(screen.getByText('What wire and masts cost'));
  await userEvent.type(screen.getByLabelText('mast, per m'), '20');
  expect(session.document.choice?.prices).toEqual({ mast: 20 });
});
