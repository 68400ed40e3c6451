/** A sweep's look, a log row and a choice as the server would answer them. */
import type { Candidate, ChooseAnswer, Look, LossMap, SweepRow } from '../../frontend/src/lib/api/client';

type Reading = Look['reading'];

export const band = (
  name: string,
  low: number,
  high: number,
  more: object = {},
): Reading['bands'][number] => ({
  name,
  low_mhz: low,
  high_mhz: high,
  swr_low: 1.6,
  swr_middle: 1.2,
  swr_high: 1.7,
  swr_least: 1.2,
  swr_worst: 1.7,
  covered: true,
  need: 'nothing',
  taken_worst: null,
  ...more,
});

export const dip = (more: object = {}): Reading['dips'][number] => ({
  mhz: 7.09,
  swr: 1.33,
  rho: 0.1416,
  re: 0.1408,
  im: -0.017,
  return_loss_db: 17,
  r_ohm: 66,
  x_ohm: -2.3,
  resonance: { mhz: 7.1, gamma: 0.1438, r_ohm: 66.8, q: 12.2, kind: 'series' },
  apart_khz: 10,
  widths: [
    { swr: 1.5, reached: true, low_mhz: 7.02, high_mhz: 7.165, width_khz: 145 },
    { swr: 2, reached: true, low_mhz: 6.94, high_mhz: null, width_khz: null },
    { swr: 3, reached: false, low_mhz: null, high_mhz: null, width_khz: null },
  ],
  ...more,
});

export const look = (reading: object = {}, more: object = {}): Look => ({
  shown: 0,
  reading: {
    points: 3,
    low_mhz: 6.8,
    high_mhz: 7.4,
    phase: true,
    noise: 0,
    sentence: 'The SWR is lowest at 7.09 MHz, 1.33.',
    dips: [dip()],
    resonances: [{ mhz: 7.1, gamma: 0.1438, r_ohm: 66.8, q: 12.2, kind: 'series' }],
    bands: [band('40 m', 7.0, 7.2)],
    ...reading,
  },
  flattery: '',
  contradiction: '',
  out_of_line: [],
  curve: {
    mhz: [6.8, 7.1, 7.4],
    swr: [4, 1.33, null],
    rho: [0.6, 0.1416, 1],
    return_loss_db: [4.4, 17, 0],
    r_ohm: [60, 66, null],
    x_ohm: [-120, 0, 140],
    re: [0.1, 0.14, 1],
    im: [-0.5, 0, 0],
  },
  disc: {
    levels: [
      { swr: 1, rho: 0 },
      { swr: 2, rho: 1 / 3 },
      { swr: null, rho: 1 },
    ],
    comfort: { swr: 2, rho: 1 / 3 },
    resistances: [{ r_ohm: 50, centre: 0.5, radius: 0.5 }],
  },
  under: [],
  ...more,
});

export const row = (id: number, more: object = {}): SweepRow =>
  ({
    id,
    title: `sweep ${String(id)}`,
    taken: '2026-11-24T10:00:00Z',
    joint: 0,
    chain: [{ kind: 'line', label: 'short', line: 'rg-58', length_m: 2 }],
    baseline: false,
    trim: false,
    removed: false,
    ...more,
  }) as unknown as SweepRow;

export const candidate = (id: string, watts: number[], cost: number | null, more: object = {}): Candidate =>
  ({
    id,
    placement: 'room',
    title: `place ${id}`,
    line: 'rg-58',
    line_name: 'RG-58',
    name: `place ${id}, on RG-58`,
    score_w: watts.reduce((a, b) => a + b, 0) / watts.length,
    score_low_w: watts.reduce((a, b) => a + b, 0) / watts.length,
    score_high_w: watts.reduce((a, b) => a + b, 0) / watts.length,
    behind_db: { as_typed: 0.5, middle: 0.4, nine_of_ten: 1.25 },
    right_in: 0.94,
    cost,
    affordable: true,
    unbeaten: cost !== null,
    buy: [],
    note: '',
    cells: watts.map((w) => ({
      radiated_w: w,
      share: w / 100,
      regret_db: w ? 1.5 : null,
      regret_s_units: w ? 0.25 : null,
      reach: w > 50 ? 'all' : w > 0 ? 'some' : 'none',
      limit_w: w > 50 ? 100 : 40,
    })),
    ...more,
  }) as Candidate;

export const chosen = (): ChooseAnswer =>
  ({
    sentence: 'Do this.',
    not_worth: '',
    shortcomings: '',
    prices_note: '',
    within_db: 1,
    within_w: 71,
    rated_w: 100,
    bands: ['40 m', '20 m'],
    left_out: [],
    run_m: 38,
    indoor_m: 6,
    lead_m: 3,
    best: 'b',
    decision: 'a',
    school: 'worlds',
    as_typed: 'c',
    by_worlds: 'a',
    worlds: 128,
    db_worth: 50,
    wet_share: 0.25,
    sure: { sentence: 'It is right in 94 of 100 cases.', doubts: [] },
    found_out: '',
    measure_first: [{ id: 'line', text: 'the loss of the present run', worth_db: 0.5, known: 'k' }],
    finding_out: 'Measure the loss of the present run first.',
    candidates: [
      candidate('b', [90, 80], 800),
      candidate('a', [80, 76], 90),
      candidate('c', [60, 0], null),
      candidate('present', [20, 30], 0, { title: 'what stands now', name: 'what stands now' }),
    ],
    fed_against_ground: true,
    places: [
      {
        title: 'Coax, a tuner at the mast foot',
        places: [
          { slug: 'foot', title: 'a tuner at the mast foot' },
          { slug: 'foot-4', title: '4:1 at the feedpoint and a tuner at the mast foot' },
        ],
      },
    ],
    prices: [
      { token: 'rg-58', name: 'RG-58C/U', price: 0.9, per_m: true },
      { token: 'room-tuner', name: 'Wide T tuner', price: 220, per_m: false },
    ],
  }) as unknown as ChooseAnswer;

export const lossMap = (id = 'a'): LossMap => ({
  id,
  name: `place ${id}`,
  contours: [{ level_db: 1, matched_db: [0.05, 0.5, 5, 10], swr: [40, 7, 2.9, 2.7] }],
  points: [
    {
      band: '40 m',
      matched_db: 0.66,
      swr: 1.3,
      extra_db: 0.02,
      handbook_extra_db: 0.03,
      country: 'room will do',
      swr_to_cross: 6.2,
      run_to_cross_m: null,
    },
    {
      band: '20 m',
      matched_db: 1,
      swr: null,
      extra_db: null,
      handbook_extra_db: 9,
      country: 'match outside',
      swr_to_cross: 4.6,
      run_to_cross_m: 4,
    },
  ],
  within_db: 1,
  sentence: 'On 40 m it costs next to nothing.',
});
