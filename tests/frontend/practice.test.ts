import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, test } from 'vitest';
import type { PracticeRound } from '../../frontend/src/lib/api/client';
import PracticeView from '../../frontend/src/lib/practice/PracticeView.svelte';
import { Session } from '../../frontend/src/lib/station/session.svelte';
import { FakeServer, kept, station, stubResizeObserver } from './server';

const ROUND: PracticeRound = {
  id: 'r1',
  level: 2,
  document: station(),
  power_w: 50,
  mhz: [7.1, 14.2],
  tuners: ['auto', 'bypass'],
  places: [
    { how: 'meter', at: -1, name: 'the radio’s own meter', minutes: 1 },
    { how: 'analyzer', at: 2, name: 'at the feedpoint', minutes: 30 },
  ],
  causes: [
    { id: 'water', name: 'a line loses more than written' },
    { id: 'open', name: 'a joint or a wire is open' },
  ],
  readings: [],
  minutes: 0,
  answer: '',
  verdict: null,
};
const READ: PracticeRound = {
  ...ROUND,
  minutes: 2,
  readings: [
    {
      how: 'meter',
      at: -1,
      name: 'the radio’s own meter',
      mhz: 14.2,
      tuner: 'bypass',
      minutes: 2,
      forward_w: 48,
      reflected_w: 3,
      swr: 1.7,
      r_ohm: null,
      x_ohm: null,
      expected_swr: 4.2,
    },
  ],
};
const OVER: PracticeRound = {
  ...READ,
  answer: 'water',
  verdict: {
    right: true,
    sentence: 'Right: a line loses more.',
    better: ['next: a sweep'],
    best: ['a sweep'],
  },
};

let server: FakeServer;
beforeEach(() => {
  stubResizeObserver();
  server = new FakeServer(({ path, method }) => {
    if (path.endsWith('/score')) return { body: { rounds: 0, right: 0, minutes: 0, best_minutes: 0 } };
    if (path.endsWith('/read')) return { body: READ };
    if (path.endsWith('/answer')) return { body: OVER };
    return { status: method === 'POST' ? 201 : 200, body: ROUND };
  });
});

test('a round is begun in the station, read, answered, and told', async () => {
  const session = new Session(kept());
  render(PracticeView, { session });
  await userEvent.click(await screen.findByText('Any cause, in this station'));
  await userEvent.click(screen.getByRole('button', { name: 'Hide something in it' }));
  const form = await screen.findByRole('form', { name: 'Read next' });
  expect(server.to('/api/practice')[0]?.body).toMatchObject({ level: 2, document: { name: 'Test' } });
  const [, at, tuner] = within(form).getAllByRole('combobox');
  await userEvent.selectOptions(at as HTMLElement, '14.2 MHz');
  await userEvent.selectOptions(tuner as HTMLElement, 'out of line');
  await userEvent.click(within(form).getByRole('button', { name: 'Read it, 2 minutes' }));
  expect(server.to('/api/practice/r1/read')[0]?.body).toEqual({
    how: 'meter',
    at: -1,
    mhz: 14.2,
    tuner: 'bypass',
  });
  expect(await screen.findByText('48 W forward, 3 W reflected')).toBeTruthy();
  expect(screen.queryByTestId('practice-verdict')).toBeNull();
  await userEvent.selectOptions(screen.getByLabelText('What is wrong'), 'a line loses more than written');
  await userEvent.click(screen.getByRole('button', { name: 'That is it' }));
  expect((await screen.findByTestId('practice-verdict')).textContent).toContain('Right');
  expect(server.to('/api/practice/r1/answer')[0]?.body).toEqual({ cause: 'water' });
  await userEvent.click(screen.getByRole('button', { name: 'Another round' }));
  expect(screen.getByRole('button', { name: 'Hide something in it' })).toBeTruthy();
});

test('a round goes on where it was left in this tab', async () => {
  sessionStorage.setItem('tithe.practice', 'r1');
  render(PracticeView, { session: new Session(kept()) });
  expect(await screen.findByText(/with 50 W set/)).toBeTruthy();
  expect(server.to('/api/practice/r1')).toHaveLength(1);
});
