import { describe, expect, test } from 'vitest';
import { addressOf, DOOR, isStep, placeOf, type Place } from '../../frontend/src/routes';
import { VIEWS, type View } from '../../frontend/src/views';

const at = (address: string) => {
  const { pathname, search } = new URL(address, 'http://here');
  return placeOf({ pathname, search });
};

describe('addresses', () => {
  const places: Place[] = [
    DOOR,
    { asks: 'line=rg-58&swr=5' },
    ...(Object.keys(VIEWS) as View[]).map((view) => ({ id: 7, view })),
    { id: 7, view: 'ledger', mhz: 7.1, part: 5 },
    { id: 7, view: 'ledger', part: 'antenna' },
    { id: 7, view: 'sweep', sweep: 3, pane: 'trim' },
    { id: 12, view: 'choose', mhz: 14.175 },
    { id: 7, view: 'tuner', part: 2, tuner: 'chart', mhz: 7.1 },
    { id: 7, view: 'questions', question: 'room-tuner', mhz: 7.1 },
    { id: 7, view: 'bench', job: 'line', part: 5, mhz: 7.1 },
  ];

  test.each(places.map((place) => [addressOf(place), place] as const))('%s leads back', (address, place) => {
    expect(at(address)).toEqual(place);
  });

  test('are as one would write them', () => {
    expect(addressOf({ id: 7, view: 'ledger', mhz: 7.1, part: 5 })).toBe('/stations/7/ledger?mhz=7.1&part=5');
    expect(addressOf({ id: 7, view: 'sweep', sweep: 3, pane: 'trim' })).toBe('/stations/7/sweep/3/trim');
    expect(addressOf({ id: 7, view: 'tuner', part: 2, tuner: 'turn' })).toBe('/stations/7/tuner/2/turn');
    expect(addressOf({ id: 7, view: 'choose', part: 2 })).toBe('/stations/7/choose');
  });

  test('of earlier versions and half-typed ones lead somewhere', () => {
    expect(at('/station/4')).toEqual({ id: 4, view: 'ledger' });
    expect(at('/start')).toEqual(DOOR);
    expect(at('/')).toEqual(DOOR);
    expect(at('/stations/4/nothing?mhz=-3&part=x')).toEqual({ id: 4, view: 'ledger' });
    expect(at('/stations/4/sweep/x')).toEqual({ id: 4, view: 'sweep' });
    expect(at('/stations/4/tuner/2')).toEqual({ id: 4, view: 'tuner', part: 2, tuner: 'reach' });
    expect(at('/stations/4/bench/nothing')).toEqual({ id: 4, view: 'bench', job: 'nothing' });
    expect(at('/stations/4/sweep/9')).toEqual({ id: 4, view: 'sweep', sweep: 9, pane: 'read' });
  });

  test('another part or frequency is no step of its own, another view is', () => {
    const here: Place = { id: 7, view: 'ledger', mhz: 7.1, part: 5 };
    expect(isStep(here, { ...here, mhz: 14.2, part: 2 })).toBe(false);
    expect(isStep(here, { ...here, view: 'choose' })).toBe(true);
    expect(isStep(here, { ...here, id: 8 })).toBe(true);
    expect(isStep(here, DOOR)).toBe(true);
    expect(isStep(DOOR, { asks: 'line=rg-58' })).toBe(false);
    const tuner: Place = { id: 7, view: 'tuner', part: 2, tuner: 'reach' };
    expect(isStep(tuner, { ...tuner, tuner: 'dials' })).toBe(true);
    const bench: Place = { id: 7, view: 'bench', job: 'tuner' };
    expect(isStep(bench, { ...bench, job: 'line' })).toBe(true);
    const sweep: Place = { id: 7, view: 'sweep' };
    expect(isStep(sweep, { ...sweep, sweep: 3, pane: 'read' })).toBe(false);
    expect(isStep({ ...sweep, sweep: 3, pane: 'read' }, { ...sweep, sweep: 3, pane: 'trim' })).toBe(true);
  });
});
