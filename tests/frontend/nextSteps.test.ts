import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, test, vi } from 'vitest';
import type { NextAnswer, StepToDo } from '../../frontend/src/lib/api/client';
import NextSteps from '../../frontend/src/lib/ledger/NextSteps.svelte';
import { Session } from '../../frontend/src/lib/station/session.svelte';
import { FakeServer, kept, until } from './server';

const STEP: StepToDo = {
  id: 'measure.antenna',
  kind: 'measure',
  text: 'Measure R and X at the feedpoint first.',
  brings: 'a decision that is surer',
  gain_db: null,
  cost: 0,
  effort: 'climbing',
  minutes: 45,
  view: 'sweep',
  mhz: null,
  part: null,
  remember: null,
};
const CAUTION: StepToDo = {
  ...STEP,
  id: 'caution.over-power.0',
  kind: 'caution',
  text: 'On 80 m the short bears less.',
  view: 'ledger',
  mhz: 3.65,
  part: 0,
};

function shown(answer: NextAnswer) {
  const server = new FakeServer(({ path }) =>
    path.endsWith('/next') ? { body: answer } : { status: 201, body: { key: 1 } },
  );
  const session = new Session({ ...kept(), id: 7 });
  const onview = vi.fn();
  render(NextSteps, { session, onview });
  return { server, session, onview };
}

test('each step leads to where it is done, and what is done stands in the log with what was promised', async () => {
  const { server, session, onview } = shown({ sentence: '', steps: [CAUTION, STEP], done: [], left_out: [] });
  await userEvent.click(await screen.findByRole('button', { name: 'Show it' }));
  expect(onview).toHaveBeenLastCalledWith('ledger');
  expect([session.mhz, session.selected]).toEqual([3.65, 0]);
  // A caution is over when it is mended, not when somebody says so.
  expect(screen.getAllByRole('button', { name: 'It is done' })).toHaveLength(1);
  await userEvent.click(screen.getByRole('button', { name: 'It is done' }));
  expect((await screen.findByRole('status')).textContent).toContain('in the log');
  expect(server.to('/api/stations/7/log')[0]?.body).toMatchObject({
    note: {
      done: 'measure.antenna',
      text: 'Done: Measure R and X at the feedpoint first. Promised: a decision that is surer.',
    },
  });
  await userEvent.click(screen.getByRole('button', { name: 'Do it in Sweep' }));
  expect(onview).toHaveBeenLastCalledWith('sweep');
  expect([session.sweeps.bringing, session.sweeps.takenAt]).toEqual([true, session.document.chain.length]);
});

test('what a change is to bring is noted in figures, so that readings can be laid beside it', async () => {
  const change: StepToDo = {
    ...STEP,
    id: 'change.none/rg-213',
    kind: 'change',
    gain_db: { min: 1, median: 2, max: 3 },
    cost: 92,
    view: 'choose',
  };
  const { server } = shown({ sentence: '', steps: [change], done: [], left_out: [] });
  await userEvent.click(await screen.findByRole('button', { name: 'It is done' }));
  await screen.findByRole('status');
  expect(server.to('/api/stations/7/log')[0]?.body).toMatchObject({
    note: { promised: { id: 'change.none/rg-213', gain_db: [1, 2, 3] } },
  });
});

test('where nothing needs doing that is said, and what could not be told is named', async () => {
  shown({
    sentence: 'Nothing needs doing.',
    steps: [],
    done: ['Noted as done on 2026-11-20: trim.'],
    left_out: ['the choice is too large'],
  });
  expect(await screen.findByText('Nothing needs doing.')).toBeTruthy();
  expect(screen.getByText('Noted as done on 2026-11-20: trim.')).toBeTruthy();
  expect(screen.getByText('Not told: the choice is too large')).toBeTruthy();
});

test('who changes the station meanwhile is not told that something was stopped', async () => {
  let asked = 0;
  const server = new FakeServer(({ path }) => {
    if (!path.endsWith('/next')) return { body: {} };
    asked += 1;
    const answer = { sentence: 'Nothing needs doing.', steps: [], done: [], left_out: [] };
    return asked === 1 ? new Promise(() => {}) : { body: answer };
  });
  const session = new Session({ ...kept(), id: 7 });
  render(NextSteps, { session, onview: vi.fn() });
  await until(() => server.to('/api/stations/7/next').length === 1);
  session.change('transmitter.power_w', 50);
  await new Promise((later) => setTimeout(later, 300));
  expect(screen.getByTestId('next').textContent).toContain('Looking for what hurts');
  expect(await screen.findByText('Nothing needs doing.', {}, { timeout: 5000 })).toBeTruthy();
});
