import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test } from 'vitest';
import Termed from '../../frontend/src/lib/terms/Termed.svelte';
import { Terms, terms } from '../../frontend/src/lib/terms/terms.svelte';

const ALL = [
  { name: 'loss', forms: ['loss', 'losses'], text: 'Power gone.' },
  { name: 'matched loss', forms: ['matched loss'], text: 'The least of it.' },
  { name: 'Q', forms: ['Q'], text: 'Quality.' },
  { name: 'dB', forms: ['dB'], text: 'A ratio.' },
  { name: '.s1p', forms: ['.s1p'], text: 'A file.' },
];
beforeEach(() => (terms.all = ALL));
afterEach(() => (terms.all = []));

const found = (text: string) => terms.pieces(text).flatMap(({ text, term }) => (term ? [text] : []));

test('a text is cut at its terms and stays whole', () => {
  for (const text of ['Matched loss, and other losses', 'of Q 12', '', 'nothing', 'loss', 'Losses.s1p']) {
    expect(
      terms
        .pieces(text)
        .map((piece) => piece.text)
        .join(''),
    ).toBe(text);
  }
});

test('the longest term wins, words stay whole, a letter is told by its case, and a term is told once', () => {
  expect(found('Matched loss and losses')).toEqual(['Matched loss', 'losses']);
  expect(found('lossless or glossy')).toEqual([]);
  expect(found('q or Q')).toEqual(['Q']);
  expect(found('loss, losses, loss')).toEqual(['loss']);
  expect(new Terms().pieces('loss')).toEqual([{ text: 'loss', term: null }]);
});

test('the glossary is searched in names, forms and meanings', () => {
  const names = (query: string) => terms.matching(query).map(({ name }) => name);
  expect(names('least')).toEqual(['matched loss']);
  expect(names('LOSSES power')).toEqual(['loss']);
  expect(names('')).toHaveLength(ALL.length);
});

test('a term explains itself on focus, on hover and on tap; Escape and leaving end it; a unit stays a unit', async () => {
  render(Termed, { text: 'matched loss, dB' });
  const button = screen.getByRole('button', { name: 'matched loss' });
  expect(screen.getAllByRole('button')).toHaveLength(1);
  const meaning = () => screen.queryByRole('tooltip', { hidden: true })?.textContent ?? '';
  await userEvent.hover(button);
  expect(meaning()).toContain('The least of it.');
  await userEvent.unhover(button);
  expect(meaning()).toBe('');
  await userEvent.click(button);
  expect(meaning()).toContain('matched loss');
  expect(button.getAttribute('aria-describedby')).toBe(screen.getByRole('tooltip', { hidden: true }).id);
  await userEvent.keyboard('{Escape}');
  expect(meaning()).toBe('');
});
