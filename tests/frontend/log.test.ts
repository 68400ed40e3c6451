import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { PartModel } from '../../frontend/src/lib/api/client';
import { day, inShort } from '../../frontend/src/lib/log/entries';
import { Log } from '../../frontend/src/lib/log/log.svelte';
import LogView from '../../frontend/src/lib/log/LogView.svelte';
import FlagReadings from '../../frontend/src/lib/strip/FlagReadings.svelte';
import { seriesOf } from '../../frontend/src/lib/log/trends';
import ReadingForm from '../../frontend/src/lib/log/ReadingForm.svelte';
import { Session } from '../../frontend/src/lib/station/session.svelte';
import { ROWS, ANSWER, loss, DAYS, EXPECTED, BEFORE } from './logData';
import { answer, FakeServer, kept, settled, station, stubResizeObserver, until } from './server';

let days: typeof DAYS = [];
let server: FakeServer;
let rows = ROWS;

beforeEach(() => {
  stubResizeObserver();
  rows = ROWS;
  days = [];
  server = new FakeServer(({ path, method, body }) => {
    if (path === '/api/solve') return { body: answer() };
    if (path === '/api/stations/7/trend')
      return { body: { days, sentence: 'The run loses more than it did.' } };
    if (path === '/api/meters/places')
      return {
        body: [
          { question: 'fold-back', joint: 0, full_scale_w: 100, errors: [0.1], text: 'Am I within? Here.' },
        ],
      };
    if (path === '/api/readings/expected') return { body: EXPECTED };
    if (path === '/api/log/2/before') return { body: BEFORE };
    if (path.endsWith('/log/readings')) return { status: 201, body: { keys: [6, 7] } };
    if (path === '/api/stations/7/reconcile') return { body: ANSWER };
    if (path === '/api/stations/7/log' && method === 'POST') {
      const { reading } = body as { reading?: { forward_w?: unknown } };
      if (typeof reading?.forward_w === 'string')
        return {
          status: 422,
          body: {
            errors: [
              {
                place: 'reading.forward_w',
                rule: 'must be a number',
                sentence: 'The forward power must be a number.',
              },
            ],
          },
        };
      return { status: 201, body: { key: 5 } };
    }
    if (path === '/api/stations/7/log') return { body: { count: 300, rows } };
    return { body: { id: 7, name: 'Test', version: 2, updated: '2026-01-01T00:00:00Z', key: 2 } };
  });
});
afterEach(async () => {
  await settled();
  vi.unstubAllGlobals();
});

function session() {
  const document = station();
  const meter = { kind: 'meter', label: 'antenna side' } as unknown as PartModel;
  return new Session({ ...kept(), document: { ...document, chain: [meter, ...document.chain] } });
}

const onshow = vi.fn();

test('each entry says what it is in a line', () => {
  expect(ROWS.map(inShort)).toEqual([
    'storm',
    'antenna side, 150 W forward, 52 W reflected, tuner bypassed, rain',
    'new wire, after “long”, trim step, 8 radials',
    'long: length 30 m, before 25 m; tuner put in',
    'room tuner, C1 10, L 20.4, SWR 1.1',
  ]);
  expect(ROWS.map(({ date }) => day(date)).slice(0, 2)).toEqual(['2026-06-01', '2026-05-01 18:30']);
  expect(day(null)).toBe('not dated');
});

test('readings stand beside what was to be expected, with what explains them and what to read next', async () => {
  render(LogView, { session: session(), onshow });
  expect((await screen.findByTestId('log-verdict')).textContent).toBe('Both meters are right.');
  const beside = screen.getByRole('region', { name: 'Readings beside what was to be expected' });
  await within(beside).findByText(/antenna side, 150 W forward, 52 W reflected, tuner bypassed, rain/);
  expect(screen.getByTestId('log-beside').textContent).toContain('sweep “ladder”');
  expect(within(beside).getByText('120 to 164')).toBeTruthy();
  expect(beside.textContent).toMatch(/2\.84\sto\s∞/);
  expect(within(beside).getByText('✕ outside')).toBeTruthy();
  expect(screen.getByText('A meter is made for 75 Ω.')).toBeTruthy();
  expect(screen.getByText('One reading is left out.')).toBeTruthy();
  expect(await screen.findByText('Am I within? Here.')).toBeTruthy();
  expect(screen.getByText('0.42 bits of what is open')).toBeTruthy();
  expect(screen.getByText('no reading bears on it')).toBeTruthy();
});

test('each cause has its share, and behind it its ways and what every reading would be', async () => {
  render(LogView, { session: session(), onshow });
  await userEvent.click(await screen.findByText('A joint is bad'));
  expect(screen.getByText('60 %')).toBeTruthy();
  expect(screen.getByText('The joint before the run leaks.')).toBeTruthy();
  const [would] = screen.getAllByRole('region', { name: 'What each reading would be' });
  expect(within(would as HTMLElement).getByText('148')).toBeTruthy();
  expect(screen.getByText('1 more, each below 1 %.')).toBeTruthy();
});

test('one click makes ready what is to be read next, and the power that was set stays', async () => {
  const one = session();
  render(LogView, { session: one, onshow });
  await userEvent.click(await screen.findByRole('button', { name: 'Type it' }));
  const form = within(screen.getByRole('form', { name: 'A reading' }));
  expect((form.getByLabelText('Meter') as HTMLSelectElement).value).toBe('antenna side');
  expect((form.getByLabelText('Tuner') as HTMLSelectElement).value).toBe('bypass');
  expect(one.mhz).toBe(21.225);
  await userEvent.type(form.getByLabelText('or SWR'), '3');
  await userEvent.type(form.getByLabelText('Power set, if known'), '10');
  await userEvent.click(form.getByRole('button', { name: 'Keep the reading' }));
  await screen.findByText(/Kept: antenna side at/);
  const [first] = server.to('/api/stations/7/log').filter(({ method }) => method === 'POST');
  expect(first?.body).toMatchObject({
    reading: { at: 'antenna side', swr: 3, power_w: 10, tuner: 'bypass' },
  });
  expect((form.getByLabelText('Power set, if known') as HTMLInputElement).value).toBe('10');
});

test('what the readings tell of the station is taken over as one step', async () => {
  const one = session();
  render(LogView, { session: one, onshow });
  await userEvent.click(await screen.findByRole('button', { name: 'Take these into the station' }));
  expect(one.document.transmitter.power_w).toBe(96);
  expect(one.document.chain[2]).toMatchObject({ label: 'long', line: { r0_ohm: 50, k1: 0.7 } });
  one.undo();
  expect(one.document.transmitter.power_w).toBe(100);
  expect(one.document.chain[2]).toMatchObject({ line: 'rg-58' });
});

test('a reading is typed as it was read, and what is wrong with it is said', async () => {
  render(LogView, { session: session(), onshow });
  const form = within(screen.getByRole('form', { name: 'A reading' }));
  await userEvent.type(form.getByLabelText('SWR'), '14 dB RL');
  await userEvent.click(form.getByRole('button', { name: 'Keep the reading' }));
  await screen.findByText(/Kept: radio at/);
  const [first] = server.to('/api/stations/7/log').filter(({ method }) => method === 'POST');
  expect(first?.body).toMatchObject({ reading: { at: 'radio', tuner: 'auto' } });
  expect((first?.body as { reading: { swr: number } }).reading.swr).toBeCloseTo(1.4985, 3);
  await userEvent.selectOptions(form.getByLabelText('Meter'), 'antenna side');
  await userEvent.type(form.getByLabelText('Forward'), 'much');
  await userEvent.click(form.getByRole('button', { name: 'Keep the reading' }));
  expect(await screen.findByText('The forward power must be a number.')).toBeTruthy();
  expect((form.getByLabelText('Forward') as HTMLInputElement).value).toBe('much');
});

test('at a meter itself its reading needs no meter chosen', async () => {
  const onkept = vi.fn();
  render(ReadingForm, { session: session(), at: 'antenna side', onkept });
  expect(screen.queryByLabelText('Meter')).toBeNull();
  await userEvent.type(screen.getByLabelText('Forward'), '1.2 kW');
  await userEvent.type(screen.getByLabelText('Reflected'), '40');
  await userEvent.selectOptions(screen.getByLabelText('Tuner'), 'bypass');
  await userEvent.selectOptions(screen.getByLabelText('Sent'), 'speech');
  await userEvent.selectOptions(screen.getByLabelText('Shows'), 'peak');
  await userEvent.click(screen.getByRole('button', { name: 'Keep the reading' }));
  await until(() => onkept.mock.calls.length === 1);
  expect(server.to('/api/stations/7/log')[0]?.body).toMatchObject({
    reading: {
      at: 'antenna side',
      forward_w: 1200,
      reflected_w: 40,
      tuner: 'bypass',
      emission: 'speech',
      mode: 'peak',
    },
  });
});

test('the timeline is filtered, read by pieces, and what is taken out comes back', async () => {
  render(LogView, { session: session(), onshow });
  await screen.findByText('5 of 300');
  await userEvent.click(screen.getByRole('button', { name: 'Older entries' }));
  const asked = () => server.asked.filter(({ path, method }) => path.endsWith('/log') && method === 'GET');
  await until(() => asked().length === 2);
  await userEvent.selectOptions(screen.getByLabelText('Show'), 'reading');
  await userEvent.selectOptions(screen.getByLabelText('Band'), '40 m');
  await until(() => asked().length === 4);
  await userEvent.selectOptions(screen.getByLabelText('Show'), 'removed');
  await screen.findByRole('button', { name: 'bring back: storm' });
  await userEvent.selectOptions(screen.getByLabelText('Show'), '');
  rows = [];
  await userEvent.click(screen.getByRole('button', { name: 'take out: storm' }));
  await screen.findByText('Nothing is noted yet.');
  expect(server.to('/api/log/3')[0]?.body).toEqual({ removed: true });
  await userEvent.click(screen.getByRole('button', { name: 'Bring it back' }));
  await until(() => server.to('/api/log/3').length === 2);
  expect(server.to('/api/log/3')[1]?.body).toEqual({ removed: false });
});

test('a loss is followed from day to day, the largest first', async () => {
  days = DAYS;
  render(LogView, { session: session(), onshow });
  expect((await screen.findByTestId('trend')).textContent).toBe('The run loses more than it did.');
  const picture = screen.getByRole('img', { name: /^loss of run, 40 m, by day/ });
  expect(within(picture).getByText('2026-05-01')).toBeTruthy();
  const table = screen.getByRole('region', { name: /^loss of run, 40 m, by day.*as a table/ });
  expect(within(table).getByRole('row', { name: '2026-05-01 4 (3.2 to 5.2) dB' })).toBeTruthy();
  await userEvent.selectOptions(screen.getByLabelText('Over time'), 'SWR at run side, 40 m');
  expect(screen.getByRole('img', { name: /^SWR at run side, 40 m, by day/ })).toBeTruthy();
  expect(screen.getByRole('row', { name: '2026-05-01 9 (5 to ∞)' })).toBeTruthy();
});

test('series go by band; of a single day there is none', () => {
  const found = { days: DAYS, sentence: '' };
  const names = seriesOf(found, [{ name: '40 m', low_mhz: 7, high_mhz: 7.2 }]).map(({ name }) => name);
  expect(names).toEqual(['loss of run, 40 m', 'loss of tuner, 40 m', 'SWR at run side, 40 m']);
  expect(seriesOf({ days: DAYS.slice(0, 1), sentence: '' }, [])).toEqual([]);
  expect(seriesOf(found, [])[0]?.name).toBe('loss of run, 7.1 MHz');
});

test('what is expected stands beside what is typed, with how to take it; half typed nothing is outside', async () => {
  render(ReadingForm, { session: session(), at: 'antenna side', onkept: vi.fn() });
  const told = await screen.findByText(/✕ outside; to be expected: 90 to 110 W forward/);
  expect(told.textContent).toMatch(/SWR 1\sto\s1\.5/);
  expect(screen.getByText('First into a dummy load.')).toBeTruthy();
  await userEvent.type(screen.getByLabelText('Reflected'), '2');
  const last = () => server.to('/api/readings/expected').at(-1)?.body as Record<string, unknown>;
  await until(() => server.to('/api/readings/expected').length > 1);
  expect(last()).not.toHaveProperty('reflected_w');
  await userEvent.type(screen.getByLabelText('Forward'), '98');
  await until(() => last().forward_w === 98);
  expect(last()).toMatchObject({ at: 'antenna side', reflected_w: 2, tuner: 'auto' });
});

test('a list over the band is as many readings', async () => {
  const onkept = vi.fn();
  render(ReadingForm, { session: session(), at: 'antenna side', onkept });
  await userEvent.click(screen.getByRole('button', { name: 'Fill in the band edges' }));
  expect(screen.getByText('4 lines are not filled in yet.')).toBeTruthy();
  const list = screen.getByLabelText(/One a line/);
  await userEvent.clear(list);
  await userEvent.type(list, '7 1.9{Enter}7.1 14 dB RL');
  await userEvent.click(screen.getByRole('button', { name: 'Keep 2 readings' }));
  await until(() => onkept.mock.calls.length === 1);
  const sent = server.to('/api/stations/7/log/readings')[0]?.body as {
    readings: { mhz: number; swr: number }[];
  };
  expect(sent.readings.map(({ mhz, swr }) => [mhz, swr.toFixed(2)])).toEqual([
    [7, '1.90'],
    [7.1, '1.50'],
  ]);
  expect((list as HTMLTextAreaElement).value).toBe('');
});

test('what changed before a reading opens beneath it', async () => {
  render(LogView, { session: session(), onshow });
  await userEvent.click(await screen.findByRole('button', { name: /^what changed before: antenna side/ }));
  const row = screen.getByRole('row', { name: /150 W forward.*what changed before/ });
  await within(row).findByText(/Since 2026-05-01/);
  expect(within(row).getByText('long: length 30 m, before 25 m')).toBeTruthy();
  expect(within(row).getByText('2026-06-01, note: storm')).toBeTruthy();
});

test('a sweep and a preset lead to where they are worked with', async () => {
  const one = session();
  const { unmount } = render(LogView, { session: one, onshow });
  await userEvent.click(await screen.findByRole('button', { name: /^look at: new wire/ }));
  expect(onshow).toHaveBeenLastCalledWith({ view: 'sweep', sweep: 9 });
  unmount();
  render(LogView, { session: one, onshow });
  await userEvent.click(await screen.findByRole('button', { name: /^look at: room tuner/ }));
  expect(onshow).toHaveBeenLastCalledWith({ view: 'tuner', part: 2, tuner: 'chart' });
});

test('a flag on the strip is where its meter’s reading is typed', async () => {
  const one = session();
  one.insert(1, { kind: 'meter', label: 'close by' } as unknown as PartModel);
  render(FlagReadings, { session: one, width: 900, edges: [80, 100, 120, 300, 400] });
  const placed = screen.getAllByRole('button').map(({ style }) => [style.left, style.width].map(parseFloat));
  for (const [n, [left = 0]] of placed.slice(1).entries()) {
    const [before = 0, width = 0] = placed[n] ?? [];
    expect(before + width).toBeLessThan(left);
  }
  await userEvent.click(screen.getByRole('button', { name: 'Enter what antenna side shows' }));
  const panel = screen.getByRole('region', { name: 'What antenna side shows' });
  await userEvent.type(within(panel).getByLabelText('Forward'), '98{Enter}');
  await until(() => one.noted === 1);
  expect(server.to('/api/stations/7/log')[0]?.body).toMatchObject({
    reading: { at: 'antenna side', forward_w: 98 },
  });
  await userEvent.keyboard('{Escape}');
  expect(screen.queryByRole('region', { name: 'What antenna side shows' })).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: /radio’s own meter/ }));
  expect(screen.queryByLabelText('Forward')).toBeNull();
});

test('a note is kept, and an empty one is not', async () => {
  render(LogView, { session: session(), onshow });
  const form = within(screen.getByRole('form', { name: 'A note' }));
  expect((form.getByRole('button') as HTMLButtonElement).disabled).toBe(true);
  await userEvent.type(form.getByLabelText('A note'), 'new connector');
  await userEvent.click(form.getByRole('button'));
  await until(() => server.asked.some(({ method }) => method === 'POST'));
  const posted = server.to('/api/stations/7/log').find(({ method }) => method === 'POST');
  expect(posted?.body).toMatchObject({ note: { text: 'new connector' } });
});

test('an answer that comes late does not overwrite what was asked for since', async () => {
  const replies: (() => void)[] = [];
  const normal = server.reply;
  server.reply = (asked) =>
    asked.path === '/api/stations/7/log'
      ? new Promise((done) => replies.push(() => done({ body: { count: 1, rows: rows.slice() } })))
      : normal(asked);
  const log = new Log(7);
  const first = log.load();
  log.kinds = ['note'];
  const second = log.load();
  await until(() => replies.length === 2);
  rows = ROWS.slice(0, 1);
  replies[1]?.();
  await second;
  rows = ROWS;
  replies[0]?.();
  await first;
  expect(log.rows.map(({ kind }) => kind)).toEqual(['note']);
  expect(log.busy).toBe(false);
});
