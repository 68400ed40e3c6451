import { afterEach, expect, test, vi } from 'vitest';
import type { Candidate, ChooseAnswer } from '../../frontend/src/lib/api/client';
import { linesOf } from '../../frontend/src/lib/api/lines';
import { Choosing, questionOf } from '../../frontend/src/lib/choose/choosing.svelte';
import { apart } from '../../frontend/src/lib/choose/labels';
import { firstRows, sorted } from '../../frontend/src/lib/choose/sorting';
import { FakeServer, settled, station, until } from './server';

afterEach(() => vi.unstubAllGlobals());

const candidate = (id: string, watts: number[], cost: number | null) =>
  ({
    id,
    name: id,
    line: 'rg-58',
    placement: 'room',
    cost,
    cells: watts.map((w) => ({ radiated_w: w })),
  }) as Candidate;
const CANDIDATES = [
  candidate('a', [1, 9], 50),
  candidate('b', [5, 5], null),
  candidate('present', [2, 2], 0),
];
const answer = (sentence: string) =>
  ({ sentence, decision: 'a', best: 'b', candidates: CANDIDATES, bands: ['40 m', '20 m'] }) as ChooseAnswer;

test('a stream is read object by object, wherever it is cut', async () => {
  const bytes = new TextEncoder().encode('{"done":1}\n{"done":2}\n{"answer":"Ω"}');
  const body = new ReadableStream({
    start(controller) {
      for (const [from, to] of [
        [0, 5],
        [5, 12],
        [12, 33],
        [33, bytes.length],
      ] as const)
        controller.enqueue(bytes.slice(from, to));
      controller.close();
    },
  });
  const seen = [];
  for await (const line of linesOf<object>(new Response(body))) seen.push(line);
  expect(seen).toEqual([{ done: 1 }, { done: 2 }, { answer: 'Ω' }]);
});

test('candidates are sorted by band, cost or name; unknown costs come last', () => {
  expect(sorted(CANDIDATES, 0).map((one) => one.id)).toEqual(['b', 'present', 'a']);
  expect(sorted(CANDIDATES, 'cost').map((one) => one.id)).toEqual(['present', 'a', 'b']);
  expect(sorted(CANDIDATES, 'name').map((one) => one.id)).toEqual(['a', 'b', 'present']);
  expect(firstRows(CANDIDATES, answer(''), 'a', 1).map((one) => one.id)).toEqual(['a', 'b', 'present']);
});

test('labels that would lie on one another are moved apart', () => {
  const placed = apart([
    { name: '20', x: 100, y: 50 },
    { name: '17', x: 104, y: 52 },
    { name: '80', x: 300, y: 51 },
  ]);
  expect(placed.map((one) => one.labelY)).toEqual([65, 78, 55]);
  expect(placed.map((one) => one.name)).toEqual(['20', '17', '80']);
});

test('a renamed station asks nothing anew; a changed line does', async () => {
  const server = new FakeServer(({ path }) => ({
    body: path === '/api/choose' ? { answer: answer('first') } : { sentence: '' },
  }));
  const choosing = new Choosing();
  await choosing.ask(station());
  await choosing.ask({ ...station(), name: 'renamed' });
  expect(server.to('/api/choose')).toHaveLength(1);
  expect(questionOf(station())).toBe(questionOf({ ...station(), notes: 'x' }));
  await choosing.ask({ ...station(), comfort_swr: 3 });
  expect(server.to('/api/choose')).toHaveLength(2);
  expect(choosing.chosen?.id).toBe('a');
});

test('a newer question drops the answer to the older one', async () => {
  let calls = 0;
  new FakeServer(async ({ path }) => {
    if (path !== '/api/choose') return { body: {} };
    calls += 1;
    if (calls === 1) await settled();
    return { body: { answer: answer(calls === 1 ? 'late' : 'new') } };
  });
  const choosing = new Choosing();
  const first = choosing.ask(station());
  await choosing.ask({ ...station(), comfort_swr: 3 });
  await first;
  await settled();
  expect(choosing.answer?.sentence).toBe('new');
});

test('what is wrong with the question is said in a sentence', async () => {
  new FakeServer(() => ({
    status: 422,
    body: {
      errors: [{ place: 'document.choice.run_m', rule: 'is not known', sentence: 'The run is not known.' }],
    },
  }));
  const choosing = new Choosing();
  await choosing.ask(station());
  expect(choosing.trouble).toBe('The run is not known.');
  await until(() => choosing.progress === null);
});
