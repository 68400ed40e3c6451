import { render, screen, within } from '@testing-library/svelte';
import { afterEach, expect, test, vi } from 'vitest';
import QuestionsView from '../../frontend/src/lib/questions/QuestionsView.svelte';
import { FakeServer, settled, station } from './server';

const LIST = [
  { slug: 'room-tuner', title: 'Is a tuner in the room good enough?' },
  { slug: 'counting', title: 'How is the loss counted?' },
];
const told = (slug: string, mhz: number) => ({
  ...LIST.find((one) => one.slug === slug),
  one_says: 'It is.',
  one: `On 40 m at ${mhz} MHz it is.`,
  other_says: 'It is not.',
  other: '',
  holds: `Both, at ${mhz} MHz.`,
  heads: ['leaves, W', 'gives back, dB'],
  rows: [{ label: '40 m', cells: ['81', '–'] }],
});
const place = { id: 7, view: 'questions', mhz: 7.1 } as const;

function serve(refused = false): FakeServer {
  return new FakeServer(({ path, body }) => {
    if (path === '/api/schools') return { body: LIST };
    if (refused)
      return { status: 422, body: { errors: [{ place: 'antenna', rule: 'has no data at 1 MHz' }] } };
    const slug = path.split('/').at(-1) ?? '';
    return { body: told(slug, (body as { mhz: number }).mhz) };
  });
}
afterEach(async () => {
  await settled();
  vi.unstubAllGlobals();
});

test('each question has its address; the one asked for is answered in words and figures', async () => {
  const server = serve();
  render(QuestionsView, { station: station(), mhz: 7.1, question: 'room-tuner', place });
  expect((await screen.findByTestId('holds')).textContent).toBe('Both, at 7.1 MHz.');
  const links = within(screen.getByRole('navigation')).getAllByRole('link');
  expect(links.map((link) => link.getAttribute('href'))).toEqual([
    '/stations/7/questions/room-tuner?mhz=7.1',
    '/stations/7/questions/counting?mhz=7.1',
  ]);
  expect(links.map((link) => link.getAttribute('aria-current'))).toEqual(['page', null]);
  expect(screen.getByRole('region', { name: 'One school' }).textContent).toContain(
    'On 40 m at 7.1 MHz it is.',
  );
  expect(within(screen.getByRole('table')).getByRole('row', { name: '40 m 81 –' })).toBeTruthy();
  await settled();
  expect(server.to('/api/schools/room-tuner').map(({ body }) => (body as { mhz: number }).mhz)).toEqual([
    7.1,
  ]);
});

test('another frequency is another answer; the old one does not stand under a new question', async () => {
  serve();
  const { rerender } = render(QuestionsView, { station: station(), mhz: 7.1, question: 'room-tuner', place });
  await screen.findByText('Both, at 7.1 MHz.');
  await rerender({ mhz: 14.2 });
  await screen.findByText('Both, at 14.2 MHz.');
  await rerender({ question: 'counting' });
  expect(screen.queryByTestId('holds')).toBeNull();
  await screen.findByRole('heading', { name: 'How is the loss counted?' });
});

test('where it cannot be computed the reason is said', async () => {
  serve(true);
  render(QuestionsView, { station: station(), mhz: 1, question: 'counting', place });
  expect((await screen.findByRole('alert')).textContent).toContain('has no data at 1 MHz');
  expect(screen.queryByTestId('holds')).toBeNull();
});
