import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Answer, PartModel } from '../../frontend/src/lib/api/client';
import PartPanel from '../../frontend/src/lib/inspector/PartPanel.svelte';
import { withNetwork } from '../../frontend/src/lib/inspector/schema';
import StageTable from '../../frontend/src/lib/ledger/StageTable.svelte';
import { Shelf } from '../../frontend/src/lib/shelf/shelf.svelte';
import { Session, tunerAt } from '../../frontend/src/lib/station/session.svelte';
import { placeShown, Shown, showPlace } from '../../frontend/src/lib/station/shown.svelte';
import { answer, FakeServer, kept, settled, station, stubResizeObserver, until } from './server';

const TUNER = {
  kind: 'tuner',
  label: 'room tuner',
  network: 't-highpass',
  setting: 'auto',
  dials: { c1: { unit: '', scale: [0, 100], points: [], division: 1, taps: false } },
  presets: [{ mhz: 7.1, dials: { c1: 1, l: 2, c2: 3 }, swr: 1, form: '', date: '', note: '' }],
} as unknown as PartModel;
const METER = { kind: 'meter', label: 'antenna side' } as unknown as PartModel;
const stage = {
  kind: 'tuner',
  label: 'room tuner',
  in_w: 100,
  taken_w: 2,
  out_w: 98,
  loss_db: 0.1,
  swr_in: 1,
  volts_peak: 100,
  amps_rms: 1,
  matched: true,
  limit_w: null,
  setting: { c1_pf: 132.4, l_uh: 3.1 },
  dials: { c1: 41.23 },
};
let server: FakeServer;

beforeEach(() => {
  stubResizeObserver();
  server = new FakeServer(({ path }) => {
    if (path === '/api/tuner/turned')
      return { status: 422, body: { errors: [{ place: 'dials.l', rule: 'must lie between 0 and 100' }] } };
    if (path === '/api/readings/expected')
      return { body: { forward_w: [80, 100], swr: [1, 2], inside: null, card: [] } };
    return { body: path === '/api/solve' ? answer() : { id: 7, version: 2, updated: '' } };
  });
});
afterEach(async () => {
  await settled();
  vi.unstubAllGlobals();
});

function sessionOf(...parts: PartModel[]) {
  return new Session({ ...kept(), document: { ...station(), chain: parts } });
}
function panel(session: Session, part: PartModel, at = 0) {
  const more = { at, oninsert: vi.fn(), oncompare: vi.fn() };
  return render(PartPanel, { session, shelf: new Shelf(), part, ...more });
}

test('a tuner leads to its own view, a meter takes its reading', async () => {
  const session = sessionOf(TUNER, METER);
  const { unmount } = panel(session, TUNER);
  const way = screen.getByRole('link', { name: 'Its reach, presets and dials' });
  expect(way.getAttribute('href')).toMatch(/^\/stations\/7\/tuner\/0\/reach/);
  expect(screen.queryByRole('form', { name: 'A reading' })).toBeNull();
  unmount();
  panel(session, METER, 1);
  expect(screen.queryByRole('link', { name: 'Its reach, presets and dials' })).toBeNull();
  await userEvent.click(screen.getByText('What it read'));
  const form = within(screen.getByRole('form', { name: 'A reading' }));
  await userEvent.type(form.getByLabelText('Forward'), '90');
  await userEvent.click(form.getByRole('button', { name: 'Keep the reading' }));
  await until(() => server.to('/api/stations/7/log').length === 1);
  expect(server.to('/api/stations/7/log')[0]?.body).toMatchObject({
    reading: { at: 'antenna side', forward_w: 90 },
  });
});

test('a setting is told in the dials’ own numbers where they are known', () => {
  const here = {
    result: {
      stages: [stage],
      transmitter: { rated_w: 100, held_back_w: 0, turned_back_w: 0, accepted_w: 100, swr: 1 },
      antenna: { label: 'vee', in_w: 98, taken_w: 0, radiated_w: 98, r_ohm: 50, x_ohm: 0, swr: 1 },
      total: { loss_db: 0.1, s_units: 0, radiated_w: 98 },
      cautions: [],
    },
    waves: [null],
    sentence: '',
    moving_the_match: '',
  } as unknown as NonNullable<Answer['here']>;
  const { container } = render(StageTable, { here, selected: 0, onselect: vi.fn() });
  expect(container.textContent).toMatch(/C1 at 41\.2,\s*132/);
  expect(container.textContent).toMatch(/L\s*3\.1/);
});

test('another network takes no presets of this one along, nor its dials', () => {
  const pi = withNetwork(TUNER, 'pi') as unknown as Record<string, unknown>;
  expect(pi.network).toBe('pi');
  expect(pi.presets ?? []).toEqual([]);
  expect(pi.dials ?? {}).toEqual({});
  expect(pi.label).toBe('room tuner');
});

test('the address says which tuner and what of it, and leads back there', () => {
  const session = sessionOf(METER, TUNER);
  expect(tunerAt(session)).toBeNull();
  const shown = new Shown();
  showPlace(session, shown, { id: 7, view: 'tuner', part: 1, tuner: 'dials', mhz: 14.2 });
  expect([tunerAt(session), shown.tunerPane, session.mhz]).toEqual([1, 'dials', 14.2]);
  expect(placeShown(session, shown)).toMatchObject({ view: 'tuner', part: 1, tuner: 'dials' });
  shown.view = 'ledger';
  expect(placeShown(session, shown).tuner).toBeUndefined();
});

test('while one practises the station is not changed, and what a dial breaks is said', async () => {
  const session = sessionOf(TUNER);
  const dials = { c1: 50, l: 500, c2: 50 };
  await until(() => server.to('/api/solve').length === 1);
  session.practise({ at: 0, dials, form: '', hidden: 9 });
  await until(() => 'dials.l' in session.faults);
  expect(server.to('/api/tuner/turned')[0]?.body).toMatchObject({
    at: 0,
    dials,
    hidden: 9,
    mhz: session.mhz,
  });
  expect(session.history.canUndo).toBe(false);
  session.practise(null);
  await until(() => Object.keys(session.faults).length === 0);
  expect(server.asked.at(-1)?.path).toBe('/api/solve');
});
