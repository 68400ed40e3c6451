import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Look, StationFile } from '../../frontend/src/lib/api/client';
import { preferences } from '../../frontend/src/lib/station/preferences.svelte';
import { Session } from '../../frontend/src/lib/station/session.svelte';
import BaselinePane from '../../frontend/src/lib/sweep/BaselinePane.svelte';
import BringIn from '../../frontend/src/lib/sweep/BringIn.svelte';
import ConfirmColumns from '../../frontend/src/lib/sweep/ConfirmColumns.svelte';
import JointMarks from '../../frontend/src/lib/sweep/JointMarks.svelte';
import RadialsPane from '../../frontend/src/lib/sweep/RadialsPane.svelte';
import ReadPane from '../../frontend/src/lib/sweep/ReadPane.svelte';
import SweepEntries from '../../frontend/src/lib/log/SweepEntries.svelte';
import SweepTools from '../../frontend/src/lib/sweep/SweepTools.svelte';
import TrimPane from '../../frontend/src/lib/sweep/TrimPane.svelte';
import { answer, FakeServer, kept, settled, stubResizeObserver, until } from './server';
import { band, look, row } from './sweepData';

let server: FakeServer;
let session: Session;
let log = [row(1), row(2)];
/** The log beside them, as the server has it. */
const entries = () => [
  ...log
    .filter(({ removed }) => !removed)
    .map(({ id, taken, chain, ...body }) => ({
      kind: 'sweep',
      key: id,
      date: taken,
      mhz: null,
      body: { ...body, at_feedpoint: body.joint >= chain.length },
    })),
  { kind: 'note', key: 1, date: '2026-01-01T00:00:00Z', mhz: null, body: { text: 'storm' } },
];
let refuse = false;

beforeEach(async () => {
  stubResizeObserver();
  log = [row(1), row(2)];
  refuse = false;
  server = new FakeServer(({ method, path }) => {
    if (path === '/api/solve') return { body: answer() };
    if (path === '/api/sweeps/simulate') return { body: { text: '# MHz S RI R 50\n7 0 0\n' } };
    if (path === '/api/sweeps/recognise')
      return {
        body: {
          kind: 'csv',
          heads: ['a', 'b', 'c'],
          rows: [['7', '50', '3']],
          columns: {},
          question: 'which',
        },
      };
    if (path.endsWith('/antenna')) return { body: { antenna: { kind: 'touchstone', content: 'moved' } } };
    if (method === 'POST' && path.endsWith('/sweeps'))
      return refuse
        ? { status: 422, body: { errors: [{ place: 'line 2', rule: 'holds no number' }] } }
        : { status: 201, body: log[1] };
    if (path.endsWith('/sweeps')) return { body: log };
    if (path.endsWith('/log')) return { body: { count: 3, rows: entries() } };
    if (path.startsWith('/api/sweeps/')) return { body: log[0] };
    return { body: kept(2) };
  });
  session = new Session(kept());
  await until(() => session.answer !== null);
  await session.sweeps.load();
});
afterEach(async () => {
  await settled();
  vi.unstubAllGlobals();
  if (preferences.system === 'feet') preferences.toggleSystem();
});

/** What the tools of the sweep shown are given. */
function tools() {
  return {
    sweeps: session.sweeps,
    row: row(1),
    shown: 0,
    chain: session.document.chain,
    onantenna: (antenna: StationFile['antenna']) => {
      session.change('antenna', { ...antenna, label: session.document.antenna.label });
    },
  };
}

/** What the pane for trimming is given, as the station stands now. */
function trimming() {
  return {
    form: session,
    sweeps: session.sweeps,
    goal: session.document.trim ?? null,
    bands: session.document.bands ?? [],
    mhz: session.mhz,
    look: look(),
  };
}

test('the pictures of R and X and the disc are offered only with phase', async () => {
  const { rerender } = render(ReadPane, { sweeps: session.sweeps, look: look(), moved: false });
  await userEvent.click(screen.getByRole('radio', { name: 'Impedance disc' }));
  expect(screen.getByRole('img').getAttribute('aria-label')).toContain('disc of impedances');
  await rerender({ look: look({ phase: false }) as Look });
  expect(screen.queryByRole('radio', { name: 'R and X' })).toBeNull();
  expect(screen.getByRole('img').getAttribute('aria-label')).toContain('SWR over frequency');
  await userEvent.click(screen.getByRole('button', { name: 'Draw 40 m alone' }));
  expect(session.sweeps.window).toEqual({ low_mhz: 6.88, high_mhz: 7.32 });
});

test('columns are confirmed as chosen; X only where the file holds it', async () => {
  const confirmed = vi.fn();
  const found = {
    kind: 'csv' as const,
    heads: ['f', 'r', 'x'],
    rows: [['7000', '50', '3']],
    columns: null,
    question: '?',
  };
  render(ConfirmColumns, { recognised: found, onconfirm: confirmed, oncancel: () => {} });
  expect(screen.getByText(/The headings do not say all/)).toBeTruthy();
  expect(screen.queryByLabelText('Column of X')).toBeNull();
  await userEvent.selectOptions(screen.getByLabelText('Unit of the frequency'), 'khz');
  await userEvent.selectOptions(screen.getByLabelText('What the file holds'), 'r-x');
  await userEvent.selectOptions(screen.getByLabelText('Column of X'), '2');
  await userEvent.click(screen.getByRole('button', { name: 'Take it so' }));
  expect(confirmed).toHaveBeenCalledWith({ frequency: 0, unit: 'khz', holds: 'r-x', first: 1, second: 2 });
});

test('typed readings go through the same door as a file; half-typed lines wait', async () => {
  render(BringIn, { sweeps: session.sweeps, station: session.document, mhz: session.mhz });
  const field = screen.getByLabelText(/MHz and SWR/);
  await userEvent.clear(field);
  await userEvent.type(field, '7.0 1,9{enter}7.1 14 dB RL{enter}7.2');
  await userEvent.click(screen.getByRole('button', { name: 'Take these readings' }));
  await until(() => server.asked.some((one) => one.method === 'POST' && one.path.endsWith('/sweeps')));
  const sent = server.asked.find((one) => one.method === 'POST' && one.path.endsWith('/sweeps'))?.body;
  expect(sent).toMatchObject({
    text: expect.stringMatching(/^MHz;SWR\n7;1\.9\n7\.1;1\.498\d*$/) as string,
    joint: 0,
    trim: false,
    chain: session.document.chain,
  });
  await until(() => server.asked.some((one) => one.path.endsWith('/log/readings')));
  expect(server.asked.find((one) => one.path.endsWith('/log/readings'))?.body).toMatchObject({
    readings: [
      { mhz: 7, at: 'radio', swr: 1.9, tuner: 'bypass' },
      { mhz: 7.1, at: 'radio' },
    ],
  });
});

test('a refused sweep is said, and what was typed stays', async () => {
  refuse = true;
  render(BringIn, { sweeps: session.sweeps, station: session.document, mhz: session.mhz });
  const field = screen.getByLabelText(/MHz and SWR/);
  await userEvent.clear(field);
  await userEvent.type(field, '7.0 x');
  await userEvent.click(screen.getByRole('button', { name: 'Take these readings' }));
  await until(() => session.sweeps.trouble !== '');
  expect(session.sweeps.trouble).toBe('The sweep was not taken. Line 2 holds no number.');
  expect(field).toHaveProperty('value', '7.0 x');
});

test('the simulated analyzer gets its figures as numbers, and its file is kept as a trim step', async () => {
  render(BringIn, { sweeps: session.sweeps, station: session.document, mhz: session.mhz });
  session.sweeps.takenAt = 2;
  const noise = screen.getByLabelText('Noise in Γ');
  await userEvent.clear(noise);
  await userEvent.type(noise, '0,01');
  await userEvent.clear(screen.getByLabelText('Directivity'));
  await userEvent.click(screen.getByLabelText('a step of trimming'));
  await userEvent.type(screen.getByLabelText('done to each side before it, + longer'), '-12,5');
  await userEvent.click(screen.getByRole('button', { name: 'Measure' }));
  await until(() => server.asked.some((one) => one.method === 'POST' && one.path.endsWith('/sweeps')));
  const asked = server.to('/api/sweeps/simulate')[0]?.body as Record<string, unknown>;
  expect(asked).toMatchObject({ noise: 0.01, points: 201, joint: 2 });
  expect(asked).not.toHaveProperty('directivity_db');
  const sent = server.asked.find((one) => one.method === 'POST' && one.path.endsWith('/sweeps'))?.body;
  expect(sent).toMatchObject({ trim: true, change_m: -0.125, joint: 2 });
});

test('a CSV file waits for its columns to be confirmed', async () => {
  render(BringIn, { sweeps: session.sweeps, station: session.document, mhz: session.mhz });
  await userEvent.upload(screen.getByLabelText('A sweep file'), new File(['7,50,3'], 'notes.csv'));
  await screen.findByRole('form', { name: 'What the columns hold' });
  await userEvent.click(screen.getByRole('button', { name: 'Leave it' }));
  expect(screen.queryByRole('form', { name: 'What the columns hold' })).toBeNull();
  expect(server.asked.some((one) => one.method === 'POST' && one.path.endsWith('/sweeps'))).toBe(false);
});

test('the log says where each sweep was taken and what it is for; put-away ones can be brought back', async () => {
  log = [row(1, { baseline: true, radials: 8 }), row(2, { trim: true, joint: 1 }), row(3, { removed: true })];
  await session.sweeps.load();
  render(SweepEntries, { sweeps: session.sweeps });
  await screen.findByText(/storm/);
  expect(screen.getByRole('button', { name: /sweep 1/ }).textContent).toMatch(
    /2026-11-24 \d\d:\d\d, at the radio, 8 radials, baseline/,
  );
  expect(screen.getByRole('button', { name: /sweep 2/ }).textContent).toMatch(/at the feedpoint, trim step/);
  expect(screen.queryByRole('button', { name: /^sweep 3/ })).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'Bring back sweep 3' }));
  expect(server.asked.find(({ method }) => method === 'PATCH')).toMatchObject({
    method: 'PATCH',
    path: '/api/sweeps/3',
    body: { removed: false },
  });
});

test('a log that cannot be read says so beside the sweep, and is asked for again', async () => {
  const normal = server.reply;
  server.reply = (asked) =>
    asked.path.endsWith('/log')
      ? { status: 503, body: { errors: [{ place: '', rule: 'busy' }] } }
      : normal(asked);
  render(SweepEntries, { sweeps: session.sweeps });
  const again = await screen.findByRole('button', { name: 'Try again' });
  server.reply = normal;
  await userEvent.click(again);
  await screen.findByText(/storm/);
  expect(screen.queryByRole('alert')).toBeNull();
});

test('a sweep becomes the antenna, under the antenna’s name', async () => {
  render(SweepTools, tools());
  await userEvent.click(screen.getByRole('button', { name: 'Make it the station’s antenna' }));
  await screen.findByRole('status');
  expect(session.document.antenna).toMatchObject({ kind: 'touchstone', content: 'moved' });
  expect(session.history.canUndo).toBe(true);
});

test('a sweep keeps the run of its day until today’s is asked for', async () => {
  render(SweepTools, tools());
  await userEvent.click(screen.getByRole('button', { name: 'Take today’s run instead' }));
  const change = server.asked.find((one) => one.method === 'PATCH');
  expect(change?.body).toEqual({ chain: session.document.chain });
});

test('a sweep is renamed where it stands', async () => {
  render(SweepTools, tools());
  const name = screen.getByLabelText('Name of the sweep');
  await userEvent.clear(name);
  await userEvent.type(name, 'after the storm');
  await userEvent.tab();
  expect(server.asked.find((one) => one.method === 'PATCH')?.body).toEqual({ title: 'after the storm' });
});

test('joints on the strip show the sweep elsewhere, or say where a new one was taken', async () => {
  render(JointMarks, { sweeps: session.sweeps, chain: session.document.chain, edges: [10, 200, 400] });
  const marks = () =>
    within(screen.getByRole('group', { name: 'Reference planes of the run' })).getAllByRole('button');
  expect(marks().map((one) => one.getAttribute('aria-label'))[0]).toBe(
    'Show the sweep at the radio (taken here)',
  );
  await userEvent.click(marks()[2] as HTMLElement);
  expect(session.sweeps.shown).toBe(2);
  session.sweeps.bringing = true;
  await screen.findByRole('button', { name: 'The sweep was taken at the feedpoint' });
  await userEvent.click(marks()[1] as HTMLElement);
  expect([session.sweeps.takenAt, session.sweeps.shown]).toEqual([1, 2]);
});

test('trimming starts at the middle of the band looked at; a wrong step is marked', async () => {
  const { rerender } = render(TrimPane, trimming());
  await userEvent.click(screen.getByRole('button', { name: /Start trimming/ }));
  expect(session.document.trim).toMatchObject({ target_mhz: 7.1, sides: 2, means: 'wire', aim: 'resonance' });
  const step = (id: number, course: string, change: number | null) => ({
    id,
    title: `step ${String(id)}`,
    mhz: 7.2,
    swr: 1.4,
    change_m: change,
    course,
    moved_khz: null,
    sentence: course === 'wrong' ? 'That went the wrong way.' : 'The start.',
    curve: look().curve,
  });
  session.sweeps.trim = {
    sentence: 'Lengthen each side by 12 cm.',
    change_m: 0.12,
    learned: '',
    workings: { change: { values: [0.12] }, learned: { values: [0.1] } },
    steps: [step(1, 'start', null), step(2, 'wrong', -0.1)],
  } as never;
  await rerender(trimming());
  const items = within(await screen.findByRole('list', { name: 'Trim log' })).getAllByRole('listitem');
  expect(items[1]?.className).toContain('wrong');
  expect(items[1]?.textContent?.replace(/\s+/g, ' ')).toContain(
    '(−10 cm a side) 7.200 MHz, SWR 1.4. That went the wrong way.',
  );
  expect(screen.getByText(/How it comes about/).textContent).toContain(
    'by the rule, +10 cm by the last step',
  );
});

test('radials are noted in the reader’s own unit', async () => {
  preferences.toggleSystem();
  render(RadialsPane, { sweeps: session.sweeps, row: row(1) });
  await userEvent.type(screen.getByLabelText('Radials'), '8');
  await userEvent.type(screen.getByLabelText('Length of each'), '10');
  await userEvent.click(screen.getByRole('button', { name: 'Note it' }));
  expect(server.asked.find((one) => one.method === 'PATCH')?.body).toEqual({ radials: 8, radial_m: 3.048 });
});

test('the baseline pane says what is missing, then what changed and what else it may be', async () => {
  const { rerender } = render(BaselinePane, { sweeps: session.sweeps, look: look(), row: row(2) });
  expect(screen.getByText(/No sweep is this antenna’s baseline yet/)).toBeTruthy();
  log = [row(1, { baseline: true }), row(2)];
  await session.sweeps.load();
  await rerender({ row: row(1, { baseline: true }) });
  expect(screen.getByText(/This is the baseline/)).toBeTruthy();
  session.sweeps.drift = {
    baseline: 'sweep 1',
    sentence: 'All 2 dips moved down by 1.5 %.',
    causes: [
      { id: 'longer', sentence: 'All 2 dips moved down by 1.5 %.', strength: 10 },
      { id: 'resistance', sentence: 'The lowest SWR went up.', strength: 2 },
    ],
    dips: [{ before_mhz: 7.1, after_mhz: 7.0, before_swr: 1.3, after_swr: null }],
  };
  await rerender({ row: row(2) });
  expect(screen.getByTestId('drift-verdict').textContent).toContain('moved down');
  expect(screen.getByText('The lowest SWR went up.')).toBeTruthy();
  expect(
    within(screen.getAllByRole('table').at(-1) as HTMLElement)
      .getAllByRole('cell')
      .map((cell) => cell.textContent),
  ).toEqual(['7.100', '7.000', '−100', '1.3', '∞']);
});
