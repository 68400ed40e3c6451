/** What each job of the bench comes to on the page, by answers as the server gives them. */
import { emptyDatabase } from './browser';
import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type {
  BenchCheck,
  BenchFault,
  BenchLine,
  BenchMeter,
  BenchPart,
  PartModel,
  StationFile,
} from '../../frontend/src/lib/api/client';
import { Bench } from '../../frontend/src/lib/bench/bench.svelte';
import BenchView from '../../frontend/src/lib/bench/BenchView.svelte';
import JOBS from '../../frontend/bench-jobs.json';
import { preferences } from '../../frontend/src/lib/station/preferences.svelte';
import { Session } from '../../frontend/src/lib/station/session.svelte';
import { answer, FakeServer, kept, settled, station, stubResizeObserver, until } from './server';

const span = (middle: number) => ({ min: middle * 0.9, median: middle, max: middle * 1.1 });
const CHAIN = [
  { kind: 'meter', label: 'radio side', full_scale_w: 200 },
  { kind: 'transformer', label: '4:1', ratio: 4 },
  ...station().chain,
] as PartModel[];
const LINE: BenchLine = {
  matched_db_per_100m: [
    [7, 1.6],
    [14, 2.4],
  ],
  k1: span(0.6),
  k2: span(0.008),
  z0_ohm: span(50),
  velocity_factor: { min: 0.6641, median: 0.665, max: 0.6662 },
  length_m: { min: 30, median: 30, max: 30 },
  rows: [{ mhz: 14.2, loss_db_per_100m: span(3.048), sheet_db_per_100m: 2.4 }],
  curve: [{ mhz: 7, loss_db_per_100m: span(1.6), sheet_db_per_100m: 1.5 }],
  sentence: 'A line of 50 Ω.',
  why: 'One end alone says too much.',
  carry: { fields: { line: { r0_ohm: 50, velocity_factor: 0.665, k1: 0.6, k2: 0.008 } }, measured: {} },
};
const FAULT: BenchFault = {
  faults: [
    { at_m: 12.3, gamma: -0.17, kind: 'piece-lower', text: 'a short piece of lower impedance' },
    { at_m: 30, gamma: 0.97, kind: 'open', text: 'the far end, open' },
  ],
  resolution_m: 0.46,
  farthest_m: 165,
  along: [
    [0, 0],
    [12.3, 0.12],
    [30, 0.5],
  ],
  sentence: 'At 12.3 m: a short piece.',
  why: 'A wider sweep tells finer.',
  remark: 'Bench: 12.3 m: a short piece',
};
const PART: BenchPart = {
  loss_db: span(0.2),
  band_mhz: [1.8, 25],
  rows: [
    { mhz: 1.8, loss_db: span(0.25), swr: 1.5, usable: true },
    { mhz: 25, loss_db: span(0.2), swr: null, usable: false },
  ],
  transformer: {
    ratio: span(4),
    turns: span(2),
    leakage_uh: span(0.1),
    magnetizing_uh: span(12),
    core_loss_ohm: { min: 2000, median: 4000, max: null },
    loss_db: span(0.1),
  },
  sentence: 'It loses 0.2 dB.',
  why: 'Three sweeps leave no position open.',
  carry: { fields: { loss_db: 0.1, ratio: 4.02 }, measured: { ratio: { value: 4.02, low: 3.9, high: 4.1 } } },
};
const METER: BenchMeter = {
  scale: span(1.08),
  power_w: 100,
  sentence: 'At 100 W it shows 1.08 times what there is.',
  why: 'The voltage counts twice.',
  carry: { fields: { scale: 1.08 }, measured: { scale: { value: 1.08, low: 1.04, high: 1.12 } } },
};
const CHECK: BenchCheck = {
  directivity_db: 33.2,
  source_db: 41,
  tracking_db: 0.12,
  tracking_deg: 0.4,
  aside_m: 0,
  good: false,
  shown_as: [
    [1.1, 1.03, 1.18],
    [3, 2.7, null],
  ],
  errors: [
    [7, 33, 41, 0.1],
    [14, 34, 42, 0.1],
  ],
  residual: {
    directivity_db: 33.234567,
    tracking_db: 0.12,
    tracking_deg: 0.4,
    drift_db: 0.005,
    drift_deg: 0.05,
    noise: 0.0002,
    load_pct: 1,
  },
  sentence: 'Calibrate again.',
  why: 'A load alone shows directivity.',
};
const ANSWERS: Record<string, unknown> = {
  line: LINE,
  fault: FAULT,
  part: PART,
  meter: METER,
  check: CHECK,
};

const keep = vi.fn(() => Promise.resolve('It is full.'));
let session: Session;
let server: FakeServer;

beforeEach(() => {
  localStorage.clear();
  emptyDatabase();
  stubResizeObserver();
  server = new FakeServer(({ path }) => {
    const job = path.split('/').at(-1) ?? '';
    if (path === '/api/solve') return { body: answer() };
    if (path === '/api/bench/jobs') return { body: JOBS };
    if (path.startsWith('/api/bench/')) return { body: ANSWERS[job] };
    return { status: 201, body: {} };
  });
  session = new Session({ ...kept(), document: { ...station(), chain: CHAIN } as StationFile });
});
afterEach(async () => {
  if (preferences.system === 'feet') preferences.toggleSystem();
  await settled();
  vi.unstubAllGlobals();
});

/** The job's page with these readings on the bench. */
async function open(job: string, entry: object) {
  const bench = new Bench(7, [job]);
  await bench.loaded;
  bench.change(job, entry);
  bench.end();
  const page = render(BenchView, { session, shelf: { keep } as never, job, onjob: vi.fn() });
  await screen.findByRole('region', { name: 'Readings' });
  return page;
}
const texts = (...ends: string[]) => Object.fromEntries(ends.map((end) => [end, { name: end, text: end }]));
const asked = (job: string) => server.to(`/api/bench/${job}`).at(-1)?.body as Record<string, unknown>;
const cells = (region: string, row: RegExp) =>
  within(screen.getByRole('region', { name: region })).getByRole('row', { name: row }).textContent;

test('a line: its figures, its loss beside what the station has, in feet where one reads feet', async () => {
  const user = userEvent.setup();
  await open('line', { way: 'file', sweeps: texts('open') });
  await screen.findByText('A line of 50 Ω.');
  expect(asked('line')).toMatchObject({ open: 'open', length_m: 30, at: 3 });
  expect(cells('The line’s figures', /Velocity/)).toContain('0.6641 to 0.6662');
  expect(cells('The line’s loss by band', /14\.2/)).toMatch(/2\.74 to 3\.35\s*2\.4/);
  preferences.toggleSystem();
  await until(() => /98\.4 ft/.test(cells('The line’s figures', /Length/) ?? ''));
  expect(cells('The line’s loss by band', /14\.2/)).toMatch(/0\.836 to 1\.02\s*0\.732/);
  await user.click(screen.getByRole('button', { name: 'Put it on your shelf' }));
  await screen.findByText(/Not kept\. It is full\./);
});

test('a fault: numbered in picture and table, and noted in the log once', async () => {
  const user = userEvent.setup();
  await open('fault', { way: 'file', sweeps: texts('hanging'), figures: { velocity_factor: '0,7' } });
  await screen.findByText('At 12.3 m: a short piece.');
  expect(asked('fault')).toMatchObject({ text: 'hanging', velocity_factor: 0.7 });
  expect(cells('Where waves come back', /^1/)).toMatch(/12\.3 m ± 0\.23 m.*−0\.17.*lower impedance/);
  const button = screen.getByRole<HTMLButtonElement>('button', { name: 'Note it in the log' });
  await user.click(button);
  await screen.findByText(/in the log, under today’s date/);
  expect(server.to('/api/stations/7/log')[0]?.body).toMatchObject({ note: { text: FAULT.remark } });
  expect(button.disabled).toBe(true);
});

test('a transformer: what it is made of, and what cannot be seen of it', async () => {
  const user = userEvent.setup();
  session.selected = 1;
  await open('part', {
    way: 'file',
    sweeps: texts('match', 'short', 'open'),
    figures: { resistor_ohm: '200' },
  });
  await screen.findByText('It loses 0.2 dB.');
  expect(asked('part')).toMatchObject({ resistor_ohm: 200, at: 1, most_swr: 1.5 });
  expect(cells('What the transformer is made of', /Core loss/)).toContain('2,000 to without end');
  screen.getByText('shaded: where it may be used');
  await user.click(screen.getByRole('button', { name: /Carry its loss and band into “4:1”/ }));
  expect(session.document.chain[1]).toMatchObject({
    ratio: 4.02,
    loss_db: 0.1,
    measured: { ratio: { low: 3.9 } },
  });
});

test('a meter’s scale, and an analyzer’s errors taken over into the other jobs', async () => {
  const user = userEvent.setup();
  const page = await open('meter', { figures: { shown_w: '108', volts: '100' } });
  await screen.findByText(/1\.08 times what there is/);
  expect(asked('meter')).toMatchObject({ shown_w: 108, volts: 100, load_ohm: 50 });
  await user.click(screen.getByRole('button', { name: /Carry this correction into “radio side”/ }));
  expect(session.document.chain[0]).toMatchObject({ scale: 1.08 });
  page.unmount();
  const check = await open('check', { way: 'file', sweeps: texts('open', 'short', 'load') });
  await screen.findByText('Calibrate again.');
  expect(cells('What an SWR would be shown as', /^3/)).toContain('2.7 to ∞');
  await user.click(screen.getByRole('button', { name: 'Use these errors in the other jobs' }));
  await screen.findByText('The other jobs take 33.2 dB and 0.12 dB now.');
  await check.rerender({ job: 'fault' });
  await user.click(await screen.findByText('What the analyzer’s calibration leaves'));
  expect(screen.getByRole<HTMLInputElement>('textbox', { name: /Directivity/ }).value).toBe('33.23');
});

test('a line that is in no run goes onto the shelf all the same', async () => {
  const user = userEvent.setup();
  session.replace({ ...session.document, chain: [] }, 'chain');
  await open('line', { way: 'file', sweeps: texts('short'), figures: { length_m: '12' } });
  await screen.findByText(/There is no such part in the run/);
  expect(screen.queryByRole('button', { name: /^Carry/ })).toBeNull();
  await user.click(screen.getByRole('button', { name: 'Put it on your shelf' }));
  expect(keep).toHaveBeenCalledWith(
    expect.stringMatching(/^own line, measured/),
    expect.objectContaining({ line: LINE.carry?.fields['line'], length_m: 12 }),
    '',
  );
});

test('of the station that is shown: its longest run lies on the bench until another is chosen', async () => {
  const user = userEvent.setup();
  await open('line', {});
  const choice = screen.getByRole<HTMLSelectElement>('combobox', { name: 'On the bench' });
  expect(choice.selectedOptions[0]?.textContent).toBe('long');
  const length = screen.getByRole<HTMLInputElement>('textbox', { name: 'Length measured' });
  await until(() => length.value === '30');
  await user.clear(length);
  await user.type(length, '29.5');
  await user.selectOptions(choice, 'short');
  expect(session.selected).toBe(2);
  await until(() => length.value === '2');
});

test('files that are too large, and a store that holds nothing readable, are no trouble', async () => {
  localStorage.setItem('tithe.bench.7', '{"entries":');
  const user = userEvent.setup();
  render(BenchView, { session, shelf: {} as never, job: 'check', onjob: vi.fn() });
  await user.click(await screen.findByText('By file'));
  const large = new File(['x'], 'large.s1p');
  Object.defineProperty(large, 'size', { value: 9_000_000 });
  await user.upload(screen.getByLabelText('Far end: open'), large);
  await screen.findByText('“large.s1p” was not taken: it is larger than 8 MB.');
  await user.upload(screen.getByLabelText('Far end: open'), new File(['# MHz'], 'small.s1p'));
  await screen.findByText('small.s1p');
  await user.click(screen.getByRole('button', { name: 'Take out the sweep, open' }));
  expect(screen.queryByText('small.s1p')).toBeNull();
});
