import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { LossAnswer, LossQuestion } from '../../frontend/src/lib/api/client';
import LossAsk from '../../frontend/src/lib/loss/LossAsk.svelte';
import { Shelf } from '../../frontend/src/lib/shelf/shelf.svelte';
import { preferences } from '../../frontend/src/lib/station/preferences.svelte';
import { FakeServer, settled, stubResizeObserver, until } from './server';

const span = (low: number) => ({ min: low, median: low + 0.1, max: low + 0.2 });
const figures = (loss: number) => ({
  matched_db: loss,
  extra_db: span(loss / 2),
  handbook_extra_db: loss / 2,
  loss_db: span(1.5 * loss),
  swr_asked: 3,
  swr_antenna: 3,
  swr_radio: span(2),
  radiated_w: span(50),
  s_units: span(0.5),
});
const line = (name: string, loss: number) => ({
  ...figures(loss),
  name,
  sentence: `${name} loses ${loss} dB.`,
  total_db: span(2),
  not_sent_w: 0,
  tuner_w: 0,
  limit_w: null,
  handbook_note: '',
  cautions: [],
  over_swr: [figures(loss), figures(2 * loss)],
  over_bands: [figures(loss)],
  station: { name },
});
const answered = ({ lines }: LossQuestion): LossAnswer =>
  ({
    ratios: [1, 20],
    bands: [{ name: '20 m', mhz: 14.175 }],
    lines: lines.map((one, n) => line(typeof one === 'string' ? one : 'own line', n + 1)),
  }) as unknown as LossAnswer;

const SHELF = {
  lines: ['rg-58', 'rg-213'].map((slug) => ({ slug, name: slug.toUpperCase(), family: 'coax', note: '' })),
  parts: [{ slug: 't-wide', title: 'A wide T', group: 'tuner', part: { kind: 'tuner', label: 't' } }],
  own: [
    { id: 4, title: 'My coax', part: { kind: 'line', label: 'x', line: { r0_ohm: 50, k1: 1 }, length_m: 5 } },
  ],
};
let server: FakeServer;
let shelf: Shelf;

beforeEach(() => {
  stubResizeObserver();
  server = new FakeServer(({ body }) => {
    const question = body as LossQuestion;
    return typeof question.length_m === 'number'
      ? { body: answered(question) }
      : {
          status: 422,
          body: {
            errors: [
              { place: 'length_m', rule: 'must be a number', sentence: 'The length must be a number.' },
            ],
          },
        };
  });
  shelf = new Shelf();
  shelf.contents = SHELF as never;
});
afterEach(async () => {
  await settled();
  vi.unstubAllGlobals();
  if (preferences.system === 'feet') preferences.toggleSystem();
});

const ask = (query = '') => {
  const told = { onask: vi.fn(), onstation: vi.fn() };
  return { ...told, ...render(LossAsk, { shelf, query, ...told }) };
};
const sentences = () => screen.getAllByTestId('loss-sentence').map((one) => one.textContent);
const last = () => server.to('/api/loss').at(-1)?.body as LossQuestion;

test('it is answered before anything is typed, and each letter typed is another question', async () => {
  const { onask } = ask();
  await screen.findByText('rg-58 loses 1 dB.');
  expect(last()).toMatchObject({ lines: ['rg-58'], length_m: 30, mhz: 14.2, swr: 3, power_w: 100 });
  await userEvent.clear(screen.getByLabelText('SWR'));
  await userEvent.type(screen.getByLabelText('SWR'), '5');
  await until(() => last().swr === 5);
  expect(onask).toHaveBeenLastCalledWith('line=rg-58&swr=5');
});

test('the question of an address is the one that is asked, another address another one', async () => {
  const { rerender } = ask('line=rg-213&length=100+ft&also=rg-58');
  await until(() => server.asked.length > 0);
  expect(last().lines).toEqual(['rg-213', 'rg-58']);
  expect(last().length_m).toBeCloseTo(30.48);
  await until(() => screen.queryAllByTestId('loss-sentence').length === 2);
  expect(
    within(screen.getByRole('region', { name: 'The loss in figures' })).getAllByRole('columnheader'),
  ).toHaveLength(3);
  await rerender({ query: 'line=rg-58&mhz=7.1' });
  await until(() => last().mhz === 7.1);
  await until(() => sentences().length === 1);
});

test('a length that is none is said at its place; the last answer stays', async () => {
  ask();
  await screen.findByText('rg-58 loses 1 dB.');
  await userEvent.clear(screen.getByLabelText('Length'));
  expect((await screen.findByRole('alert')).textContent).toContain('The length must be a number.');
  expect(sentences()).toEqual(['rg-58 loses 1 dB.']);
});

test('own lines are asked by their figures, a tuner by its name, a band by its middle', async () => {
  const { onstation } = ask();
  await screen.findByText('rg-58 loses 1 dB.');
  await userEvent.selectOptions(screen.getByLabelText('Feedline'), 'My coax');
  await userEvent.selectOptions(screen.getByLabelText('Tuner'), 'A wide T');
  await userEvent.selectOptions(screen.getByLabelText('Band'), '20 m');
  await until(() => last().mhz === 14.175 && last().tuner === 't-wide');
  expect(last().lines).toEqual([{ r0_ohm: 50, k1: 1 }]);
  await screen.findByText('own line loses 1 dB.');
  await userEvent.click(screen.getByRole('button', { name: 'Make it a station' }));
  expect(onstation).toHaveBeenCalledWith({ name: 'own line' });
});

test('a bare length means feet to a reader of feet', async () => {
  preferences.toggleSystem();
  ask('line=rg-58&length=100');
  await until(() => server.asked.length > 0);
  expect(last().length_m).toBeCloseTo(30.48);
});
