import type { PartModel } from '../api/client';

/** A number of a part that the inspector offers; `slide` gives the range of a slider for it. */
export interface NumberSpec {
  key: string;
  label: string;
  unit: string;
  optional?: boolean;
  slide?: { min: number; max: number; step: number };
}

export const NUMBERS: Record<PartModel['kind'], NumberSpec[]> = {
  line: [{ key: 'length_m', label: 'Length', unit: 'm', slide: { min: 0, max: 60, step: 0.1 } }],
  meter: [
    { key: 'full_scale_w', label: 'Full scale', unit: 'W', optional: true },
    { key: 'accuracy_pct', label: 'Accuracy, of full scale', unit: '%', optional: true },
    { key: 'directivity_db', label: 'Directivity', unit: 'dB', optional: true },
  ],
  tuner: [
    { key: 'coil_q', label: 'Coil Q', unit: '' },
    { key: 'capacitor_q', label: 'Capacitor Q', unit: '' },
    { key: 'c_min_pf', label: 'Capacitors from', unit: 'pF' },
    { key: 'c_max_pf', label: 'Capacitors to', unit: 'pF' },
    { key: 'l_max_uh', label: 'Coil to', unit: 'µH' },
    { key: 'capacitor_volts', label: 'Capacitors bear', unit: 'V peak', optional: true },
    { key: 'coil_amps', label: 'Coil bears', unit: 'A', optional: true },
  ],
  inline: [
    { key: 'loss_db', label: 'Loss when matched', unit: 'dB' },
    { key: 'z_ohm', label: 'Made for', unit: 'Ω' },
  ],
  transformer: [
    { key: 'ratio', label: 'Impedance ratio, antenna : radio', unit: ': 1' },
    { key: 'loss_db', label: 'Loss when matched', unit: 'dB' },
  ],
};

export const NETWORKS: [string, string][] = [
  ['t-highpass', 'T: capacitor, coil, capacitor'],
  ['t-lowpass', 'T: coil, capacitor, coil'],
  ['pi', 'Pi: capacitor, coil, capacitor'],
  ['l', 'L: the best of its four forms'],
];
