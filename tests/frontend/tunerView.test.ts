import { fireEvent, render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Answer, PartModel } from '../../frontend/src/lib/api/client';
import { Session } from '../../frontend/src/lib/station/session.svelte';
import ChartTable from '../../frontend/src/lib/tuner/ChartTable.svelte';
import {
  dialOf,
  knobsOf,
  reading,
  toDivision,
  typedNumber,
  type KnobTuner,
} from '../../frontend/src/lib/tuner/knobs';
import PanelDial from '../../frontend/src/lib/tuner/PanelDial.svelte';
import { chartRows } from '../../frontend/src/lib/tuner/presetRows';
import { byLoss, byPower, rings } from '../../frontend/src/lib/tuner/reaching';
import TunerView from '../../frontend/src/lib/tuner/TunerView.svelte';
import Views from '../../frontend/src/lib/ui/Views.svelte';
import { answer, FakeServer, kept, settled, station, stubResizeObserver, until } from './server';
import { dial, row, TUNER, CHART, REACH, BANDS, MOVES } from './tunerData';

let server: FakeServer;
let ratio = 1.5;

function solved(): Answer {
  const stage = { kind: 'tuner', label: 'room tuner', swr_in: ratio, taken_w: 1, loss_db: 0.1 };
  const meter = { kind: 'meter', label: 'radio side', forward_w: 80, reflected_w: 4, swr: ratio };
  const result = { stages: [meter, stage, stage], transmitter: { swr: ratio }, cautions: [], antenna: {} };
  return {
    ...answer(),
    here: { result, waves: [], sentence: '', moving_the_match: '' },
  } as unknown as Answer;
}

beforeEach(() => {
  stubResizeObserver();
  ratio = 1.5;
  server = new FakeServer(({ path }) => {
    const bodies: Record<string, unknown> = {
      '/api/solve': solved(),
      '/api/tuner/turned': solved(),
      '/api/tuner/reach': REACH,
      '/api/tuner/bands': BANDS,
      '/api/tuner/chart': CHART,
      '/api/tuner/hands': {
        mhz: 7.1,
        meter: { start_swr: 30, moves: MOVES, loss_db: 0.1, sentence: 'By the meter alone, 2 moves.' },
        dials: null,
        cautions: ['Low power.'],
        sentence: 'From where the knobs stand.',
      },
      '/api/tuner/retuning': {
        limits: [1.5, 2],
        sentence: 'One setting covers each band.',
        bands: [
          {
            name: '40 m',
            mhz: [7, 7.1, 7.2],
            spots: [
              {
                mhz: 7.1,
                preset: 1,
                swr: [2.5, 1, 1.2],
                within: [
                  [7.06, 7.2],
                  [7, 7.2],
                ],
              },
              { mhz: 7.15, preset: 2, swr: [9, 9, 9], within: [null, null] },
            ],
            bare: [9, 8, null],
            bare_within: [null, [7.06, 7.1]],
            covers: [2, null],
            sentence: '',
          },
        ],
      },
      '/api/tuner/presets/read': [row(21.2, 77)],
    };
    return { body: bodies[path] ?? { id: 7, name: 'Test', version: 2, updated: '2026-01-01T00:00:00Z' } };
  });
});
afterEach(async () => {
  await settled();
  vi.unstubAllGlobals();
});

function sessionWith(tuner: PartModel = TUNER) {
  const document = station();
  document.chain.splice(1, 0, tuner);
  const session = new Session({ ...kept(), document });
  session.selected = 1;
  return session;
}
const tunerIn = (session: Session) => session.document.chain[1] as unknown as KnobTuner;

test('the views have one more while a tuner is chosen on the strip', () => {
  const place = { id: 7, view: 'ledger', part: 1, tuner: 'chart', mhz: 7.1 } as const;
  const { unmount } = render(Views, { place, tuner: 1 });
  expect(screen.getByRole('link', { name: 'Tuner' }).getAttribute('href')).toBe(
    '/stations/7/tuner/1/chart?mhz=7.1',
  );
  unmount();
  render(Views, { place, tuner: null });
  expect(screen.queryByRole('link', { name: 'Tuner' })).toBeNull();
});

test('a dial reads as its owner reads it', () => {
  expect(reading(dial(), 41.6)).toBe('42');
  expect(reading(dial({ division: 0.2 }), 41.31)).toBe('41.4');
  expect(reading(dial({ division: 5 }), 1234)).toBe('1235');
  const letters = dial({ unit: 'letters', taps: true, scale: [1, 12] });
  expect(reading(letters, 3)).toBe('C');
  expect(typedNumber(letters, 'c')).toBe(3);
  expect(typedNumber(dial(), ' 4,5 ')).toBe(4.5);
  expect(typedNumber(dial(), 'half')).toBe('half');
  expect(toDivision(dial({ division: 0.1 }), 2.34567)).toBe(2.3);
  expect(knobsOf({ kind: 'tuner', network: 'l' })).toEqual([]);
  const stepped: KnobTuner = { kind: 'tuner', network: 'stepped-l', l_bits: 5, c_bits: 8 };
  expect(dialOf(stepped, 'l').scale).toEqual([0, 31]);
});

test('cells are shaded by class, and the table behind says the same', () => {
  const at = (value: number) => 100 + 100 * value;
  const losses = byLoss(REACH, at, at);
  expect(losses.filter(({ path }) => path).map(({ name }) => name)).toEqual([
    'to 0.1 dB',
    'to 0.5 dB',
    'more',
  ]);
  const powers = byPower(REACH, 100, at, at);
  expect(powers.filter(({ path }) => path).map(({ name }) => name)).toEqual([
    '400 W or more',
    '100 W or more',
    'below 25 W',
  ]);
  expect(rings(REACH)[0]).toEqual({ name: '1 to 2', matched: 1, least: 0.05, most: 0.05, bears: 500 });
  expect(rings(REACH)[4]).toMatchObject({ name: '10 to 30', matched: 0, least: null, bears: null });
});

test('what would bring a band inside is taken in one step each', async () => {
  const session = sessionWith();
  render(TunerView, { session, pane: 'reach', onpane: vi.fn() });
  expect(await screen.findByText(/it needs 38 µH/)).toBeTruthy();
  const region = screen.getByRole('region', { name: 'The tuner on every band' });
  expect(within(region).getByText('✕ no match')).toBeTruthy();
  expect(within(region).getByText('60 ▲')).toBeTruthy();
  const take = (name: RegExp) => userEvent.click(screen.getByRole('button', { name }));
  await take(/take a run of 47/);
  expect(session.document.chain[2]).toMatchObject({ length_m: 47.12 });
  session.undo();
  await take(/take a 4:1/);
  expect(session.document.chain[2]).toMatchObject({ kind: 'transformer', ratio: 4 });
  session.undo();
  await take(/take a pi/);
  expect(tunerIn(session)).toMatchObject({ network: 'pi', setting: 'auto' });
  expect(tunerIn(session).presets ?? []).toEqual([]); // of another network they would mean nothing
  session.undo();
  expect(tunerIn(session).presets).toHaveLength(3);
});

test('rows of now come by frequency, older ones below with what moved, bands never tuned in between', () => {
  const rows = chartRows(TUNER, TUNER.presets ?? [], CHART);
  expect(rows.map(({ kind, mhz }) => [kind, mhz])).toEqual([
    ['now', 3.65],
    ['now', 7.1],
    ['older', 7.1],
    ['predicted', 14.175],
    ['predicted', 28.85],
  ]);
  expect(rows[2]?.moved).toBe('C1 +4, C2 −1');
  expect(rows[3]?.numbers[0]).toEqual({ text: '41', span: '38 to 44' });
  render(ChartTable, { tuner: TUNER, rows, onedit: vi.fn(), onremove: vi.fn() });
  expect(screen.getByText(/disagrees with the rest/)).toBeTruthy();
  expect(screen.getByText('nothing matches')).toBeTruthy();
});

test('a row is written, put right, taken out, and brought in from a file', async () => {
  const session = sessionWith();
  render(TunerView, { session, pane: 'chart', onpane: vi.fn() });
  await screen.findAllByText('predicted');
  const type = async (label: string, text: string) => {
    const field = screen.getByLabelText(label);
    await userEvent.clear(field);
    await userEvent.type(field, text);
  };
  for (const [label, text] of [
    ['Frequency', '14.2'],
    ['C1', '12,5'],
    ['Coil', 'half'],
    ['C2', '3'],
    ['SWR reached', '1.3'],
    ['Weather, note', 'rain'],
  ] as const)
    await type(label, text);
  await userEvent.click(screen.getByRole('button', { name: 'Keep this row' }));
  expect(tunerIn(session).presets?.[3]).toMatchObject({
    mhz: 14.2,
    dials: { c1: 12.5, l: 'half', c2: 3 }, // as typed: the server says what is wrong with it
    swr: 1.3,
    note: 'rain',
  });
  session.faults = { 'chain[1].presets[3].dials.l': 'must be a number' };
  expect(await screen.findByText('✕ Coil must be a number')).toBeTruthy();
  session.undo();
  await screen.findAllByText('predicted');
  await userEvent.click(await screen.findByRole('button', { name: 'put right the row of 3.65 MHz' }));
  await type('C2', '31');
  await userEvent.click(screen.getByRole('button', { name: 'Put it right' }));
  expect(tunerIn(session).presets?.[2]).toMatchObject({ mhz: 3.65, dials: { c1: 50, l: 20, c2: 31 } });
  await userEvent.click(await screen.findByRole('button', { name: 'remove the row of 3.65 MHz' }));
  expect(tunerIn(session).presets?.map(({ mhz }) => mhz)).toEqual([7.1, 7.1]);
  const file = new File(['MHz,c1,l,c2\n21.2,77,20,30'], 'chart.csv', { type: 'text/csv' });
  await userEvent.upload(screen.getByLabelText('A chart of presets as CSV'), file);
  await until(() => tunerIn(session).presets?.length === 3);
  expect(server.to('/api/tuner/presets/read')[0]?.body).toMatchObject({ text: await file.text(), at: 1 });
  server.reply = () => ({
    status: 422,
    body: { errors: [{ place: 'line 2, l', rule: 'must be a number' }] },
  });
  await userEvent.upload(screen.getByLabelText('A chart of presets as CSV'), file);
  expect(await screen.findByText(/chart.csv: Line 2, l must be a number/)).toBeTruthy();
});

test('how far one may move is told by limit, and how many settings cover the band', async () => {
  render(TunerView, { session: sessionWith(), pane: 'chart', onpane: vi.fn() });
  const region = await screen.findByRole('region', { name: 'How far one may move, band by band' });
  const [, first, second] = within(region).getAllByRole('row');
  expect(first?.textContent).toMatch(
    /40 m.*7.1.*40 kHz down, to the edge up.*edge to edge.*2.*no number does/,
  );
  const bare = within(region).getByRole('row', { name: /without it/ });
  expect(bare.textContent).toMatch(/nowhere.*40 kHz/);
  expect(second?.textContent).toMatch(/7.15.*not there either.*not there either/);
});

test('dials are told by kind, found from presets, and the antenna that they tell is adopted', async () => {
  const session = sessionWith();
  render(TunerView, { session, pane: 'dials', onpane: vi.fn() });
  expect(await screen.findByText(/15 to 25 pF/)).toBeTruthy();
  await userEvent.selectOptions(screen.getAllByLabelText('Dial')[1] as HTMLElement, 'letters');
  expect(tunerIn(session).dials?.l).toMatchObject({ taps: true, scale: [1, 12], unit: 'letters' });
  await userEvent.click(screen.getByRole('button', { name: 'Take these dials' }));
  expect(tunerIn(session).dials?.c1?.points).toEqual([
    [0, 20.123],
    [100, 250],
  ]);
  session.change('antenna', { kind: 'wires', shape: 'dipole', length_m: 20 });
  await userEvent.click(screen.getByRole('button', { name: 'Make this the station’s antenna' }));
  expect(session.document).toMatchObject({
    antenna: {
      kind: 'table',
      points: [
        [3.65, 12.3457, -500],
        [7.1, 50, 0],
      ],
    },
    plan: { kind: 'wires', shape: 'dipole' },
  });
});

test('turning the stand-in asks what comes of it, leaves the station as it is, and ends with the view', async () => {
  const session = sessionWith();
  const before = session.document;
  const { unmount } = render(TunerView, { session, pane: 'turn', onpane: vi.fn() });
  await until(() => server.to('/api/tuner/turned').length > 0);
  expect(server.to('/api/tuner/turned').at(-1)?.body).toMatchObject({
    at: 1,
    dials: { c1: 50, l: 50, c2: 50 },
    hidden: null,
  });
  await fireEvent.keyDown(screen.getByRole('slider', { name: 'C1' }), { key: 'ArrowRight' });
  await userEvent.click(await screen.findByRole('button', { name: /do it: the coil/ }));
  await userEvent.click(screen.getByText('The dials hide errors, for practice'));
  await until(() => (server.to('/api/tuner/turned').at(-1)?.body as { hidden: unknown }).hidden === 14);
  expect(server.to('/api/tuner/turned').at(-1)?.body).toMatchObject({ dials: { c1: 51, l: 25, c2: 50 } });
  expect(session.document).toBe(before);
  await userEvent.click(screen.getByRole('button', { name: 'Keep as a preset' }));
  expect(tunerIn(session).presets?.at(-1)).toMatchObject({
    dials: { c1: 51, l: 25, c2: 50 },
    swr: 1.5,
    note: 'practice, dials with errors',
  });
  ratio = 8;
  await userEvent.click(screen.getByRole('button', { name: /do it: C1/ }));
  await screen.findByText('A preset is a match: SWR 3 or lower.');
  unmount();
  expect(session.practice).toBeNull();
  await until(() => server.asked.at(-1)?.path === '/api/solve' || server.to('/api/solve').length > 1);
});

test('a dial is turned by keys and typed, never beyond its scale', async () => {
  const onturn = vi.fn();
  render(PanelDial, {
    knob: 'l',
    dial: dial({ scale: [0, 30], division: 0.1, unit: 'turns' }),
    number: 29.95,
    onturn,
  });
  const slider = screen.getByRole('slider', { name: 'Coil' });
  for (const [key, to] of [
    ['ArrowUp', 30],
    ['PageDown', 28.95],
    ['Home', 0],
    ['End', 30],
  ] as const) {
    await fireEvent.keyDown(slider, { key });
    expect(onturn.mock.lastCall?.[0]).toBeCloseTo(to, 9);
  }
  const field = screen.getByRole('textbox');
  await userEvent.clear(field);
  await userEvent.type(field, '99{Enter}');
  await fireEvent.change(field);
  expect(onturn.mock.lastCall?.[0]).toBe(30);
});

test('what has no knobs of its own says so', async () => {
  const rated = { kind: 'tuner', label: 'inside', network: 'rated', setting: 'auto' } as unknown as PartModel;
  const session = sessionWith(rated);
  render(TunerView, { session, pane: 'dials', onpane: vi.fn() });
  expect(screen.getByText(/known by its sheet only/)).toBeTruthy();
  session.change('chain', []);
  expect(await screen.findByText(/There is no tuner in this run/)).toBeTruthy();
});
