/** What goes wrong with an answer, a tab or a folder ends in a sentence and in trying again; nothing typed is lost. */
import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { api } from '../../frontend/src/lib/api/client';
import { Asking } from '../../frontend/src/lib/api/asking.svelte';
import { server as known } from '../../frontend/src/lib/api/server.svelte';
import { Streaming } from '../../frontend/src/lib/api/streaming.svelte';
import type { Job, Jobs } from '../../frontend/src/lib/api/client';
import JOBS from '../../frontend/bench-jobs.json';
import { Bench } from '../../frontend/src/lib/bench/bench.svelte';
import NoteForm from '../../frontend/src/lib/log/NoteForm.svelte';
import ReadingForm from '../../frontend/src/lib/log/ReadingForm.svelte';
import { recall, remember } from '../../frontend/src/lib/station/drafts';
import { Session } from '../../frontend/src/lib/station/session.svelte';
import LeftOver from '../../frontend/src/lib/ui/LeftOver.svelte';
import Stale from '../../frontend/src/lib/ui/Stale.svelte';
import Trouble from '../../frontend/src/lib/ui/Trouble.svelte';
import { emptyDatabase, room } from './browser';
import { answer, FakeServer, kept, settled, station, stubResizeObserver, until } from './server';

let server: FakeServer;
beforeEach(() => {
  emptyDatabase();
  stubResizeObserver();
  known.folder = 'here';
  known.moved = false;
  server = new FakeServer(({ path, method }) => {
    if (path === '/api/solve') return { body: answer() };
    if (path === '/api/readings/expected')
      return { body: { forward_w: [90, 110], swr: [1, 1.5], inside: true, card: [] } };
    if (method === 'PUT') return { body: { ...kept(2), document: undefined } };
    return { status: 201, body: { key: 3 } };
  });
});
afterEach(async () => {
  vi.useRealTimers();
  await settled();
  vi.unstubAllGlobals();
});

/** Answers as they may come over a line that breaks, once; then as the stand-in server gives them. */
function once(response: () => Response | Promise<Response>, path: string) {
  const sound = fetch;
  let due = true;
  vi.stubGlobal('fetch', async (request: Request) => {
    if (!due || new URL(request.url).pathname !== path) return sound(request);
    due = false;
    return response();
  });
}
const json = (text: string, status = 200, headers = {}) =>
  new Response(text, { status, headers: { 'Content-Type': 'application/json', ...headers } });

test.each([
  ['cut off in the middle', () => json('{"id": 7, "vers')],
  ['another page', () => new Response('<html>', { headers: { 'Content-Type': 'text/html' } })],
  ['of another shape', () => json('[]')],
  ['none at all', () => Promise.reject(new TypeError('gone'))],
])('a save whose answer is %s is sent again under the same name', async (_, response) => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
  const session = new Session(kept());
  once(response, '/api/stations/7');
  session.change('name', 'Mine');
  await until(() => ['failing', 'offline'].includes(session.keeper.state));
  expect(session.keeper.why).toMatch(/^The server/);
  await vi.advanceTimersByTimeAsync(1500);
  await until(() => session.keeper.state === 'saved');
  expect(server.to('/api/stations/7')).toHaveLength(1);
  session.change('name', 'Again');
  await vi.advanceTimersByTimeAsync(500);
  expect(server.to('/api/stations/7')).toHaveLength(2);
});

test('an error in who takes an answer is a sentence, and the question is asked again', async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
  const asking = new Asking<string>();
  let tries = 0;
  asking.run(() => {
    if (++tries === 1) throw new Error('odd');
    asking.answer = 'taken';
    return Promise.resolve();
  });
  await until(() => asking.trouble !== '');
  await until(() => !asking.busy);
  await vi.advanceTimersByTimeAsync(1100);
  expect([asking.answer, asking.trouble]).toEqual(['taken', '']);
});

test('a stream that ends without its answer says so and is asked again', async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  once(() => new Response('{"done": 1, "of": 9}\n{"ans'), '/api/x');
  server.reply = () => ({ body: { answer: 'whole' } });
  const streaming = new Streaming<string>('/api/x');
  await streaming.ask({});
  expect(streaming.trouble).toContain('was cut off');
  await vi.advanceTimersByTimeAsync(3100);
  await until(() => streaming.answer === 'whole');
  expect(streaming.trouble).toBe('');
});

test('a server that hangs is given up in time, and one may stop waiting before', async () => {
  vi.useFakeTimers();
  const hangs = (_: Request, { signal }: RequestInit) =>
    new Promise((_done, fail) =>
      signal?.addEventListener('abort', () => fail(new DOMException('', 'AbortError'))),
    );
  vi.stubGlobal('fetch', hangs);
  const list = api.GET('/api/stations');
  await vi.advanceTimersByTimeAsync(30_000);
  expect((await list).error).toMatchObject({
    errors: [{ sentence: 'The server has not answered for 30 seconds.' }],
  });
  const asking = new Asking();
  asking.ask(() => api.GET('/api/stations'));
  await vi.advanceTimersByTimeAsync(400);
  expect(asking.waited).toBe(0);
  await vi.advanceTimersByTimeAsync(2000);
  expect(Math.floor(asking.waited)).toBe(2);
  asking.stop();
  await vi.advanceTimersByTimeAsync(10);
  expect([asking.busy, asking.waited, asking.trouble]).toEqual([false, 0, 'This was stopped.']);
});

test('who waits for a server that makes itself ready is told so, until it is', async () => {
  const asking = { answer: null, waited: 3.2, stop: vi.fn() };
  render(Trouble, { text: '', asking });
  const told = () => screen.getByRole('status').textContent;
  vi.stubGlobal('fetch', () => json('[]', 200, { 'X-Tithe-Folder': 'here', 'X-Tithe-Compiling': '1' }));
  await api.GET('/api/stations');
  await until(() => /Waiting for the server, 3 s\s+Tithe makes itself ready for this machine/.test(told()));
  vi.stubGlobal('fetch', () => json('[]', 200, { 'X-Tithe-Folder': 'here' }));
  await api.GET('/api/stations');
  await until(() => !told().includes('makes itself ready'));
});

test('figures of before say what they are of and why, and are asked for again when the server is back', async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  const session = new Session(kept());
  await until(() => session.answer !== null);
  render(Stale, { session });
  expect(screen.queryByRole('status')).toBeNull();
  const busy = { place: '', rule: 'Tithe is busy', sentence: 'Tithe is busy.' };
  server.reply = () => ({ status: 503, body: { errors: [busy] } });
  session.tuneTo(14.2);
  await screen.findByText(/Tithe is busy. It is asked again. The figures shown are from before, at 7.1 MHz/);
  server.reply = () => ({ status: 422, body: { errors: [{ place: '', rule: 'It takes too long' }] } });
  await vi.advanceTimersByTimeAsync(1100);
  await screen.findByText(/It takes too long. The figures shown are from before, at 7.1 MHz/);
  expect(session.faults).toEqual({});
  server.reply = () => ({ body: answer() });
  await userEvent.setup({ advanceTimers: vi.advanceTimersByTime }).click(screen.getByText('Compute now'));
  await until(() => session.stale === '');
});

test('a page of another data folder saves nothing there, and says so', async () => {
  const session = new Session(kept());
  await until(() => session.answer !== null);
  once(() => json('{"errors": []}', 412, { 'X-Tithe-Folder': 'there' }), '/api/stations/7');
  session.change('name', 'Mine');
  await until(() => session.keeper.state === 'elsewhere');
  expect(known.moved).toBe(true);
  expect(server.asked.every(({ method }) => method !== 'PUT')).toBe(true);
});

test('what a closed tab left is offered once, and settled either way; what was saved since is cleared up', async () => {
  const left = { ...station(), name: 'Typed in the dark' };
  const packed = { version: 1, unsaved: true, base: station(), past: [], future: [] };
  const { Database } = await import('./browser');
  const drafts = new Database('drafts');
  const other = { texts: [], at: 1, ...packed };
  await drafts.set('here/7/closed', { ...other, document: left });
  await drafts.set('here/7/saved', { ...other, document: station() });
  await drafts.set('there/7/closed', { ...other, document: { ...left, name: 'Another folder' } });
  const recalled = await recall(kept());
  expect(recalled.left.map(({ draft }) => draft.document.name)).toEqual(['Typed in the dark']);
  expect(await drafts.get('here/7/saved')).toBeUndefined();
  const session = new Session(kept(), recalled);
  expect(session.document.name).toBe('Test');
  render(LeftOver, { session });
  const offered = screen.getByRole('region', { name: 'Left unsaved' });
  expect(within(offered).getByRole('row', { name: /Name/ }).textContent).toContain('Typed in the dark');
  await userEvent.click(screen.getByRole('button', { name: 'Take it over' }));
  expect(session.document.name).toBe('Typed in the dark');
  expect(screen.queryByRole('region')).toBeNull();
  session.undo();
  expect(session.document.name).toBe('Test');
  await until(() => server.to('/api/stations/7').length > 0);
  expect((await recall(kept())).left).toEqual([]);
  expect(await drafts.get('there/7/closed')).toBeDefined();
});

test('a draft of this tab is found again, by the folder and the station', async () => {
  const draft = { version: 1, unsaved: true, base: station(), document: station(), past: [], future: [] };
  await remember(7, draft);
  expect((await recall(kept())).own?.base?.name).toBe('Test');
  known.folder = 'there';
  expect((await recall(kept())).own).toBeNull();
});

test('a reading is kept once, clicked twice or sent again; what is typed and not kept is there again', async () => {
  const session = new Session(kept());
  const page = render(ReadingForm, { session, at: 'antenna side' });
  await userEvent.type(screen.getByLabelText('Forward'), '90');
  page.unmount();
  render(ReadingForm, { session, at: 'antenna side' });
  expect(screen.getByLabelText<HTMLInputElement>('Forward').value).toBe('90');
  const keep = screen.getByRole('button', { name: 'Keep the reading' });
  const lost = server.reply;
  server.reply = (asked) =>
    asked.path.endsWith('/log') ? { status: 503, body: { errors: [] } } : lost(asked);
  await userEvent.dblClick(keep);
  await until(() => server.to('/api/stations/7/log').length > 0);
  server.reply = lost;
  await userEvent.click(keep);
  await screen.findByText(/^Kept:/);
  const keys = new Set(server.to('/api/stations/7/log').map(({ body }) => (body as { key: string }).key));
  expect(keys.size).toBe(1);
  await userEvent.type(screen.getByLabelText('Forward'), '90');
  await userEvent.click(keep);
  await until(() => server.to('/api/stations/7/log').length > 2);
  expect((server.to('/api/stations/7/log').at(-1)?.body as { key: string }).key).not.toBe([...keys][0]);
});

test('a note half written survives another view', async () => {
  const page = render(NoteForm, { station: 7, onkept: vi.fn() });
  await userEvent.type(screen.getByRole('textbox', { name: 'A note' }), 'storm');
  page.unmount();
  render(NoteForm, { station: 7, onkept: vi.fn() });
  expect(screen.getByRole<HTMLTextAreaElement>('textbox', { name: 'A note' }).value).toBe('storm');
  render(NoteForm, { station: 8, onkept: vi.fn() });
  expect(screen.getAllByRole<HTMLTextAreaElement>('textbox', { name: 'A note' })[1]?.value).toBe('');
});

const named = (name: string) => (JOBS as unknown as Jobs).jobs.find(({ job }) => job === name) as Job;

test('the bench is kept a job a key; another tab’s change is shown; no room is said', async () => {
  const [mine, other] = [new Bench(7, ['watts', 'meter']), new Bench(7, ['watts', 'meter'])];
  await Promise.all([mine.loaded, other.loaded]);
  mine.figure(named('watts'), 'before.forward_w', '100');
  other.figure(named('meter'), 'shown_w', '90');
  await until(() => other.of('watts').figures['before.forward_w'] === '100');
  await until(() => mine.of('meter').figures['shown_w'] === '90');
  room.full = true;
  mine.figure(named('watts'), 'before.forward_w', '101');
  await until(() => mine.unkept);
  mine.end();
  other.end();
  const again = new Bench(7, ['watts', 'meter']);
  await again.loaded;
  expect(again.of('meter').figures['shown_w']).toBe('90');
  again.end();
});
