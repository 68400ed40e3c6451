import { expect, test } from 'vitest';
import type { PartModel, StationFile } from '../../frontend/src/lib/api/client';
import { bandEdges, pointsAsText, textAsPoints } from '../../frontend/src/lib/antenna/points';
import { changedOver, keptAs } from '../../frontend/src/lib/arrangements/arrangements';
import { dropPosition, inserted, moved, nearestGap, removed } from '../../frontend/src/lib/station/chain';
import { withNetwork } from '../../frontend/src/lib/inspector/schema';
import { parseTyped, toShown } from '../../frontend/src/lib/station/units';

test.each([
  ['120 ft', 'length', 'metric', 36.576],
  ["6'", 'length', 'metric', 1.8288],
  ['10', 'length', 'feet', 3.048],
  ['10 m', 'length', 'feet', 10],
  ['3.5 kW', 'power', 'metric', 3500],
  ['2,5', 'power', 'metric', 2.5],
  ['7100 kHz', 'frequency', 'metric', 7.1],
  ['1 nF', 'pf', 'metric', 1000],
  ['-3', 'length', 'metric', -3],
] as const)('%s as %s (%s) is %d', (typed, quantity, system, base) => {
  expect(parseTyped(typed, quantity, system)).toBeCloseTo(base, 9);
});

test.each(['abc', '3 apples', '1.2.3', '--4', '5 W'])('%s is no length and comes back as typed', (typed) => {
  expect(parseTyped(typed, 'length', 'metric')).toBe(typed);
});

test('what is shown in feet is read back as the same metres', () => {
  for (const metres of [0, 0.3, 12.5, 38, 1234.5])
    expect(parseTyped(toShown(metres, 'length', 'feet'), 'length', 'feet')).toBeCloseTo(metres, 2);
  expect(toShown(3.2808, 'attenuation', 'feet')).toBe('0.999988');
});

const part = (label: string) => ({ kind: 'inline', label }) as PartModel;
const chain = ['a', 'b', 'c', 'd'].map(part);
const names = (parts: PartModel[]) => parts.map((one) => one.label).join('');

test('parts are put in, taken out and moved without losing any', () => {
  expect(names(inserted(chain, 2, part('x')))).toBe('abxcd');
  expect(names(removed(chain, 0))).toBe('bcd');
  expect(names(moved(chain, 0, 3))).toBe('bcda');
  expect(names(moved(chain, 3, 1))).toBe('adbc');
  expect(moved(chain, 1, 9)).toBe(chain);
});

test('a drop goes to the nearest gap, and next to itself changes nothing', () => {
  const edges = [100, 200, 300, 400, 500];
  expect(nearestGap(edges, 260)).toBe(2);
  for (const gap of [1, 2]) expect(names(moved(chain, 1, dropPosition(1, gap)))).toBe('abcd');
  expect(names(moved(chain, 0, dropPosition(0, 4)))).toBe('bcda');
});

test('another network keeps what means the same there', () => {
  const tuner = {
    kind: 'tuner',
    network: 't-highpass',
    label: 'x',
    coil_q: 90,
    c_max_pf: 300,
    setting: 'bypass',
  };
  const rated = withNetwork(tuner as never, 'rated');
  expect(rated).toMatchObject({
    network: 'rated',
    label: 'x',
    reach_swr: 3,
    setting: 'bypass',
  });
  expect(rated).not.toHaveProperty('coil_q');
  expect(withNetwork(tuner as never, 'pi')).toMatchObject({
    coil_q: 90,
    c_max_pf: 300,
  });
});

test('half a line is not yet a point; a wrong word stays for the server to refuse', () => {
  expect(textAsPoints('3.5 2\n3.8\n\n7;1,5', 2)).toEqual({
    points: [
      [3.5, 2],
      [7, 1.5],
    ],
    unfinished: 1,
  });
  expect(textAsPoints('7 abc', 2).points).toEqual([[7, 'abc']]);
  expect(pointsAsText([[7, 50, -3]])).toBe('7 50 -3');
  expect(textAsPoints(bandEdges([{ low_mhz: 7, high_mhz: 7.2 }]), 2)).toEqual({
    points: [],
    unfinished: 2,
  });
});

test('changing over twice is where one began', () => {
  const before = {
    name: 's',
    arrangement: 'one',
    transmitter: {},
    chain,
    antenna: {},
  } as unknown as StationFile;
  const variant = { ...keptAs(before, 'two'), chain: [] };
  const back = changedOver(variant, 0);
  expect([back.arrangement, names(back.chain)]).toEqual(['one', 'abcd']);
  expect(changedOver(back, 0)).toEqual(variant);
});
