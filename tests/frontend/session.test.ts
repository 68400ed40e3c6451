import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { differences, inWords, merged } from '../../frontend/src/lib/station/conflict';
import type { Draft, Recalled } from '../../frontend/src/lib/station/drafts';
import { Session } from '../../frontend/src/lib/station/session.svelte';
import { answer, FakeServer, kept, settled, station, until } from './server';

let server: FakeServer;

beforeEach(() => {
  let version = 1;
  server = new FakeServer(({ path }) =>
    path === '/api/solve'
      ? { body: answer() }
      : {
          body: {
            id: 7,
            name: 'Test',
            version: ++version,
            updated: '2026-01-01T00:00:00Z',
          },
        },
  );
});
afterEach(async () => {
  await settled();
  vi.unstubAllGlobals();
});

test('it opens on 40 m with the longest line chosen, and asks at once', async () => {
  const session = new Session(kept());
  expect(session.mhz).toBeCloseTo(7.1);
  expect(session.selected).toBe(1);
  await until(() => session.answer !== null);
  expect(server.to('/api/solve')).toHaveLength(1);
});

test('a change is asked about and saved, from the version it started from', async () => {
  const session = new Session(kept());
  session.change('chain[1].length_m', 45);
  await until(() => session.keeper.state === 'saved' && server.to('/api/stations/7').length === 1);
  const [save] = server.to('/api/stations/7');
  expect(save?.body).toMatchObject({
    version: 1,
    document: { chain: [{}, { length_m: 45 }] },
  });
  session.change('chain[1].length_m', 46);
  await until(() => server.to('/api/stations/7').length === 2);
  expect(server.to('/api/stations/7')[1]?.body).toMatchObject({ version: 2 });
});

test('a burst of changes is saved once, and the newest is what is solved last', async () => {
  const session = new Session(kept());
  for (let length = 31; length <= 60; length++) session.change('chain[1].length_m', length);
  await until(() => session.keeper.state === 'saved');
  expect(server.to('/api/stations/7')).toHaveLength(1);
  const solves = server.to('/api/solve');
  expect(solves.length).toBeLessThan(6);
  expect(solves.at(-1)?.body).toMatchObject({
    document: { chain: [{}, { length_m: 60 }] },
  });
});

test('what the server refuses is marked at its place; the last answer and what was typed stay', async () => {
  const session = new Session(kept());
  await until(() => session.answer !== null);
  const before = session.answer;
  server.reply = () => ({
    status: 422,
    body: {
      errors: [
        {
          place: 'document.chain[1].length_m',
          rule: 'must be 0 or more (it is -3)',
        },
      ],
    },
  });
  session.change('chain[1].length_m', -3);
  await until(() => 'chain[1].length_m' in session.faults);
  expect(session.faults['chain[1].length_m']).toBe('must be 0 or more (it is -3)');
  expect(session.answer).toBe(before);
  expect(session.document.chain[1]).toMatchObject({ length_m: -3 });
  await until(() => session.keeper.state === 'refused');
});

test('a save that another tab overtook is a conflict; taking theirs can be undone', async () => {
  const session = new Session(kept());
  const theirs = { ...kept(5), document: { ...station(), name: 'Theirs' } };
  server.reply = ({ path }) => (path === '/api/solve' ? { body: answer() } : { status: 409, body: theirs });
  session.change('name', 'Mine');
  await until(() => session.keeper.state === 'conflict');
  session.change('name', 'Mine still');
  expect(session.keeper.state).toBe('conflict');
  session.takeTheirs();
  expect(session.document.name).toBe('Theirs');
  expect(session.keeper.version).toBe(5);
  session.undo();
  expect(session.document.name).toBe('Mine still');
});

test('keeping mine in a conflict saves over the version that stands', async () => {
  const mine = '/api/stations/8';
  const session = new Session(kept(1, 8));
  server.reply = ({ path }) => {
    if (path === '/api/solve') return { body: answer() };
    return server.to(mine).length === 1 ? { status: 409, body: kept(5, 8) } : { body: kept(6, 8) };
  };
  session.change('name', 'Mine');
  await until(() => session.keeper.state === 'conflict');
  session.keeper.overwrite(session.document);
  await until(() => session.keeper.state === 'saved');
  expect(server.to(mine).at(-1)?.body).toMatchObject({ version: 5, document: { name: 'Mine' } });
});

test('a server that does not answer is said, and the save is tried again', async () => {
  const session = new Session(kept());
  await until(() => session.answer !== null);
  server.reply = () => Promise.reject(new TypeError('network'));
  session.change('name', 'Offline');
  await until(() => session.keeper.state === 'offline' && !session.reachable);
  server.reply = ({ path }) => ({
    body: path === '/api/solve' ? answer() : kept(2),
  });
  await until(() => session.keeper.state === 'saved', 4000);
  expect(server.to('/api/stations/7').at(-1)?.body).toMatchObject({
    document: { name: 'Offline' },
  });
});

test('parts are inserted, moved and removed, each a step of its own', () => {
  const session = new Session(kept());
  const labels = () => session.document.chain.map((part) => part.label).join(' ');
  session.insert(1, {
    kind: 'inline',
    label: 'new',
    loss_db: 0,
    z_ohm: 50,
  } as never);
  expect([labels(), session.selected]).toEqual(['short new long', 1]);
  session.move(1, 2);
  expect([labels(), session.selected]).toEqual(['short long new', 2]);
  session.move(2, 3);
  expect(labels()).toBe('short long new');
  session.remove(2);
  expect([labels(), session.selected]).toEqual(['short long', 1]);
  session.undo();
  session.undo();
  expect(labels()).toBe('short new long');
  session.redo();
  expect(labels()).toBe('short long new');
  session.undo();
  session.undo();
  expect(labels()).toBe('short long');
});

const draft = (changes: Partial<Draft>): Recalled => ({
  own: { version: 3, base: null, document: station(), past: [], future: [], at: 0, ...changes },
  left: [],
});

test('an unsaved draft goes on from the document that is kept, whatever its number; no other does', async () => {
  const document = { ...station(), name: 'Draft' };
  const mine = draft({ unsaved: true, base: station(), document, past: [station()] });
  const session = new Session(kept(8), mine);
  expect(session.document.name).toBe('Draft');
  expect(session.history.canUndo).toBe(true);
  await until(() => server.to('/api/stations/7').length === 1);
  expect(server.to('/api/stations/7')[0]?.body).toMatchObject({ version: 8, digest: '8' });
  // Another folder's station of the same number and version: nothing of it is saved over.
  const there = { ...kept(3), document: { ...station(), name: 'Elsewhere' } };
  const other = new Session(there, draft({ document, past: [station()] }));
  expect([other.document.name, other.history.canUndo]).toEqual(['Elsewhere', false]);
  expect(new Session(there, mine).keeper.state).toBe('conflict');
});

test('a draft whose save arrived unacknowledged goes on, undo and redo with it', () => {
  const saved = { ...kept(4), document: { ...station(), name: 'Saved', notes: 'written out by the server' } };
  const bare = { ...station(), name: 'Saved' };
  delete (bare as { notes?: string }).notes;
  const mine = draft({ document: bare, future: [station()] });
  expect(new Session(saved, mine).history.canRedo).toBe(true);
  // The same version, but another document: somebody else's save.
  const theirs = { ...saved, document: { ...saved.document, name: 'Theirs' } };
  const session = new Session(theirs, mine);
  expect([session.history.canRedo, session.document.name]).toEqual([false, 'Theirs']);
});

test('a save that the server fails at is tried again, under the same name, and has its own sentence', async () => {
  vi.useFakeTimers();
  const session = new Session(kept());
  const fine = server.reply;
  let failures = 2;
  server.reply = (asked) =>
    asked.method === 'PUT' && failures-- > 0
      ? { status: 500, body: { errors: [{ place: '', rule: 'trouble' }] } }
      : fine(asked);
  session.change('name', 'Mine');
  await vi.advanceTimersByTimeAsync(500);
  expect(session.keeper.state).toBe('failing');
  expect(session.faults).toEqual({});
  await vi.advanceTimersByTimeAsync(1000);
  expect(server.to('/api/stations/7')).toHaveLength(2);
  await vi.advanceTimersByTimeAsync(1500); // the second pause is twice the first
  expect(server.to('/api/stations/7')).toHaveLength(2);
  await vi.advanceTimersByTimeAsync(1000);
  const keys = server.to('/api/stations/7').map((one) => (one.body as { key: string }).key);
  expect(session.keeper.state).toBe('saved');
  expect(keys).toHaveLength(3);
  expect(new Set(keys).size).toBe(1);
  session.change('name', 'Mine again');
  await vi.advanceTimersByTimeAsync(500);
  expect((server.to('/api/stations/7').at(-1)?.body as { key: string }).key).not.toBe(keys[0]);
  vi.useRealTimers();
});

test.each([
  [404, [], 'gone'],
  [413, [{ place: '', rule: 'The request is larger than 12 MB' }], 'blocked'],
  [422, [{ place: 'document.chain[0].length_m', rule: 'must be 0 or more' }], 'refused'],
])('a save answered %i says what it is', async (status, errors, state) => {
  const session = new Session(kept());
  await until(() => session.answer !== null);
  server.reply = ({ method }) => (method === 'PUT' ? { status, body: { errors } } : { body: answer() });
  session.change('name', 'Mine');
  await until(() => session.keeper.state === state);
  if (state === 'blocked') expect(session.keeper.why).toContain('12 MB');
});

test('a draft that another save overtook opens beside it if it was never saved, else not at all', async () => {
  const document = { ...station(), name: 'Typed here' };
  const mine = { version: 1, base: station(), document, past: [station()] };
  const there = { ...kept(3), document: { ...station(), notes: 'typed there' } };
  const clean = new Session(there, draft({ ...mine, unsaved: false }));
  expect([clean.keeper.state, clean.document.name]).toEqual(['saved', 'Test']);
  const session = new Session(there, draft({ ...mine, unsaved: true }));
  expect([session.keeper.state, session.document.name]).toEqual(['conflict', 'Typed here']);
  expect(session.history.canUndo).toBe(true);
  session.settle(merged(session.document, there.document, new Set(['notes'])));
  await until(() => session.keeper.state === 'saved');
  expect(server.to('/api/stations/7').at(-1)?.body).toMatchObject({
    version: 3,
    document: { name: 'Typed here', notes: 'typed there' },
  });
});

test('what only one side changed is taken from there, and what both changed is said', () => {
  const base = station();
  const line = (at: number, length_m: number) =>
    base.chain.map((part, n) => (n === at ? { ...part, length_m } : part)) as typeof base.chain;
  const mine = { ...base, name: 'A', chain: line(0, 3) };
  const theirs = { ...base, name: 'B', notes: 'there', chain: line(1, 40) };
  const found = differences(mine, theirs, base);
  expect(found.map((one) => [one.place, one.usual, one.both])).toEqual([
    ['name', 'mine', true],
    ['notes', 'theirs', false],
    ['chain[0]', 'mine', false],
    ['chain[1]', 'theirs', false],
  ]);
  const both = merged(
    mine,
    theirs,
    new Set(found.filter((one) => one.usual === 'theirs').map((one) => one.place)),
  );
  expect(both).toMatchObject({ name: 'A', notes: 'there', chain: [{ length_m: 3 }, { length_m: 40 }] });
  expect(differences(both, both, base)).toEqual([]);
  expect(inWords({ length_m: 20, passes_dc: true, k1: null })).toBe('length 20 m, passes dc true');
});
