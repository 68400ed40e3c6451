/** The log, what its readings explain and the days' losses as the server would answer them. */
import type { LogRow, ReconcileAnswer } from '../../frontend/src/lib/api/client';

export const READING = { at: 'antenna side', forward_w: 150, reflected_w: 52, tuner: 'bypass', note: 'rain' };
export const ROWS: LogRow[] = [
  { kind: 'note', key: 3, date: '2026-06-01T00:00:00+00:00', mhz: null, body: { text: 'storm' } },
  { kind: 'reading', key: 2, date: '2026-05-01T18:30:00+00:00', mhz: 21.225, body: READING },
  {
    kind: 'sweep',
    key: 9,
    date: '2026-04-01T00:00:00+00:00',
    mhz: null,
    body: { title: 'new wire', joint: 2, after: 'long', trim: true, radials: 8 },
  },
  {
    kind: 'change',
    key: 4,
    date: '2026-03-01T00:00:00+00:00',
    mhz: null,
    body: { what: ['long: length 30 m, before 25 m', 'tuner put in'] },
  },
  {
    kind: 'preset',
    key: 2000,
    date: null,
    mhz: 7.1,
    body: { part: 2, tuner: 'room tuner', dials: { c1: 10, l: 20.4 }, swr: 1.1, note: '' },
  },
];
export const ANSWER: ReconcileAnswer = {
  keys: [2],
  left_out: ['One reading is left out.'],
  answer: {
    sentence: 'Both meters are right.',
    power_w: { min: 95, median: 100, max: 110 },
    losses: [{ label: 'run', mhz: 21.225, loss_db: { min: 2.3, median: 3, max: 3.8 }, read: true }],
    explanations: [
      {
        id: 'joint',
        weight: 0.6,
        likelihood: 2,
        text: 'a joint is bad',
        ways: [{ text: 'The joint before the run leaks.', weight: 0.4 }],
        readings: [{ forward_w: 148, swr: 3.1, off: -0.4 }],
      },
      {
        id: 'reference',
        weight: 0.3,
        likelihood: 1.2,
        text: 'A meter is made for 75 Ω.',
        ways: [],
        readings: [{ forward_w: 101, swr: null, off: 3.2 }],
      },
      { id: 'other', weight: 0.002, likelihood: 0.1, text: 'Nothing fits.', ways: [], readings: [] },
    ],
    silent: [{ label: 'jumper', part: 0 }],
    beside: ['Counted with them: the sweep “ladder” of the same day.'],
    next: [
      {
        at: 'antenna side',
        how: 'meter',
        mhz: 21.225,
        tuner: 'bypass',
        gain: 0.3,
        bits: 0.42,
        minutes: 2,
        text: 'antenna side, the tuner bypassed',
      },
      {
        at: 'before run',
        how: 'borrowed',
        mhz: 21.225,
        tuner: 'auto',
        gain: 0.2,
        bits: 0.3,
        minutes: 10,
        text: 'a borrowed meter',
      },
    ],
    changes: [
      { place: 'transmitter.power_w', value: 96, text: 'the radio gives 96 W' },
      {
        place: 'chain[2].line',
        value: { r0_ohm: 50, k1: 0.7 },
        text: 'long loses 1.2 times what is written',
      },
    ],
    readings: [{ forward_w: [120, 164], swr: [2.84, null], inside: false }],
  },
};
export const loss = (median: number, label = 'run') => ({
  label,
  part: label === 'run' ? 5 : 2,
  mhz: 7.1,
  loss_db: { min: 0.8 * median, median, max: 1.3 * median },
  read: true,
});
export const shown = (swr: number, high: number | null) => ({
  at: 'run side',
  mhz: 7.1,
  swr,
  low: swr - 4,
  high,
});
export const DAYS = [
  { date: '2025-05-01', losses: [loss(1), loss(0.1, 'tuner')], shown: [shown(6, 8)] },
  { date: '2026-05-01', losses: [loss(4), loss(0.1, 'tuner')], shown: [shown(9, null)] },
];
export const EXPECTED = {
  forward_w: [90, 110],
  swr: [1, 1.5],
  inside: false,
  card: ['First into a dummy load.'],
};
export const BEFORE = { since: ROWS[1], between: [ROWS[0]], changed: ['long: length 30 m, before 25 m'] };
