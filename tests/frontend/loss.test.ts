import { expect, test } from 'vitest';
import { questionOf, bodyOf, queryOf, START } from '../../frontend/src/lib/loss/question';

test('an address holds the whole question and leads back to it', () => {
  const asked = { ...START, length: '120 ft', swr: '2,5', at: 'radio' as const, also: 'rg-213', r: '12' };
  expect(questionOf(queryOf(asked, 'metric'))).toEqual(asked);
  expect(questionOf('')).toEqual(START);
  expect(questionOf('at=roof&line=rg-6').at).toBe('antenna');
});

test('a bare length is a reader’s own unit, and says so to whoever gets the address', () => {
  const asked = { ...START, length: '100' };
  expect(questionOf(queryOf(asked, 'feet')).length).toBe('100 ft');
  expect(bodyOf(asked, 'feet').length_m).toBeCloseTo(30.48);
  expect(bodyOf(questionOf(queryOf(asked, 'feet')), 'metric').length_m).toBeCloseTo(30.48);
});

test('what is typed goes as quantities, words as they are, own figures as an object', () => {
  const own = JSON.stringify({ r0_ohm: 50, velocity_factor: 0.8, k1: 0.5 });
  const body = bodyOf(
    { ...START, line: own, third: 'rg-6', power: '1.5 kW', swr: 'three', x: '-40' },
    'metric',
  );
  expect(body).toMatchObject({
    lines: [{ r0_ohm: 50, velocity_factor: 0.8, k1: 0.5 }, 'rg-6'],
    length_m: 30,
    power_w: 1500,
    swr: 'three',
    x_ohm: -40,
  });
  expect(body).not.toHaveProperty('r_ohm');
});
