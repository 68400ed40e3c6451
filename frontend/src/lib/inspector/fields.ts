import type { PartModel } from '../api/client';
import type { Quantity } from '../station/units';

/** A number of a part that the inspector offers; `slide` gives the range of a slider for it. */
export interface NumberSpec {
  key: string;
  label: string;
  quantity: Quantity;
  after?: string;
  optional?: boolean;
  /** What holds while the field is empty, in the base unit or as a word. */
  unset?: number | string;
  slide?: { min: number; max: number; step: number };
}

const BANK: NumberSpec[] = [
  { key: 'capacitor_q', label: 'Capacitor Q', quantity: 'plain' },
  { key: 'capacitor_volts', label: 'Capacitors bear, peak', quantity: 'volts', optional: true },
  { key: 'coil_amps', label: 'Coil bears', quantity: 'amps', optional: true },
];
const CONTINUOUS: NumberSpec[] = [
  { key: 'c_min_pf', label: 'Capacitors from', quantity: 'pf' },
  { key: 'c_max_pf', label: 'Capacitors to', quantity: 'pf' },
  { key: 'l_max_uh', label: 'Coil to', quantity: 'uh' },
  ...BANK,
];
const STEPPED: NumberSpec[] = [
  { key: 'c_step_pf', label: 'Smallest capacitor step', quantity: 'pf' },
  { key: 'c_bits', label: 'Capacitor relays', quantity: 'plain' },
  { key: 'l_step_uh', label: 'Smallest coil step', quantity: 'uh' },
  { key: 'l_bits', label: 'Coil relays', quantity: 'plain' },
  { key: 'done_swr', label: 'Done at SWR', quantity: 'plain' },
  ...BANK,
];
const RATED: NumberSpec[] = [
  { key: 'reach_swr', label: 'Reaches SWR', quantity: 'plain' },
  { key: 'loss_db_at_1', label: 'Loss at SWR 1', quantity: 'db' },
  { key: 'loss_db_at_reach', label: 'Loss at full reach', quantity: 'db' },
];
const LOSS: NumberSpec[] = [
  { key: 'loss_db', label: 'Loss when matched', quantity: 'db' },
  { key: 'series_share', label: 'Share of it in series, 0 to 1', quantity: 'plain' },
];

/** The numbers that make a part what it is. */
export function numbersOf(part: PartModel): NumberSpec[] {
  switch (part.kind) {
    case 'line':
      return [
        { key: 'length_m', label: 'Length', quantity: 'length', slide: { min: 0, max: 60, step: 0.1 } },
      ];
    case 'meter':
      return [
        { key: 'full_scale_w', label: 'Full scale, with multiplier', quantity: 'power', optional: true },
        { key: 'accuracy_pct', label: 'Accuracy, of full scale', quantity: 'percent', optional: true },
        { key: 'directivity_db', label: 'Directivity', quantity: 'db', optional: true },
        ...LOSS,
      ];
    case 'tuner':
      return part.network === 'rated' ? RATED : part.network === 'stepped-l' ? STEPPED : CONTINUOUS;
    case 'inline':
      return [...LOSS, { key: 'z_ohm', label: 'Made for', quantity: 'ohm' }];
    case 'transformer':
      return [
        { key: 'ratio', label: 'Impedance, antenna : radio', quantity: 'plain', after: ': 1' },
        ...LOSS,
        { key: 'magnetizing_uh', label: 'Magnetising inductance', quantity: 'uh', optional: true },
        { key: 'core_loss_ohm', label: 'Core loss, across', quantity: 'ohm', optional: true },
        { key: 'leakage_uh', label: 'Leakage inductance', quantity: 'uh', optional: true },
      ];
  }
}

/** What a line bears, and how it may be worse than its figures. */
export const LINE_LIMITS: NumberSpec[] = [
  { key: 'heat_w_per_m', label: 'A metre gives off', quantity: 'power', optional: true },
  { key: 'wet_factor', label: 'Loss when wet, times', quantity: 'plain', optional: true },
  { key: 'low_band_factor', label: 'Loss below 5 MHz, times', quantity: 'plain', optional: true },
];

/** What the build of a tuner adds to its elements. */
export const STRAYS: NumberSpec[] = [
  { key: 'lead_nh', label: 'Leads of each element', quantity: 'nh' },
  { key: 'stray_pf', label: 'Capacitance across each port', quantity: 'pf' },
];

/** What a part bears; the same for all but lines. */
export const RATINGS: NumberSpec[] = [
  { key: 'f_min_mhz', label: 'Made for, from', quantity: 'frequency', optional: true },
  { key: 'f_max_mhz', label: 'Made for, to', quantity: 'frequency', optional: true },
  { key: 'max_power_w', label: 'Bears', quantity: 'power', optional: true },
  { key: 'max_volts_rms', label: 'Bears, rms', quantity: 'volts', optional: true },
];

export const NETWORKS: [string, string][] = [
  ['t-highpass', 'T: capacitor, coil, capacitor'],
  ['t-lowpass', 'T: coil, capacitor, coil'],
  ['pi', 'Pi: capacitor, coil, capacitor'],
  ['l', 'L: the best of its four forms'],
  ['l-coil-then-shunt-c', 'L: coil, then capacitor across'],
  ['l-shunt-c-then-coil', 'L: capacitor across, then coil'],
  ['l-capacitor-then-shunt-l', 'L: capacitor, then coil across'],
  ['l-shunt-l-then-capacitor', 'L: coil across, then capacitor'],
  ['stepped-l', 'L in relay steps'],
  ['rated', 'known by its sheet only'],
];

export const LINE_FIGURES: NumberSpec[] = [
  { key: 'r0_ohm', label: 'Impedance', quantity: 'ohm' },
  { key: 'velocity_factor', label: 'Velocity factor', quantity: 'plain' },
  { key: 'k1', label: 'Loss × √MHz, dB', quantity: 'attenuation' },
  { key: 'k2', label: 'Loss × MHz, dB', quantity: 'attenuation' },
  { key: 'max_volts_rms', label: 'Bears, rms', quantity: 'volts', optional: true },
];
export const TWO_WIRE: NumberSpec[] = [
  { key: 'wire_mm', label: 'Wire diameter', quantity: 'mm' },
  { key: 'spacing_mm', label: 'Spacing, centre to centre', quantity: 'mm' },
  { key: 'velocity_factor', label: 'Velocity factor', quantity: 'plain' },
];
