import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, test, vi } from 'vitest';
import type { TrimAnswer } from '../../frontend/src/lib/api/client';
import { server as connection } from '../../frontend/src/lib/api/server.svelte';
import { Outbox } from '../../frontend/src/lib/garden/outbox.svelte';
import { typedNumber } from '../../frontend/src/lib/garden/form.svelte';
import { isTouchstone, type Waiting } from '../../frontend/src/lib/garden/sent';
import { Station } from '../../frontend/src/lib/garden/seen.svelte';
import GardenPage from '../../frontend/src/lib/garden/GardenPage.svelte';
import TrimTab from '../../frontend/src/lib/garden/TrimTab.svelte';
import WaitingList from '../../frontend/src/lib/garden/WaitingList.svelte';
import { blank } from '../../frontend/src/lib/log/readings';
import { emptyDatabase, room } from './browser';
import { FakeServer, kept, station as document, stubResizeObserver, until } from './server';

beforeEach(() => {
  emptyDatabase();
  stubResizeObserver();
  connection.folder = 'f';
});

const reading = (swr: number): Omit<Waiting, 'key' | 'at' | 'folder' | 'station'> => ({
  said: `SWR ${swr}`,
  what: { reading: { mhz: 7.1, at: 'radio', swr } as never, typed: blank() },
});
const down = () => Promise.reject(new TypeError('no connection'));

test('what is typed goes in its order once there is a server, and is remembered until then', async () => {
  let up = false;
  const fake = new FakeServer(() => (up ? { status: 201, body: {} } : down()));
  const before = new Outbox(7, 'ann', vi.fn());
  await before.put(reading(1.1));
  await before.put(reading(1.2));
  expect(before.items.map(({ said }) => said)).toEqual(['SWR 1.1', 'SWR 1.2']);
  // Another visit; another station's and another person's box hold nothing of it.
  for (const [id, name] of [
    [8, 'ann'],
    [7, 'bea'],
  ] as const) {
    const other = new Outbox(id, name, vi.fn());
    await other.load();
    expect(other.items).toEqual([]);
  }
  const sent = vi.fn();
  const after = new Outbox(7, 'ann', sent);
  fake.asked = [];
  up = true;
  await after.load();
  await until(() => after.items.length === 0);
  const bodies = fake
    .to('/api/stations/7/log')
    .map(({ body }) => body as { key: string; reading: { swr: number } });
  expect(bodies.map((body) => body.reading.swr)).toEqual([1.1, 1.2]);
  expect(new Set(bodies.map(({ key }) => key)).size).toBe(2);
  expect(sent).toHaveBeenCalledOnce();
});

test('who is not signed in any more keeps what is typed; what is refused lets the next one pass', async () => {
  let status = 401;
  new FakeServer(({ body }) =>
    (body as { reading: { swr: number } }).reading.swr === 9
      ? { status: 422, body: { errors: [{ place: 'reading.swr', rule: 'is wrong' }] } }
      : { status, body: status === 401 ? { errors: [{ place: '', rule: 'Log in first' }] } : {} },
  );
  const outbox = new Outbox(7, 'ann', vi.fn());
  await outbox.put(reading(1.5));
  await until(() => outbox.signedOut);
  expect(outbox.items).toHaveLength(1);
  expect(outbox.items[0]?.refused).toBeUndefined();
  status = 201;
  await outbox.put(reading(9));
  await outbox.put(reading(1.6));
  await until(() => outbox.gone.length === 2);
  expect(outbox.items.map(({ said, refused }) => [said, refused])).toEqual([
    ['SWR 9', 'The reading.swr is wrong.'],
  ]);
  const fixed = vi.fn();
  render(WaitingList, { outbox, onfix: fixed });
  await userEvent.click(screen.getByRole('button', { name: 'Put it right' }));
  expect(fixed).toHaveBeenCalledOnce();
  expect(outbox.items).toEqual([]);
});

test('out of reach one does not wait for ever: what may have arrived is sent again under its key', async () => {
  const soon = vi.spyOn(AbortSignal, 'timeout').mockImplementation(() => {
    const giveUp = new AbortController();
    setTimeout(() => giveUp.abort(), 20);
    return giveUp.signal;
  });
  const keys: string[] = [];
  vi.stubGlobal('fetch', async (request: Request, { signal }: { signal: AbortSignal }) => {
    keys.push(((await request.json()) as { key: string }).key);
    if (keys.length > 1) return Response.json({}, { status: 201 });
    return new Promise((_, fail) => signal.addEventListener('abort', () => fail(new Error('given up'))));
  });
  const outbox = new Outbox(7, 'ann', vi.fn());
  await outbox.put(reading(1.5));
  await until(() => keys.length === 1);
  await new Promise((done) => setTimeout(done, 60));
  expect(outbox.items[0]?.refused).toBeUndefined();
  await outbox.send();
  expect(outbox.items).toEqual([]);
  expect(new Set(keys).size).toBe(1);
  soon.mockRestore();
});

test('a browser without room says that what is typed is on this page alone', async () => {
  new FakeServer(down);
  room.full = true;
  const outbox = new Outbox(7, '', vi.fn());
  await outbox.put(reading(1.5));
  expect(outbox.fleeting).toBe(true);
  expect(outbox.items).toHaveLength(1);
});

test('a station is shown as it was answered last, until its person is not let in', async () => {
  let status = 200;
  new FakeServer(({ path }) => {
    if (status === 0) return down();
    return path.endsWith('/sweeps')
      ? { status, body: [] }
      : { status, body: status === 200 ? kept() : { errors: [] } };
  });
  const first = new Station(7, 'ann');
  await first.open();
  expect(first.seen?.station.document.name).toBe('Test');
  status = 0;
  const offline = new Station(7, 'ann');
  await offline.open();
  expect(offline.seen?.at).toBe(first.seen?.at);
  status = 401;
  await offline.load();
  expect([offline.state, offline.seen]).toEqual(['signed-out', null]);
  status = 0;
  const later = new Station(7, 'ann');
  await later.open();
  expect(later.seen).toBeNull();
});

test('a station opens while the server has no time for its trim, which is asked again soon', async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  const trim = { target_mhz: 7.1, sides: 2, means: 'wire', aim: 'resonance' };
  const sweep = {
    id: 3,
    title: 'Now',
    taken: '2026-01-01T00:00:00Z',
    trim: true,
    removed: false,
    joint: 0,
    chain: [],
  };
  let busy = true;
  const fake = new FakeServer(({ path }) => {
    if (path.endsWith('/look')) return { status: 422, body: { errors: [{ place: '', rule: 'No dip.' }] } };
    if (path.endsWith('/sweeps')) return { body: [sweep] };
    if (!path.endsWith('/trim')) return { body: { ...kept(), document: { ...document(), trim } } };
    return busy
      ? { status: 503, body: { errors: [{ place: '', rule: 'Others come first.' }] } }
      : { status: 422, body: { errors: [{ place: '', rule: 'The goal is out of reach.' }] } };
  });
  render(GardenPage, { id: 7 });
  expect((await screen.findByRole('heading', { level: 1, name: 'Test' })).textContent).toBe('Test');
  await until(() => fake.to('/api/sweeps/3/look').length === 1);
  expect(screen.getByText(/has not judged the steps yet/)).toBeTruthy();
  expect(screen.getByRole('status').textContent).toContain('the rest is being computed');
  busy = false;
  await vi.advanceTimersByTimeAsync(1500);
  expect((await screen.findByRole('alert')).textContent).toBe('The goal is out of reach.');
  expect(screen.getByRole('status').textContent).not.toContain('computed');
  // What had come was not asked anew.
  expect(fake.to('/api/sweeps/3/look')).toHaveLength(1);
  expect(fake.to('/api/stations/7/trim').length).toBeGreaterThan(1);
});

test('what is whole stands until what is newer is, and who leaves leaves nothing to come', async () => {
  const trim = { target_mhz: 7.1, sides: 2, means: 'wire', aim: 'resonance' };
  const steps = (sentence: string) => ({ sentence, steps: [], step_m: null, learned: '', workings: {} });
  let [digest, busy, release] = ['a', false, () => undefined as void];
  const held = new Promise<void>((done) => (release = done));
  new FakeServer(async ({ path }) => {
    if (path.endsWith('/sweeps')) return { body: [] };
    if (!path.endsWith('/trim')) return { body: { ...kept(), digest, document: { ...document(), trim } } };
    if (digest === 'c') await held;
    return busy ? { status: 503, body: { errors: [] } } : { body: steps(`Cut, ${digest}.`) };
  });
  const station = new Station(7, 'ann');
  await station.open();
  expect([station.seen?.trim?.sentence, station.again_s]).toEqual(['Cut, a.', 0]);
  [digest, busy] = ['b', true];
  await station.load();
  expect([station.seen?.trim?.sentence, station.again_s]).toEqual(['Cut, a.', 1]);
  busy = false;
  await station.load();
  expect([station.seen?.trim?.sentence, station.again_s]).toEqual(['Cut, b.', 0]);
  digest = 'c';
  const late = station.load();
  await station.forget();
  release();
  await late;
  new FakeServer(down);
  const later = new Station(7, 'ann');
  await later.open();
  expect(later.seen).toBeNull();
});

/** A station as a phone has it, of which all is computed. */
const seenOf = (station: never, trim: TrimAnswer | null) => ({
  ...{ folder: 'f', station, trim, trouble: '', sweeps: [] },
  ...{ look: null, charts: {}, due: false, at: 0 },
});

test('the next cut is what is to be done before the next sweep, not all of it', () => {
  new FakeServer(down);
  const trim = { target_mhz: 7.1, sides: 2, means: 'wire', aim: 'resonance' };
  const station = { ...kept(), document: { ...document(), trim } } as never;
  const step = {
    id: 1,
    title: '',
    mhz: 7,
    swr: 1.4,
    change_m: null,
    within_khz: 12,
    course: 'start',
    sentence: 'The start.',
  };
  const answer = {
    sentence: 'Cut.',
    change_m: -0.2,
    step_m: -0.1,
    learned: '',
    steps: [step],
    workings: {},
  } as never;
  const seen = seenOf(station, answer);
  render(TrimTab, { seen, outbox: new Outbox(7, 'ann', vi.fn()), reads: true, onchanged: vi.fn() });
  expect(screen.getByText('10 cm a side shorter')).toBeTruthy();
  expect(screen.queryByText(/20 cm/)).toBeNull();
  expect(screen.getByText(/7\.000 MHz ± 12 kHz/)).toBeTruthy();
});

test('a file is kept with what was done before it, which is asked first', async () => {
  new FakeServer(down);
  const trim = { target_mhz: 7.1, sides: 2, means: 'wire', aim: 'resonance' };
  const station = { ...kept(), document: { ...document(), trim } } as never;
  const seen = seenOf(station, null);
  const outbox = new Outbox(7, 'ann', vi.fn());
  render(TrimTab, { seen, outbox, reads: false, onchanged: vi.fn() });
  const file = new File(['# MHz S RI R 50\n7 0 0\n'], 'after the cut.s1p');
  await userEvent.upload(screen.getByLabelText('Choose the analyzer’s file'), file);
  expect((await screen.findByRole('alert')).textContent).toContain('what was done to the wire');
  expect(outbox.items).toEqual([]);
  await userEvent.click(screen.getByRole('radio', { name: 'Cut shorter' }));
  await userEvent.type(screen.getByLabelText('Each side by, cm'), '12,5');
  await userEvent.upload(screen.getByLabelText('Choose the analyzer’s file'), file);
  await until(() => outbox.items.length === 1);
  expect(outbox.items[0]).toMatchObject({
    said: 'Step: 12,5 cm shorter, after the cut',
    what: { sweep: { trim: true, change_m: -0.125, joint: 2, title: 'after the cut' } },
  });
});

test('numbers of a phone’s keys are read, and an instrument’s own form is known', () => {
  expect(['7,1', '−3', ' 2.5 ', '', 'x', '1,2,3'].map(typedNumber)).toEqual([7.1, -3, 2.5, null, null, null]);
  expect(['! x\n# Hz', '# MHz S RI R 50', '#freq,swr', 'MHz;SWR'].map(isTouchstone)).toEqual([
    true,
    true,
    false,
    false,
  ]);
});
