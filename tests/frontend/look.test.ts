import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test } from 'vitest';
import LookRound from '../../frontend/src/lib/look/LookRound.svelte';
import { lookRound, STEPS } from '../../frontend/src/lib/look/lookRound.svelte';
import { until } from './server';

beforeEach(() => {
  localStorage.clear();
  Element.prototype.scrollIntoView = () => {};
  document.body.innerHTML = STEPS.map(({ target }) => `<section aria-label="${target}"></section>`).join('');
});
afterEach(() => lookRound.end());

const marked = () => document.querySelector('.looked-at')?.getAttribute('aria-label');

test('it leads over each of its targets and back, and is over after the last', async () => {
  render(LookRound);
  expect(screen.queryByRole('dialog')).toBeNull();
  lookRound.begin();
  for (const { target, title } of STEPS) {
    await screen.findByRole('heading', { name: title });
    await until(() => marked() === target);
    await userEvent.click(screen.getByRole('button', { name: /Next|To work/ }));
  }
  await until(() => screen.queryByRole('dialog') === null);
  expect(marked()).toBeUndefined();
  lookRound.begin();
  lookRound.go(1);
  await userEvent.click(await screen.findByRole('button', { name: 'Back' }));
  expect(screen.getByText(`1 of ${STEPS.length}`)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Back' })).toBeNull();
});

test('it counts as seen from its first step on, and Escape or “Enough” end it', async () => {
  render(LookRound);
  expect(lookRound.seen).toBe(false);
  lookRound.begin();
  expect(lookRound.seen).toBe(true);
  await screen.findByRole('dialog');
  await userEvent.keyboard('{Escape}');
  await until(() => screen.queryByRole('dialog') === null);
  lookRound.begin();
  await userEvent.click(await screen.findByRole('button', { name: 'Enough' }));
  await until(() => screen.queryByRole('dialog') === null);
});
