import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { CandidateLook, LengthsAnswer, StationFile } from '../../frontend/src/lib/api/client';
import BesideStrip from '../../frontend/src/lib/choose/BesideStrip.svelte';
import ChoiceMatrix from '../../frontend/src/lib/choose/ChoiceMatrix.svelte';
import ChoiceWishes from '../../frontend/src/lib/choose/ChoiceWishes.svelte';
import { Choosing } from '../../frontend/src/lib/choose/choosing.svelte';
import ChooseView from '../../frontend/src/lib/choose/ChooseView.svelte';
import CostPicture from '../../frontend/src/lib/choose/CostPicture.svelte';
import LengthsPanel from '../../frontend/src/lib/choose/LengthsPanel.svelte';
import LossMap from '../../frontend/src/lib/choose/LossMap.svelte';
import { preferences } from '../../frontend/src/lib/station/preferences.svelte';
import { Session } from '../../frontend/src/lib/station/session.svelte';
import { answer, FakeServer, kept, settled, station, stubResizeObserver, until } from './server';
import { candidate, chosen, lossMap } from './sweepData';

let server: FakeServer;
let session: Session;
let foundOut = '';
const LENGTHS: LengthsAnswer = {
  sentence: 'The present 38 m are safe.',
  present_m: 38,
  length_m: [36, 37, 38, 39],
  best_m: 38,
  margin_m: [0, 1, 2, 1],
  workings: {},
  bands: [
    {
      name: '40 m',
      reached: [false, true, true, true],
      sky_w: [10, 60, 70, 80],
      bears_w: [90, 100, 100, 100],
    },
    {
      name: '20 m',
      reached: [true, false, true, true],
      sky_w: [70, 20, 70, 80],
      bears_w: [100, 24, 100, 100],
    },
  ],
};
const LOOK: CandidateLook = {
  name: 'place a, RG-58',
  chain: [{ kind: 'line', label: 'new', line: 'rg-213', length_m: 30 }],
  antenna: { kind: 'resonator', label: 'vee', f0_mhz: 7.1, r_ohm: 60, q: 9 },
  comparison: { names: ['as it is', 'place a'], other: null, rows: [], sentence: '' },
} as unknown as CandidateLook;

beforeEach(async () => {
  stubResizeObserver();
  Element.prototype.scrollIntoView = () => {};
  server = new FakeServer(({ path, body }) => {
    if (path === '/api/solve') return { body: answer() };
    if (path === '/api/choose') return { body: { answer: { ...chosen(), found_out: foundOut } } };
    if (path === '/api/choose/break-even') return { body: [] };
    if (path === '/api/choose/map') return { body: lossMap((body as { id: string }).id) };
    if (path === '/api/choose/look') return { body: { ...LOOK, name: (body as { id: string }).id } };
    if (path === '/api/choose/lengths')
      return (body as { low_m: unknown }).low_m === 'x'
        ? {
            status: 422,
            body: {
              errors: [
                { place: 'low_m', rule: 'must be a number', sentence: 'The first length must be a number.' },
              ],
            },
          }
        : { body: LENGTHS };
    return { body: kept(2) };
  });
  session = new Session(kept());
  await until(() => session.answer !== null);
});
afterEach(async () => {
  foundOut = '';
  await settled();
  vi.unstubAllGlobals();
  if (preferences.system === 'feet') preferences.toggleSystem();
});

test('the verdict comes with its map, and with how sure it is', async () => {
  const choosing = new Choosing();
  await choosing.ask(station());
  expect(choosing.map?.id).toBe('a');
  expect(choosing.presentMap?.id).toBe('present');
  expect(choosing.answer?.sure.sentence).toContain('94 of 100');
  expect(choosing.progress).toBeNull();
});

test('of two candidates selected quickly the later one is shown', async () => {
  const choosing = new Choosing();
  await choosing.ask(station());
  choosing.select('b', station(), 7.1);
  choosing.select('present', station(), 7.1);
  expect(choosing.look).toBeNull();
  await vi.waitFor(() => expect(choosing.look?.name).toBe('present'));
  expect(choosing.chosen?.id).toBe('present');
  choosing.close();
  expect([choosing.look, choosing.chosen?.id]).toEqual([null, 'a']);
});

test('lengths and a candidate that are waited for say so, and are given up', async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  const choosing = new Choosing();
  await choosing.ask(station());
  vi.stubGlobal(
    'fetch',
    (_: Request, { signal }: RequestInit) =>
      new Promise((_done, fail) =>
        signal?.addEventListener('abort', () => fail(new DOMException('', 'AbortError'))),
      ),
  );
  choosing.tryLengths(station(), 10, 20);
  choosing.select('b', station(), 7.1);
  expect([choosing.trying.waited, choosing.looking.waited]).toEqual([0, 0]);
  await vi.advanceTimersByTimeAsync(1200);
  for (const asking of [choosing.trying, choosing.looking]) {
    expect(asking.waited).toBeGreaterThan(0.9);
    asking.stop();
    await vi.advanceTimersByTimeAsync(10);
    expect([asking.waited, asking.busy, asking.trouble]).toEqual([0, false, 'This was stopped.']);
  }
  vi.useRealTimers();
});

test('the matrix marks the decision, the best and the present, and gives share, dB or S-units', async () => {
  const selected = vi.fn();
  render(ChoiceMatrix, { answer: chosen(), chosen: 'a', onselect: selected });
  const rows = () => screen.getAllByRole('row').slice(1);
  const text = (n: number) =>
    [...(rows()[n]?.children ?? [])].map((cell) => cell.textContent?.replace(/\s+/g, ' ').trim()).join(' | ');
  expect(text(0)).toBe('▲the best: place b RG-58 | 85 | 0.4 1.25 · 94 % | 90 | 80 | 800');
  expect(text(1)).toContain('●the decision: place a');
  expect(text(2)).toContain('60 | 0✕ | ?');
  expect(text(3)).toContain('○ what stands now');
  await userEvent.click(screen.getByRole('button', { name: 'behind the best, dB' }));
  expect(text(2)).toContain('1.5 | ∞✕');
  await userEvent.click(screen.getByRole('button', { name: 'in S-units' }));
  expect(text(0)).toContain('0.25 | 0.25');
  await userEvent.click(within(rows()[0] as HTMLElement).getByRole('button', { name: /place b/ }));
  expect(selected).toHaveBeenCalledWith('b', null);
});

test('a score that depends on an unknown phase shows its span', () => {
  const spread = {
    ...chosen(),
    candidates: [candidate('a', [70, 80], 90, { score_low_w: 51, score_high_w: 88 })],
  };
  render(ChoiceMatrix, { answer: spread, chosen: 'a', onselect: () => {} });
  expect(screen.getByText('51 – 88')).toBeTruthy();
});

test('a cell tells its watts, its regret and the limit of a rating', async () => {
  const selected = vi.fn();
  render(ChoiceMatrix, { answer: chosen(), chosen: 'a', onselect: selected });
  const cell = screen.getByTitle(/^40 m: 20 W/);
  expect(cell.title).toBe('40 m: 20 W, 1.5 dB (0.25 S-units) behind the best; a rating limits it to 40 W');
  expect(screen.getByTitle(/^20 m: 0 W/).title).toContain('nothing leaves');
  await userEvent.click(cell);
  expect(selected).toHaveBeenCalledWith('present', 0);
});

test('columns sort, and the way is told to who cannot see it', async () => {
  render(ChoiceMatrix, { answer: chosen(), chosen: 'a', onselect: () => {} });
  const head = (name: string) =>
    screen.getAllByRole('columnheader').find((one) => one.textContent?.includes(name));
  expect(head('over all')?.getAttribute('aria-sort')).toBe('descending');
  await userEvent.click(screen.getByRole('button', { name: 'cost' }));
  expect(head('cost')?.getAttribute('aria-sort')).toBe('ascending');
  expect(screen.getAllByRole('row')[1]?.textContent).toContain('what stands now');
});

test('many candidates are folded, never the decision or the present', async () => {
  const many = {
    ...chosen(),
    candidates: Array.from({ length: 40 }, (_, n) => candidate(`x${String(n)}`, [50, 50], n)),
  };
  many.candidates.push(...chosen().candidates.filter((one) => one.id === 'present' || one.id === 'a'));
  render(ChoiceMatrix, { answer: many, chosen: 'a', onselect: () => {} });
  expect(screen.getAllByRole('row')).toHaveLength(1 + 10 + 2);
  await userEvent.click(screen.getByRole('button', { name: 'All 42' }));
  expect(screen.getAllByRole('row')).toHaveLength(43);
});

test('the picture of cost offers what nothing beats, by name', async () => {
  const selected = vi.fn();
  render(CostPicture, { answer: chosen(), chosen: 'a', onselect: selected });
  const links = screen.getAllByRole('link');
  expect(links.map((one) => one.getAttribute('aria-label'))).toEqual([
    'what stands now: 25 watts for 0',
    'place a, on RG-58: 78 watts for 90',
    'place b, on RG-58: 85 watts for 800',
  ]);
  await userEvent.click(links[2] as Element);
  expect(selected).toHaveBeenCalledWith('b');
});

test('the map draws where each band went, and its table says what no picture can', () => {
  const { container } = render(LossMap, { map: lossMap(), present: lossMap('present') });
  expect(container.querySelectorAll('line.move')).toHaveLength(2);
  expect(container.querySelectorAll('rect[transform]')).toHaveLength(2);
  const cells = screen.getAllByRole('cell', { hidden: true }).map((one) => one.textContent);
  expect(cells.slice(0, 6)).toEqual(['0.66', '1.3', '0.02', '0.03', '6.2', 'none']);
  expect(cells.slice(6)).toEqual(['1', '∞', '∞', '9', '4.6', '4']);
});

test('the present alone is drawn once', () => {
  const { container } = render(LossMap, { map: lossMap('present'), present: lossMap('present') });
  expect(container.querySelectorAll('line.move')).toHaveLength(0);
  expect(screen.queryByText('○ what stands now')).toBeNull();
});

/** Renders the wishes; what is given back shows them as the document stands now, as the view above does. */
function wishes() {
  const { rerender } = render(ChoiceWishes, {
    form: session,
    choice: session.document.choice ?? {},
    answer: chosen(),
  });
  return () => rerender({ choice: session.document.choice ?? {} });
}

/** What a candidate beside the present needs of the station. */
function beside() {
  return {
    station: session.document,
    mhz: session.mhz,
    onadopt: (document: StationFile) => {
      session.step(document, 'adopt');
    },
  };
}

test('what is ruled out goes into the document and can be undone', async () => {
  const follow = wishes();
  await userEvent.click(screen.getByLabelText('no power at the mast'));
  await follow();
  // As the shape has it, until it is said otherwise.
  const grounded = screen.getByLabelText<HTMLInputElement>(/fed against ground/);
  expect(grounded.checked).toBe(true);
  await userEvent.click(grounded);
  await follow();
  expect(session.document.choice?.fed_against_ground).toBe(false);
  await userEvent.click(screen.getByText('Places to consider'));
  await userEvent.click(screen.getByText('Coax, a tuner at the mast foot'));
  await userEvent.click(screen.getByLabelText('a tuner at the mast foot'));
  await follow();
  expect(session.document.choice).toMatchObject({ no_power_at_mast: true, off: ['foot'] });
  const all = screen.getByLabelText<HTMLInputElement>('all of them');
  expect(all.indeterminate).toBe(true);
  await userEvent.click(all);
  await follow();
  expect(session.document.choice?.off).toEqual([]);
  await userEvent.click(all);
  await follow();
  expect(session.document.choice?.off).toEqual(['foot', 'foot-4']);
  session.undo();
  session.undo();
  session.undo();
  expect(session.document.choice?.off ?? []).toEqual([]);
});

test('what rules out everything can be taken back without an answer', async () => {
  session.change('choice.off', ['foot', 'none']);
  render(ChoiceWishes, { form: session, choice: session.document.choice ?? {}, answer: null });
  await userEvent.click(screen.getByText('Places to consider'));
  await userEvent.click(screen.getByRole('button', { name: 'Consider every place again' }));
  expect(session.document.choice?.off).toEqual([]);
});

test('lines can be left out one by one', async () => {
  const follow = wishes();
  await userEvent.click(screen.getByText('Lines to consider'));
  await userEvent.click(screen.getByLabelText('RG-58C/U', { exact: true }));
  await follow();
  expect(session.document.choice?.lines_off).toEqual(['rg-58']);
  await userEvent.click(screen.getByLabelText('RG-58C/U', { exact: true }));
  await follow();
  expect(session.document.choice?.lines_off).toEqual([]);
});

test('lengths left empty show what holds; what is typed is kept in metres', async () => {
  const follow = wishes();
  const indoors = screen.getByLabelText('of it indoors');
  expect(indoors.getAttribute('placeholder')).toBe('6');
  await userEvent.type(indoors, '20 ft');
  await follow();
  expect(session.document.choice).toMatchObject({ indoor_m: 6.096 });
  await userEvent.clear(indoors);
  expect(session.document.choice?.indoor_m).toBeUndefined();
  await userEvent.selectOptions(screen.getByRole('combobox'), 'rg-58');
  expect(session.document.choice?.line).toBe('rg-58');
});

test('a price is taken with a decimal comma; a word stays for the server to refuse', async () => {
  const follow = wishes();
  const field = screen.getByLabelText(/RG-58C\/U, per m/);
  await userEvent.clear(field);
  await userEvent.type(field, '1,25');
  await userEvent.tab();
  await follow();
  expect(session.document.choice?.prices).toEqual({ 'rg-58': 1.25 });
  await userEvent.clear(field);
  await userEvent.type(field, 'dear');
  await userEvent.tab();
  expect(session.document.choice?.prices).toEqual({ 'rg-58': 'dear' });
});

test('a candidate is adopted as an arrangement; the present one is kept under its name', async () => {
  const closed = vi.fn();
  const bought = candidate('a', [80, 76], 90, {
    note: 'It floats: insulate it.',
    buy: [
      { name: 'RG-58', quantity: 30, unit: 'm', price: 27 },
      { name: 'choke', quantity: 2, unit: '', price: null },
    ],
  });
  render(BesideStrip, { ...beside(), candidate: bought, look: LOOK, onclose: closed });
  expect(screen.getAllByRole('listitem').map((one) => one.textContent?.replace(/\s+/g, ' ').trim())).toEqual([
    '30 m of RG-58 27',
    '2 × choke (no price)',
  ]);
  expect(screen.getByText('It floats: insulate it.')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Adopt it as an arrangement' }));
  expect(session.document.chain).toEqual(LOOK.chain);
  expect(session.document.arrangement).toBe('place a, RG-58');
  expect(session.document.arrangements?.[0]?.name).toBe('as it is');
  expect(closed).toHaveBeenCalled();
  session.undo();
  expect(session.document.chain).toHaveLength(2);
});

test('where nothing stands yet a candidate is shown alone', () => {
  const rows = [{ name: '40 m', now_w: 90, then_w: 80, gain_w: -10, gain_db: -0.5, gain_s_units: -0.1 }];
  const look = { ...LOOK, comparison: { ...LOOK.comparison, rows } } as unknown as CandidateLook;
  render(BesideStrip, {
    ...beside(),
    candidate: candidate('a', [80, 76], 90),
    look,
    stands: false,
    onclose: () => {},
  });
  expect(screen.getByRole('region', { name: 'The candidate looked at' })).toBeTruthy();
  expect(screen.getAllByRole('cell').map((cell) => cell.textContent)).toEqual(['80']);
});

test('safe lengths are drawn as stretches, asked in the reader’s unit', async () => {
  preferences.toggleSystem();
  const choosing = new Choosing();
  const { container } = render(LengthsPanel, { station: session.document, choosing, run: 38 });
  const from = screen.getByLabelText('From');
  await userEvent.clear(from);
  await userEvent.type(from, '100');
  await userEvent.click(screen.getByRole('button', { name: 'Try all lengths' }));
  await screen.findByTestId('lengths');
  expect(server.to('/api/choose/lengths')[0]?.body).toMatchObject({ low_m: 30.48, step_m: 0.25 });
  // 40 m: one stretch; 20 m: two, parted where it is out of reach.
  expect(container.querySelectorAll('rect')).toHaveLength(3);
  await userEvent.clear(from);
  await userEvent.type(from, 'x');
  await userEvent.click(screen.getByRole('button', { name: 'Try all lengths' }));
  expect(await screen.findByText('The first length must be a number.')).toBeTruthy();
});

test('whoever goes to measure is told afterwards what it changed', async () => {
  const onview = vi.fn();
  render(ChooseView, { session, onview });
  await userEvent.click(await screen.findByRole('button', { name: 'measure the loss of the present run' }));
  expect(onview).toHaveBeenCalledWith('bench');
  expect(session.document.choice?.finding).toMatchObject({
    what: 'line',
    known: 'k',
    decision: 'a',
    right_in: 0.94,
  });
  foundOut = 'Now that more is known of the loss of the present run: it stays.';
  session.change('choice.within_db', 1.5);
  expect((await screen.findByTestId('found-out')).textContent).toContain('it stays.');
  await userEvent.click(screen.getByRole('button', { name: 'Noted' }));
  expect(session.document.choice?.finding).toBeUndefined();
});
