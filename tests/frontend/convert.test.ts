import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { textAsPoints } from '../../frontend/src/lib/antenna/points';
import ConverterDialog from '../../frontend/src/lib/convert/ConverterDialog.svelte';
import { converter } from '../../frontend/src/lib/convert/converter.svelte';
import Ratio from '../../frontend/src/lib/convert/Ratio.svelte';
import { typedFigure, typedSwr } from '../../frontend/src/lib/convert/typedFigures';
import PlainNumber from '../../frontend/src/lib/ui/PlainNumber.svelte';
import { stubResizeObserver } from './server';

describe('a figure of reflection, however it is written', () => {
  test.each([
    ['1.5', 1.5],
    ['1.5:1', 1.5],
    ['1,5', 1.5],
    ['20 dB RL', 1.2222],
    ['RL 20 dB', 1.2222],
    ['-20 dB', 1.2222],
    ['return loss 20', 1.2222],
    ['|Γ| .2', 1.5],
    ['rho = 0.2', 1.5],
    ['4 %', 1.5],
    ['−4 %', 1.5],
    ['0 %', 1],
  ])('%s', (text, ratio) => {
    expect(typedSwr(text)).toBeCloseTo(ratio, 3);
  });

  test.each(['high', '', '3 miles', '|Γ| 1', '100 %'])('%s goes to the server as it is', (text) => {
    expect(typedSwr(text)).toBe(text);
  });

  test('all ways of writing one reflection are one SWR', () => {
    for (const rho of [0.01, 0.1, 0.333, 0.7, 0.95]) {
      const ways = [`${-20 * Math.log10(rho)} dB RL`, `Γ ${rho}`, `${100 * rho * rho} %`].map(typedSwr);
      for (const way of ways) expect(way).toBeCloseTo((1 + rho) / (1 - rho), 4);
    }
  });
});

describe('a figure of any kind', () => {
  test.each([
    ['2', 'swr', 2],
    ['18 dB RL', 'return_loss_db', 18],
    ['0.3 dB ML', 'mismatch_loss_db', 0.3],
    ['-10 %', 'share', 0.1],
    ['3 dB', 'db', 3],
    ['−3 dB', 'db', -3],
    ['2 S-units', 's_units', 2],
    ['1.5 kW', 'watts', 1500],
    ['50 µV', 'volts', 5e-5],
    ['20 dBW', 'dbm', 50],
    ['S7', 's_meter_db', -12],
    ['S9 + 20 dB', 's_meter_db', 20],
  ])('%s', (text, form, value) => {
    expect(typedFigure(text)?.form).toBe(form);
    expect(typedFigure(text)?.value).toBeCloseTo(value, 9);
  });

  test.each(['', 'fine', '3 apples', 'S7+10', 'S12'])('%s is none', (text) => {
    expect(typedFigure(text)).toBeNull();
  });

  test('a list over frequency takes every form of an SWR', () => {
    const { points, unfinished } = textAsPoints('7 1.9\n7.1 14 dB RL\n7.15\n7.2 4 %', 2, true);
    expect(points.map(([mhz]) => mhz)).toEqual([7, 7.1, 7.2]);
    expect(points.map(([, ratio]) => Number(ratio).toFixed(2))).toEqual(['1.90', '1.50', '1.50']);
    expect(unfinished).toBe(1);
  });
});

describe('the other forms of a figure', () => {
  const rows = [
    { form: 'swr', name: 'SWR', text: '1.5' },
    { form: 'share', name: 'Comes back', text: '4 %' },
  ];
  let asked: string[] = [];
  beforeEach(() => {
    stubResizeObserver();
    asked = [];
    vi.stubGlobal('fetch', (request: Request) => {
      asked.push(new URL(request.url, 'http://x').search);
      return Promise.resolve(Response.json({ sentence: '4 W come back.', rows }));
    });
  });
  afterEach(() => vi.unstubAllGlobals());

  test('what is typed is told in all of them, and what is none says so', async () => {
    const user = userEvent.setup();
    converter.open();
    render(ConverterDialog, { power: 400 });
    const field = screen.getByLabelText('Figure to be put in other words');
    await user.type(field, '14 dB RL');
    await screen.findByText('4 W come back.');
    expect((screen.getByLabelText('Of') as HTMLInputElement).value).toBe('400');
    expect(asked.at(-1)).toContain('form=return_loss_db');
    await user.clear(field);
    await user.type(field, 'much');
    screen.getByText(/none of the figures known here/);
    expect(screen.queryByText('4 W come back.')).toBeNull();
    await user.clear(field);
    await user.type(field, '70 V');
    expect((screen.getByLabelText('Across') as HTMLInputElement).value).toBe('50');
  });

  test('an SWR that is shown opens to them', async () => {
    converter.close();
    const { rerender } = render(Ratio, { value: 1.49999 });
    await userEvent.click(screen.getByRole('button', { name: '1.5' }));
    expect(converter.text).toBe('1.5');
    await rerender({ value: null });
    expect(screen.queryByRole('button')).toBeNull();
    screen.getByText('∞');
  });

  test('a field for an SWR tells them once it is typed in, and nothing moves as one leaves it', async () => {
    const user = userEvent.setup();
    render(PlainNumber, { label: 'SWR', value: '1.5', swr: true, oninput: () => undefined });
    expect(screen.queryByText(/Comes back/)).toBeNull();
    await user.click(screen.getByLabelText('SWR'));
    await screen.findByText('SWR 1.5, Comes back 4 %');
    await user.tab();
    screen.getByText('SWR 1.5, Comes back 4 %');
  });
});
