import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, test, vi } from 'vitest';
import DipTable from '../../frontend/src/lib/sweep/DipTable.svelte';
import DiscPicture from '../../frontend/src/lib/sweep/DiscPicture.svelte';
import OhmsPicture from '../../frontend/src/lib/sweep/OhmsPicture.svelte';
import SweepBands from '../../frontend/src/lib/sweep/SweepBands.svelte';
import SweepPicture from '../../frontend/src/lib/sweep/SweepPicture.svelte';
import { stubResizeObserver } from './server';
import { band, dip, look } from './sweepData';

beforeEach(stubResizeObserver);

test('a dip’s widths say where they end, or that they do not', () => {
  render(DipTable, { reading: look().reading });
  const cells = within(screen.getAllByRole('table').at(-1) as HTMLElement)
    .getAllByRole('cell')
    .map((cell) => cell.textContent?.replace(/\s+/g, ' '));
  expect(screen.getByRole('rowheader').textContent).toBe('1.33');
  expect(cells).toEqual([
    '7.090',
    '66 − j2.3',
    '7.100',
    '+10',
    '66.8',
    '12.2',
    '145',
    'beyond the sweep',
    'not reached',
  ]);
});

test('without phase there is no column for what only a phase tells', () => {
  const reading = look({ phase: false, dips: [dip({ resonance: null, r_ohm: null, x_ohm: null })] }).reading;
  render(DipTable, { reading });
  expect(screen.queryByText('Q')).toBeNull();
  expect(screen.getAllByRole('cell')).toHaveLength(4);
});

test('a dip of a phase-true sweep without a zero of X says so', () => {
  render(DipTable, { reading: look({ dips: [dip({ resonance: null })] }).reading });
  expect(screen.getByText('no zero of X in this dip')).toBeTruthy();
});

test('each band says what it needs; a band beyond the sweep cannot be drawn', async () => {
  const zoomed = vi.fn();
  const bands = [
    band('40 m', 7.0, 7.2),
    band('30 m', 10.1, 10.15, { need: 'radio', swr_worst: 2.8 }),
    band('20 m', 14, 14.35, { need: 'wide', swr_worst: null }),
    band('10 m', 28, 29.7, {
      covered: false,
      need: null,
      swr_low: null,
      swr_middle: null,
      swr_high: null,
      swr_worst: null,
    }),
  ];
  render(SweepBands, { reading: look({ bands }).reading, moved: false, onzoom: zoomed });
  const rows = screen
    .getAllByRole('row')
    .slice(1)
    .map((one) => one.textContent?.replace(/\s+/g, ' ').trim());
  expect(rows[0]).toContain('nothing');
  expect(rows[1]).toContain('2.8◐ the radio’s own tuner');
  expect(rows[2]).toContain('∞○ a wide-range tuner');
  expect(rows[3]).toContain('––––the sweep does not reach it');
  expect(screen.getByRole('button', { name: 'Draw 10 m alone' })).toHaveProperty('disabled', true);
  await userEvent.click(screen.getByRole('button', { name: 'Draw 30 m alone' }));
  expect(zoomed).toHaveBeenCalledWith(10.1, 10.15);
});

test('where the sweep was moved, the worst SWR stands beside the one where it was taken', () => {
  render(SweepBands, {
    reading: look({ bands: [band('40 m', 7, 7.2, { taken_worst: 1.4 })] }).reading,
    moved: true,
    onzoom: () => {},
  });
  expect(screen.getByText('worst, where taken')).toBeTruthy();
  expect(screen.getByText('1.4')).toBeTruthy();
});

test('the picture marks the dip and the resonance, lays others under it and breaks at infinity', () => {
  const { container } = render(SweepPicture, {
    props: {
      look: look(),
      target: 7.15,
      under: [{ id: 9, title: 'last year', curve: look().curve }],
    },
  });
  const drawn = container.querySelectorAll('g[clip-path] path');
  expect(drawn).toHaveLength(2);
  expect(drawn[0]?.getAttribute('stroke-dasharray')).toBe('5 3');
  // The last point is infinite: it lies on the line at the top.
  expect(drawn[1]?.getAttribute('d')).toMatch(/L-?[\d.]+,26$/);
  expect(screen.getByText(/last year/)).toBeTruthy();
  expect(container.querySelector('.drawing-key')?.textContent).toContain('lowest SWR');
  expect(screen.getByRole('img').getAttribute('aria-label')).toContain('The SWR is lowest at 7.09 MHz');
});

test('a picture without dips keeps their signs out of its key', () => {
  const { container } = render(SweepPicture, { look: look({ dips: [] }) });
  expect(container.querySelector('.drawing-key')?.textContent).not.toContain('lowest SWR');
});

test('on the disc a resonance of 66.8 Ω lies right of the centre on the level line', () => {
  const { container } = render(DiscPicture, { look: look() });
  const mark = container.querySelector('circle[r="5"]');
  expect(Number(mark?.getAttribute('cx'))).toBeCloseTo(170 + 150 * 0.1438, 6);
  expect(mark?.getAttribute('cy')).toBe('170');
});

test('R and X are cut off where they would flatten the rest, and it is said', () => {
  render(OhmsPicture, { look: look() });
  expect(screen.getByText(/what lies beyond \d+ Ω is cut off/)).toBeTruthy();
});
