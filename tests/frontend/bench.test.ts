import { emptyDatabase } from './browser';
import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type {
  BenchCarry,
  BenchTuner,
  Job,
  Jobs,
  PartModel,
  StationFile,
} from '../../frontend/src/lib/api/client';
import { Bench, type Entry } from '../../frontend/src/lib/bench/bench.svelte';
import BenchView from '../../frontend/src/lib/bench/BenchView.svelte';
import { carried, isCarried } from '../../frontend/src/lib/bench/carry';
import JOBS from '../../frontend/bench-jobs.json';
import { blankOf, readingsOf } from '../../frontend/src/lib/bench/readings';
import { Session } from '../../frontend/src/lib/station/session.svelte';
import { answer, FakeServer, kept, settled, station, stubResizeObserver, until } from './server';

const TUNER = { kind: 'tuner', label: 'room tuner', network: 't-highpass', coil_q: 200 } as PartModel;
const span = (middle: number) => ({ min: middle * 0.9, median: middle, max: middle * 1.1 });
const mark = (mhz: number, q: number, low: number) => ({
  value: [[mhz, q]],
  points: [[mhz, low, null]],
  how: 'three sweeps',
});
const carry = (mhz: number, q: number): BenchCarry => ({
  fields: { coil_q: [[mhz, q]] },
  measured: { coil_q: mark(mhz, q, q - 10) },
});
const TOLD: BenchTuner = {
  mhz: 7.1,
  loss_db: span(0.1),
  efficiency: span(0.97),
  coil_q: span(180),
  rows: [
    {
      mhz: 7.1,
      with_phase: true,
      match_db: 40,
      short_db: 0.3,
      open_db: 0.1,
      loss_db: span(0.1),
      efficiency: span(0.97),
      mean_halved_db: 0.1,
      short_alone_db: 0.15,
      coil_q: span(180),
      coil_why: '',
      in_station_db: span(1.9),
    },
  ],
  lengths: { length_m: [28, 30], present: 1, mhz: [7.1], loss_db: [[span(2.4), span(1.9)]] },
  sentence: 'Your tuner loses 1.9 dB.',
  why: 'Half of the return loss into the short alone says 0.15 dB.',
  carry: carry(7.1, 180),
};

let session: Session;
let server: FakeServer;
const shelf = { keep: vi.fn(() => Promise.resolve('')) };

beforeEach(() => {
  localStorage.clear();
  emptyDatabase();
  stubResizeObserver();
  server = new FakeServer(({ path }) => {
    if (path === '/api/solve') return { body: answer() };
    if (path === '/api/bench/jobs') return { body: JOBS };
    if (path === '/api/bench/tuner') return { body: TOLD };
    if (path === '/api/bench/practice/tuner')
      return {
        body: {
          texts: {},
          rows: [{ mhz: 7.1, match: [0.01, 0], short: [-0.97, 0], open: [0.98, 0.1] }],
          figures: {},
          truth: 'Its coils have a Q of 190.',
        },
      };
    if (path === '/api/bench/line')
      return {
        status: 422,
        body: { errors: [{ place: 'length_m', sentence: 'The length must be above 0 (it is 0).' }] },
      };
    return { body: {} };
  });
  const document = { ...station(), chain: [TUNER, ...station().chain] } as StationFile;
  session = new Session({ ...kept(), document });
});
afterEach(async () => {
  await settled();
  vi.unstubAllGlobals();
});

const onjob = vi.fn();
async function open(job: string) {
  const page = render(BenchView, { session, shelf: shelf as never, job, onjob });
  await screen.findByRole('region', { name: 'Readings' });
  return page;
}
const asked = (path: string) => server.to(path).at(-1)?.body as Record<string, unknown>;

describe('a tuner on the bench', () => {
  test('typed return losses are told as soon as a row is whole, and carried as one step', async () => {
    const user = userEvent.setup();
    await open('tuner');
    screen.getByText(/stands here once the readings are in/);
    for (const [name, text] of [
      ['MHz', '7,1'],
      ['matched, dB', '40'],
      ['short, dB', '0.3'],
      ['open, dB', '0.1'],
    ] as const)
      await user.type(screen.getByRole('textbox', { name: `${name}, row 1` }), text);
    await screen.findByText('Your tuner loses 1.9 dB.');
    expect(asked('/api/bench/tuner')).toMatchObject({
      rows: [{ mhz: 7.1, match: 40, short: 0.3, open: 0.1 }],
      at: 0,
      residual: { directivity_db: 40 },
    });
    const lengths = screen.getByRole('region', { name: 'The tuner’s loss by the length of the run' });
    within(lengths).getByRole('columnheader', { name: 'as it is, 30 m' });
    await user.click(screen.getByRole('button', { name: /Carry the Q of its coils into “room tuner”/ }));
    expect(session.document.chain[0]).toMatchObject({ coil_q: [[7.1, 180]] });
    const measured = (session.document.chain[0] as { measured: Record<string, { date: string }> }).measured;
    expect(measured['coil_q']?.date).toMatch(/^\d{4}-\d\d-\d\d$/);
    await screen.findByText(/It is in the station, marked as measured/);
    session.undo();
    expect(session.document.chain[0]).toEqual(TUNER);
    await user.click(screen.getByRole('button', { name: 'Put it on your shelf' }));
    expect(shelf.keep).toHaveBeenCalledWith(
      expect.stringContaining('room tuner, measured'),
      expect.objectContaining({ coil_q: [[7.1, 180]] }),
      '',
    );
  });

  test('a simulated day hides its truth until it is asked for, and what it showed is there again', async () => {
    const user = userEvent.setup();
    const first = await open('tuner');
    await user.click(screen.getByText('Simulated bench'));
    await user.click(screen.getByRole('button', { name: 'Measure' }));
    await screen.findByText('Your tuner loses 1.9 dB.');
    expect(asked('/api/bench/tuner')).toMatchObject({ rows: [{ mhz: 7.1, match: [0.01, 0] }] });
    await screen.findByText(/40 ∠/);
    expect(screen.queryByText(/Q of 190/)).toBeNull();
    await user.click(screen.getByRole('button', { name: 'What is the truth?' }));
    screen.getByText(/Q of 190/);
    await user.click(screen.getByRole('button', { name: /^Carry/ }));
    const how = () =>
      (session.document.chain[0] as { measured: Record<string, { how: string }> }).measured['coil_q']?.how;
    expect(how()).toBe('the simulated bench');
    session.undo();
    first.unmount();
    await open('tuner');
    await screen.findByText(/40 ∠/);
    await user.click(screen.getByRole('button', { name: 'Clear this job' }));
    expect(screen.queryByText(/40 ∠/)).toBeNull();
  });
});

test('what is refused is said in a sentence, and what was typed stays', async () => {
  const user = userEvent.setup();
  await open('line');
  const length = screen.getByRole<HTMLInputElement>('textbox', { name: 'Length measured' });
  expect(length.value).toBe('30');
  await user.clear(length);
  await user.type(length, '0');
  await user.type(screen.getByRole('textbox', { name: 'MHz, row 1' }), '7');
  await user.type(screen.getByRole('textbox', { name: 'shorted, dB, row 1' }), '1.2');
  await screen.findByText('The length must be above 0 (it is 0).');
  expect(length.value).toBe('0');
  expect(asked('/api/bench/line')).toMatchObject({ typed: [[7, null, 1.2]], length_m: 0, at: 2 });
});

test('a job that there is not leads to the first', async () => {
  await open('nothing');
  screen.getByRole('heading', { name: 'Tuner', level: 2 });
  expect(onjob).toHaveBeenLastCalledWith('tuner');
});

test('every job shows how it is set up, with its cautions', async () => {
  for (const [job, title] of [
    ['watts', 'Watts in, watts out'],
    ['fault', 'Fault in a line'],
    ['part', 'Part, choke or transformer'],
    ['meter', 'Wattmeter'],
    ['check', 'The analyzer itself'],
  ] as const) {
    const page = await open(job);
    screen.getByRole('heading', { name: title, level: 2 });
    screen.getByRole('img', { name: /at its far side in turn/ });
    expect(screen.getByRole('region', { name: 'How it is done' }).textContent).toMatch(/▲/);
    await until(() => server.to('/api/solve').length > 0);
    page.unmount();
  }
});

describe('what is asked', () => {
  const readings = (name: string, entered: Entry) =>
    readingsOf((JOBS as unknown as Jobs).jobs.find(({ job }) => job === name) as Job, entered);
  const entry = (more: object) => ({ ...new Bench(1, []).of('tuner'), ...more });
  const text = (name: string) => ({ name, text: `of ${name}` });

  test('nothing as long as something is missing', () => {
    for (const { job } of JOBS.jobs) expect(readings(job, entry({}))).toBeNull();
    expect(
      readings('check', entry({ way: 'file', sweeps: { open: text('o'), short: text('s') } })),
    ).toBeNull();
    expect(readings('watts', entry({ figures: { 'before.forward_w': '100' } }))).toBeNull();
  });

  test('what goes onto the shelf has the length that was typed, however it was typed', () => {
    const line = (JOBS as unknown as Jobs).jobs.find(({ job }) => job === 'line') as Job;
    expect(blankOf(line, entry({ figures: { length_m: '12,5', by: 'length' } }))).toMatchObject({
      kind: 'line',
      length_m: 12.5,
    });
    for (const none of ['', '0', 'some'])
      expect(blankOf(line, entry({ figures: { length_m: none } }))).toMatchObject({ length_m: 10 });
    expect(blankOf({ ...line, blank: null }, entry({}))).toBeUndefined();
  });

  test('by each way in', () => {
    const sweeps = { open: text('o'), short: text('s'), match: text('m'), hanging: text('h') };
    expect(readings('line', entry({ way: 'file', sweeps, figures: { length_m: '12,5' } }))).toEqual({
      open: 'of o',
      short: 'of s',
      length_m: 12.5,
    });
    const by = { by: 'velocity', velocity_factor: '.66' };
    expect(readings('line', entry({ way: 'file', sweeps, figures: by }))).toMatchObject({
      velocity_factor: 0.66,
    });
    expect(readings('fault', entry({ way: 'file', sweeps }))).toEqual({ text: 'of h' });
    const dips = [{ mhz: { text: '7.1' } }, { mhz: { text: '9,5' } }];
    expect(readings('fault', entry({ rows: dips }))).toEqual({ dips: [7.1, 9.5], read_khz: 50 });
    const pieces = { mhz: { text: '7' }, open: { text: '0' }, short: { text: '-.02' }, load: { text: '41' } };
    expect(readings('check', entry({ rows: [pieces] }))).toEqual({ typed: [[7, 0, -0.02, 41]] });
    expect(readings('part', entry({ way: 'file', sweeps }))).toMatchObject({
      match: 'of m',
      resistor_ohm: 50,
      most_db: 0.5,
    });
    const rows = [{ mhz: { text: '7' }, through: { text: '0.3' }, back: { text: '30' } }];
    expect(readings('part', entry({ rows }))).toMatchObject({ pair: [[7, 0.3, 30]], error_db: 0.05 });
    const figures = { shown_w: '108', power_w: '90', by: 'meter', 'better.power_w': '100' };
    expect(readings('meter', entry({ figures }))).toMatchObject({ shown_w: 108, power_w: 100 });
    const watts = { 'before.forward_w': '100', 'behind.forward_w': 'much', same: 'yes' };
    expect(readings('watts', entry({ figures: watts }))).toMatchObject({
      before: { forward_w: 100, full_scale_w: 200 },
      behind: { forward_w: 'much' },
      same_meter: true,
    });
  });
});

describe('carried into the station', () => {
  const document = { ...station(), chain: [TUNER] } as StationFile;

  test('figures of several days stand beside each other, the newer of the same frequency alone', () => {
    const once = carried(document, 0, carry(7.1, 180), '2026-05-01');
    expect(isCarried(document, 0, carry(7.1, 180))).toBe(false);
    expect(isCarried(once, 0, carry(7.1, 180))).toBe(true);
    const twice = carried(once, 0, carry(3.65, 150), '2026-05-02');
    expect(twice.chain[0]).toMatchObject({
      coil_q: [
        [3.65, 150],
        [7.1, 180],
      ],
      measured: {
        coil_q: {
          date: '2026-05-01 to 2026-05-02',
          points: [
            [3.65, 140, null],
            [7.1, 170, null],
          ],
        },
      },
    });
    const again = carried(twice, 0, carry(7.12, 200), '2026-05-03');
    expect(again.chain[0]).toMatchObject({
      coil_q: [
        [3.65, 150],
        [7.12, 200],
      ],
    });
  });

  test('what was typed since is put aside', () => {
    const once = carried(document, 0, carry(7.1, 180), '2026-05-01');
    const typed = { ...once, chain: [{ ...once.chain[0], coil_q: 90 }] } as StationFile;
    expect(carried(typed, 0, carry(3.65, 150), '2026-05-02').chain[0]).toMatchObject({
      coil_q: [[3.65, 150]],
    });
  });
});
