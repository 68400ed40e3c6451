import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { STARTS } from '../../frontend/src/lib/ui/starts';
import { createRawSnippet } from 'svelte';
import PointsField from '../../frontend/src/lib/antenna/PointsField.svelte';
import ChoiceField from '../../frontend/src/lib/ui/ChoiceField.svelte';
import NumberField from '../../frontend/src/lib/ui/NumberField.svelte';
import TextField from '../../frontend/src/lib/ui/TextField.svelte';
import Cautions from '../../frontend/src/lib/ledger/Cautions.svelte';
import Counting from '../../frontend/src/lib/ledger/Counting.svelte';
import BandRail from '../../frontend/src/lib/rail/BandRail.svelte';
import { Shelf } from '../../frontend/src/lib/shelf/shelf.svelte';
import { preferences } from '../../frontend/src/lib/station/preferences.svelte';
import { Session } from '../../frontend/src/lib/station/session.svelte';
import SaveState from '../../frontend/src/lib/ui/SaveState.svelte';
import { Stations } from '../../frontend/src/lib/station/stations.svelte';
import Welcome from '../../frontend/src/lib/ui/Welcome.svelte';
import { answer, FakeServer, kept, settled, stubResizeObserver, until } from './server';

let server: FakeServer;
let session: Session;

beforeEach(async () => {
  stubResizeObserver();
  server = new FakeServer(({ path }) => ({
    body: path === '/api/solve' ? answer() : kept(2),
  }));
  session = new Session(kept());
  await until(() => session.answer !== null);
});
afterEach(async () => {
  await settled();
  vi.unstubAllGlobals();
  if (preferences.system === 'feet') preferences.toggleSystem();
});

const lengthField = () =>
  render(NumberField, {
    form: session,
    place: 'chain[1].length_m',
    spec: { label: 'Length', quantity: 'length' },
  });

test('a number field takes units and puts metres into the document', async () => {
  lengthField();
  const field = screen.getByLabelText('Length');
  expect(field).toHaveProperty('value', '30');
  await userEvent.clear(field);
  await userEvent.type(field, '100 ft');
  expect(session.document.chain[1]).toMatchObject({ length_m: 30.48 });
  expect(field).toHaveProperty('value', '100 ft');
  await userEvent.tab();
  expect(field).toHaveProperty('value', '30.48');
});

test('a number field shows feet when asked to, and the document stays in metres', async () => {
  lengthField();
  preferences.toggleSystem();
  await until(() => (screen.getByLabelText('Length') as HTMLInputElement).value === '98.4252');
  expect(screen.getByText('ft')).toBeTruthy();
  expect(session.document.chain[1]).toMatchObject({ length_m: 30 });
});

test('a number field keeps what is wrong and says why, tied to the field', async () => {
  server.reply = () => ({
    status: 422,
    body: {
      errors: [
        {
          place: 'document.chain[1].length_m',
          rule: "must be a number (it is 'x')",
        },
      ],
    },
  });
  lengthField();
  const field = screen.getByLabelText('Length');
  await userEvent.clear(field);
  await userEvent.type(field, 'x');
  const alert = await screen.findByRole('alert');
  expect(alert.textContent).toBe("Length must be a number (it is 'x').");
  expect(field.getAttribute('aria-invalid')).toBe('true');
  expect(field.getAttribute('aria-describedby')).toBe(alert.id);
  expect(field).toHaveProperty('value', 'x');
});

test('an optional number that is emptied leaves the document', async () => {
  session.change('chain[1].max_power_w', 100);
  const spec = {
    label: 'Bears',
    quantity: 'power' as const,
    optional: true,
  };
  render(NumberField, { form: session, place: 'chain[1].max_power_w', spec });
  await userEvent.clear(screen.getByLabelText('Bears'));
  expect(session.document.chain[1]).not.toHaveProperty('max_power_w');
});

test('a text field writes as it is typed', async () => {
  render(TextField, { form: session, place: 'chain[0].label', label: 'Name' });
  await userEvent.type(screen.getByLabelText('Name'), 'er');
  expect(session.document.chain[0]).toMatchObject({ label: 'shorter' });
});

test('a choice shows an unknown value rather than hiding it', async () => {
  const onchoose = vi.fn();
  render(ChoiceField, {
    label: 'Type',
    value: 'own',
    options: [['a', 'First']],
    onchoose,
  });
  expect(screen.getByLabelText('Type')).toHaveProperty('value', 'own');
  await userEvent.selectOptions(screen.getByLabelText('Type'), 'First');
  expect(onchoose).toHaveBeenCalledWith('a');
});

test('half-typed points stay in the editor, whole ones go into the document', async () => {
  session.change('antenna', {
    kind: 'swr',
    label: 'vee',
    plane: 'radio',
    points: [],
  });
  render(PointsField, { form: session, label: 'SWR', place: 'antenna.points', heads: ['MHz', 'SWR'] });
  const editor = screen.getByLabelText(/SWR/);
  await userEvent.type(editor, '7 1.5{enter}7.2');
  expect(session.document.antenna).toMatchObject({ points: [[7, 1.5]] });
  expect(editor).toHaveProperty('value', '7 1.5\n7.2');
  expect(screen.getByText('1 line is not filled in yet.')).toBeTruthy();
});

test('the rail names each band, its watts or their span, its state in words, and tunes', async () => {
  const ontune = vi.fn();
  const bands = session.document.bands ?? [];
  const props = { rows: session.answer?.rail ?? [], bands, power: 100, mhz: session.mhz, ontune };
  const { rerender } = render(BandRail, props);
  const eighty = screen.getByRole('button', { name: /80 m/ });
  expect(eighty.textContent).toContain('10 to 15');
  expect(eighty.textContent).toContain('an S-unit or more');
  expect(eighty.getAttribute('aria-pressed')).toBe('false');
  expect(screen.getByRole('button', { name: /40 m/ }).getAttribute('aria-pressed')).toBe('true');
  await userEvent.click(eighty);
  expect(ontune).toHaveBeenCalledWith(3.65);
  await rerender({ ...props, mhz: 3.65 });
  expect(eighty.getAttribute('aria-pressed')).toBe('true');
});

test('the three ways of counting stand side by side, infinite ones included', () => {
  render(Counting, {
    counted: {
      whole_chain_db: 3.456,
      handbook_db: { min: 1, median: 2, max: 3 },
      mismatch_only_db: null,
    },
  });
  expect(screen.getByText('3.46 dB')).toBeTruthy();
  expect(screen.getByText('1 to 3 dB')).toBeTruthy();
  expect(screen.getByText('∞ dB')).toBeTruthy();
});

test('every caution is shown with what to do', () => {
  render(Cautions, {
    cautions: [
      { id: 'a', level: 'reminder', text: 'Mind the code.', remedy: 'Ask.', stage: null },
      { id: 'b', level: 'misleads', text: 'It reads low.', remedy: 'Measure.', stage: null },
      { id: 'c', level: 'danger', text: 'It burns.', remedy: 'Keep off.', stage: 2 },
      { id: 'd', level: 'harm', text: 'It arcs.', remedy: 'Less power.', stage: 2 },
    ],
  });
  const items = screen.getAllByRole('listitem');
  expect(items.map((item) => item.textContent.replace(/\s+/g, ' ').trim())).toEqual([
    '◆ Danger to people. It burns. Keep off.',
    '▲ Harm to equipment. It arcs. Less power.',
    '△ A figure that misleads. It reads low. Measure.',
  ]);
  expect(screen.getByText(/Mind the code. Ask. Tithe estimates/)).toBeTruthy();
});

test('the save state is a sentence, and a conflict offers both ways out', async () => {
  render(SaveState, {
    keeper: session.keeper,
    ontheirs: () => session.takeTheirs(),
    onmine: () => session.keeper.overwrite(session.document),
  });
  expect(screen.getByText('Saved')).toBeTruthy();
  server.reply = ({ path }) => (path === '/api/solve' ? { body: answer() } : { status: 409, body: kept(9) });
  session.change('name', 'Mine');
  expect(await screen.findByText('Saved elsewhere meanwhile', {}, { timeout: 3000 })).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Take the other' }));
  expect(session.document.name).toBe('Test');
});

test('the welcome offers every start, what is kept, and says what went wrong', async () => {
  const onstart = vi.fn();
  const stations = new Stations();
  stations.rows = [kept()];
  render(Welcome, {
    stations,
    news: '',
    trouble: 'Station 9 is not kept here.',
    onstart,
    onfile: vi.fn(),
    onlook: vi.fn(),
    onterms: vi.fn(),
    children: createRawSnippet(() => ({ render: () => '<p>Ask one thing</p>' })),
  });
  expect(screen.getByText('Ask one thing')).toBeTruthy();
  expect(screen.getByRole('alert').textContent).toBe('Station 9 is not kept here.');
  expect(screen.getByRole('link', { name: 'Test' }).getAttribute('href')).toBe('/stations/7/ledger');
  const starts = within(screen.getAllByRole('list')[1] as HTMLElement).getAllByRole('button');
  expect(starts).toHaveLength(STARTS.length);
  await userEvent.click(screen.getByRole('button', { name: 'An empty station' }));
  expect(onstart).toHaveBeenCalledWith('empty');
  // A server that is slow to list them is waited for in words, from half a second on.
  let list = (_: Response) => {};
  vi.stubGlobal('fetch', () => new Promise<Response>((done) => (list = done)));
  expect(screen.queryByText(/Waiting for the server/)).toBeNull();
  const loading = stations.load();
  expect(
    await screen.findByText('Waiting for the server, for your stations …', {}, { timeout: 3000 }),
  ).toBeTruthy();
  list(Response.json([]));
  await Promise.race([loading, settled()]);
  vi.unstubAllGlobals();
});

test('the shelf is searched by title, group and note; own parts come first', () => {
  const shelf = new Shelf();
  const line = { slug: 'a', name: 'Thin', family: 'coax', family_title: 'Coax', note: 'foam' };
  const own = {
    id: 3,
    title: 'My tuner',
    price: '12.00',
    part: { kind: 'tuner', label: 't' },
  };
  shelf.contents = { lines: [line], parts: [], own: [own] } as never;
  expect(shelf.matching('').map(([name]) => name)).toEqual(['Your own', 'Coax']);
  expect(shelf.matching('FOAM coax').flatMap(([, items]) => items.map((i) => i.title))).toEqual(['Thin']);
  expect(shelf.matching('12.00')[0]?.[1][0]?.own).toBe(3);
  expect(shelf.matching('nothing like it')).toEqual([]);
});
