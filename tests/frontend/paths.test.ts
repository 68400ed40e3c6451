import { expect, test } from 'vitest';
import { valueAt, withValue } from '../../frontend/src/lib/station/paths';

const document = { name: 'a', chain: [{ length_m: 1 }, { length_m: 2 }] };

test('a value is found and replaced at its place, the rest is shared', () => {
  const changed = withValue(document, 'chain[1].length_m', 5);
  expect(valueAt(changed, 'chain[1].length_m')).toBe(5);
  expect(valueAt(document, 'chain[1].length_m')).toBe(2);
  expect(changed.chain[0]).toBe(document.chain[0]);
});

test('undefined removes a key; missing places read as undefined', () => {
  expect(withValue(document, 'name', undefined)).toEqual({
    chain: document.chain,
  });
  expect(valueAt(document, 'antenna.points[3]')).toBeUndefined();
});
