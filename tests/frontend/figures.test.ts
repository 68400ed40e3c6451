import { expect, test } from 'vitest';
import { decibels, digits, ofHundred, shown, swr, watts } from '../../frontend/src/lib/figures';
import examples from '../figures.json';

const FORMS = { figure: digits, watts, ratio: swr, decibels };
/** Where sentences write words, tables write signs. */
const signs = (told: string) => told.replace('less than ', '<').replace('above ', '>');

test.each(examples as [keyof typeof FORMS, number, string][])(
  '%s of %d reads %s, as the server says it',
  (form, value, told) => {
    expect(FORMS[form](value)).toBe(signs(told));
  },
);

test('a span reads low to high, as one where both read the same; nothing is infinite', () => {
  expect(shown({ min: 12.3, median: 13, max: 15.1 }, watts)).toBe('12 to 15');
  expect(shown({ min: 12.1, median: 12.2, max: 12.4 }, watts)).toBe('12');
  expect(shown(null)).toBe('∞');
});

test('of a hundred it is neither none nor all unless that is so', () => {
  expect([0, 0.002, 0.5, 0.996, 1 - 1e-12].map(ofHundred)).toEqual([0, 1, 50, 99, 100]);
});
