/** A tuner with its presets, and what the server answers about its chart, reach and bands. */
import type { ChartOut, DialFile, PartModel, ReachOut, TunerBands } from '../../frontend/src/lib/api/client';
import type { KnobTuner } from '../../frontend/src/lib/tuner/knobs';

export const dial = (more: Partial<DialFile> = {}): DialFile => ({
  unit: '',
  scale: [0, 100],
  points: [],
  division: 1,
  taps: false,
  ...more,
});
export const row = (mhz: number, c1: number, date = '', more = {}) =>
  ({ mhz, dials: { c1, l: 20, c2: 30 }, swr: 1.2, date, note: '', form: '', ...more }) as never;
export const TUNER = {
  kind: 'tuner',
  label: 'room tuner',
  network: 't-highpass',
  setting: 'auto',
  presets: [row(7.1, 10, '2026-01-01'), row(7.1, 14, '2026-05-01'), row(3.65, 50)],
} as unknown as PartModel & KnobTuner;
export const CHART: ChartOut = {
  dials: {
    c1: {
      unit: '',
      scale: [0, 100],
      points: [
        [0, 20.123456],
        [100, 250],
      ],
      interval: [
        [15, 25],
        [240, 260],
      ],
    },
  },
  predicted: [
    { mhz: 3.65, band: '80 m', dials: { c1: 1, l: 2, c2: 3 }, intervals: {}, swr: 1, form: '', relays: '' },
    {
      mhz: 14.175,
      band: '20 m',
      dials: { c1: 41, l: 5, c2: 9 },
      intervals: { c1: [38, 44] },
      swr: 1,
      form: '',
      relays: '',
    },
    { mhz: 28.85, band: '10 m', dials: {}, intervals: {}, swr: null, form: '', relays: '' },
  ],
  loads: [],
  odd: [2],
  rows: [
    { mhz: 7.1, band: '40 m', newer: 1, moved: { c1: 4, l: 0, c2: -1.2 }, expected_swr: 1.4, relays: '' },
    { mhz: 7.1, band: '40 m', newer: null, moved: {}, expected_swr: 1.1, relays: '' },
    { mhz: 3.65, band: '80 m', newer: null, moved: {}, expected_swr: null, relays: '' },
  ],
  antenna: {
    loads: [3.65, 7.1].map((mhz) => ({
      mhz,
      r_ohm: { min: 40, median: 50, max: 61 },
      x_ohm: { min: -5, median: 0, max: 4 },
    })),
    points: [
      [3.65, 12.3456789, -500],
      [7.1, 50, 0],
    ],
    sentence: 'The matches tell the antenna at 2 frequencies.',
    trouble: '',
  },
  sentence: 'The presets tell what the dials stand for.',
};
export const REACH: ReachOut = {
  mhz: 7.1,
  cell: 0.5,
  re: [0, 0.5, -0.5, 0],
  im: [0, 0, 0, 0.9],
  loss_db: [0.05, 0.3, 9, null],
  limit_w: [500, 120, 10, null],
  sentence: 'It matches 75 % of all loads.',
};
export const BANDS: TunerBands = {
  run_at: 2,
  bands: [
    {
      name: '80 m',
      mhz: 3.65,
      re: [-0.9, -0.89, -0.88],
      im: [0, 0.1, 0.2],
      matched: false,
      real: { loss_db: null, efficiency: null, limit_w: null },
      flat: { loss_db: 0.2, efficiency: 0.95, limit_w: null },
      lack: 'needs 38 µH, the coil ends at 28',
      cures: [
        { way: 'longer', value: 47.123, network: '', radiated_w: 60, text: 'a run of 47 m: 60 W leave' },
        { way: 'ratio', value: 4, network: '', radiated_w: 50, text: 'a 4:1 transformer: 50 W leave' },
        { way: 'network', value: 0, network: 'pi', radiated_w: 40, text: 'a pi: 40 W leave' },
      ],
    },
    {
      name: '40 m',
      mhz: 7.1,
      re: [0.1, 0.11, 0.12],
      im: [0, 0, 0],
      matched: true,
      real: { loss_db: 0.09, efficiency: 0.98, limit_w: 60 },
      flat: { loss_db: 0.09, efficiency: 0.98, limit_w: 400 },
      lack: '',
      cures: [],
    },
  ],
  sentence: '80 m cannot be matched.',
};
export const MOVES = [
  { knob: 'l', share: 0.25, number: null, swr: 2, text: 'the coil to about 25 % of its travel' },
  { knob: 'c1', share: 0.1, number: 61.5, swr: 1, text: 'C1 to 61.5' },
];
