import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { createRawSnippet } from 'svelte';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { WorkingOut } from '../../frontend/src/lib/api/client';
import DipTable from '../../frontend/src/lib/sweep/DipTable.svelte';
import CarriedWorkings from '../../frontend/src/lib/working/CarriedWorkings.svelte';
import { roving } from '../../frontend/src/lib/working/roving';
import WorkingDialog from '../../frontend/src/lib/working/WorkingDialog.svelte';
import { Workings } from '../../frontend/src/lib/working/workings.svelte';
import { look } from './sweepData';
import { settled, stubResizeObserver, until } from './server';

const working = (title: string, change: Partial<WorkingOut> = {}): WorkingOut => ({
  title,
  cases: [''],
  values: [0.64],
  lines: [
    {
      formula: '<math><mi>A</mi></math>',
      filled: [{ which: '', numbers: '<math><mn>0.64</mn></math>' }],
    },
  ],
  terms: [{ symbol: '<math><mi>A</mi></math>', meaning: 'loss', figures: ['0.64'], unit: 'dB' }],
  assumes: 'Nothing.',
  holds: 'Everywhere.',
  source: 'The rules.',
  short_cut: '',
  also: [],
  ...change,
});

beforeEach(stubResizeObserver);
afterEach(async () => {
  await settled();
  vi.unstubAllGlobals();
  document.body.replaceChildren();
});

function table(...names: string[]): HTMLElement {
  const found = document.createElement('table');
  found.append(
    ...names.map((name) =>
      Object.assign(document.createElement('button'), { className: 'fig', name, tabIndex: -1 }),
    ),
  );
  document.body.append(found);
  return found;
}
const stops = (found: HTMLElement) =>
  [...found.querySelectorAll('button')].filter((one) => one.tabIndex === 0).map((one) => one.name);

test('the figures of a table are one stop, gone through by the arrow keys up to its ends', async () => {
  const found = table('a', 'b', 'c');
  const { destroy } = roving(found);
  expect(stops(found)).toEqual(['a']);
  found.querySelector<HTMLElement>('button')?.focus();
  const keys = ['{ArrowRight}', '{ArrowDown}', '{ArrowRight}', '{ArrowLeft}', '{Home}', '{End}', 'x'];
  const went: string[] = [];
  for (const key of keys) {
    await userEvent.keyboard(key);
    went.push((document.activeElement as HTMLButtonElement).name);
    expect(stops(found)).toEqual(went.slice(-1));
  }
  expect(went).toEqual(['b', 'c', 'c', 'b', 'a', 'c', 'c']);
  destroy();
  await userEvent.keyboard('{Home}');
  expect(document.activeElement).toBe(found.lastElementChild);
});

test('a table whose figures are drawn anew has a stop again', async () => {
  const found = table('a', 'b');
  roving(found);
  found.replaceChildren(...table('c', 'd').children);
  await until(() => stops(found).length === 1);
  expect(stops(found)).toEqual(['c']);
});

test('a working is shown with its formula, its symbols and where it holds; the short cut where there is one', async () => {
  const workings = new Workings((figure) => Promise.resolve({ data: working(`Working of ${figure}`) }));
  render(WorkingDialog, { workings });
  expect(screen.queryByRole('dialog')).toBeNull();
  workings.show('total.loss_db', 'all losses');
  const dialog = await screen.findByRole('dialog', { name: 'Working of total.loss_db' });
  expect(within(dialog).getByText('all losses')).toBeTruthy();
  expect(dialog.querySelectorAll('math')).toHaveLength(3);
  expect(within(dialog).getByText('loss').closest('tr')?.textContent).toContain('0.64 dB');
  expect(within(dialog).queryByText('The short cut')).toBeNull();
  workings.close();
  await until(() => screen.queryByRole('dialog') === null);
});

test('each case of an unknown phase is named, and a refusal is said', async () => {
  const line = {
    formula: '<math></math>',
    filled: (['least', 'middle', 'most'] as const).map((which) => ({ which, numbers: '<math></math>' })),
  };
  const cases = ['least', 'middle', 'most'] as const;
  const replies = [
    { data: working('Open', { cases: [...cases], lines: [line], short_cut: 'The handbook says 1 dB.' }) },
    {
      error: {
        errors: [{ place: 'figure', rule: 'is no such', sentence: 'That is no figure of the answer.' }],
      },
    },
  ];
  const workings = new Workings(() => Promise.resolve(replies.shift() ?? {}));
  render(WorkingDialog, { workings });
  workings.show('a', 'a');
  const dialog = await screen.findByRole('dialog', { name: 'Open' });
  expect(within(dialog).getByText('Where it is least:')).toBeTruthy();
  expect(within(dialog).getByText('The handbook says 1 dB.')).toBeTruthy();
  workings.show('b', 'b');
  expect((await within(dialog).findByRole('alert')).textContent).toContain('no figure of the answer');
  expect(within(dialog).queryByText('It holds')).toBeNull();
});

test('figures open where a view offers workings, and are plain text where none does', async () => {
  render(DipTable, { reading: look().reading });
  expect(screen.queryByRole('button')).toBeNull();
  expect(screen.getAllByRole('row').length).toBeGreaterThan(1);
});

test('workings that came with an answer need no further question', async () => {
  render(CarriedWorkings, {
    found: { change: working('How much to cut') },
    children: createRawSnippet(() => ({ render: () => '<p>2.9 cm</p>' })),
  });
  expect(screen.getByText('2.9 cm')).toBeTruthy();
  expect(screen.queryByRole('dialog')).toBeNull();
});
