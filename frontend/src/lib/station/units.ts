import { typedSwr } from '../convert/typedFigures';

/** Quantities as typed and shown. The document always holds the base unit that its key names. */

export type Quantity =
  | 'length'
  | 'power'
  | 'frequency'
  | 'pf'
  | 'uh'
  | 'nh'
  | 'volts'
  | 'amps'
  | 'db'
  | 'attenuation'
  | 'plain'
  | 'swr'
  | 'ohm'
  | 'percent'
  | 'mm';
export type System = 'metric' | 'feet';

const FOOT = 0.3048;

/** Factors to the base unit, by the ways people write the unit. */
const UNITS: Record<Quantity, Record<string, number>> = {
  length: {
    m: 1,
    metre: 1,
    metres: 1,
    meter: 1,
    meters: 1,
    cm: 0.01,
    mm: 0.001,
    km: 1000,
    ft: FOOT,
    feet: FOOT,
    foot: FOOT,
    "'": FOOT,
    in: FOOT / 12,
    yd: 3 * FOOT,
  },
  mm: { mm: 1, cm: 10, m: 1000, in: 25.4 },
  power: { w: 1, watt: 1, watts: 1, kw: 1000, mw: 0.001 },
  frequency: { mhz: 1, khz: 1e-3, hz: 1e-6, ghz: 1e3 },
  pf: { pf: 1, nf: 1000 },
  uh: { uh: 1, µh: 1, μh: 1, nh: 0.001, mh: 1000 },
  nh: { nh: 1, uh: 1000, µh: 1000, μh: 1000 },
  volts: { v: 1, kv: 1000 },
  amps: { a: 1, ma: 0.001 },
  ohm: { ω: 1, ohm: 1, ohms: 1, kω: 1000, kohm: 1000 },
  db: { db: 1 },
  attenuation: { db: 1 },
  percent: { '%': 1 },
  plain: {},
  swr: {},
};

const SHOWN: Record<Quantity, string> = {
  length: 'm',
  mm: 'mm',
  power: 'W',
  frequency: 'MHz',
  pf: 'pF',
  uh: 'µH',
  nh: 'nH',
  volts: 'V',
  amps: 'A',
  ohm: 'Ω',
  db: 'dB',
  attenuation: 'per 100 m',
  percent: '%',
  plain: '',
  swr: '',
};

/** What one unit shown is in the base unit. */
function shownFactor(quantity: Quantity, system: System): number {
  if (system === 'metric') return 1;
  if (quantity === 'length') return FOOT;
  return quantity === 'attenuation' ? 1 / FOOT : 1;
}

export function unitShown(quantity: Quantity, system: System): string {
  if (system === 'feet' && quantity === 'length') return 'ft';
  if (system === 'feet' && quantity === 'attenuation') return 'per 100 ft';
  return SHOWN[quantity];
}

/** A base value as the field shows it. */
export function toShown(value: number, quantity: Quantity, system: System): string {
  const factor = shownFactor(quantity, system);
  return factor === 1 ? String(value) : String(Number((value / factor).toPrecision(6)));
}

/**
 * What is typed, in the base unit: "120 ft", "3.5 kW", "2,5". Text that is no quantity comes back as it is,
 * for the server to refuse at its place.
 */
export function parseTyped(typed: string, quantity: Quantity, system: System): number | string {
  if (quantity === 'swr') return typedSwr(typed);
  const match = /^\s*([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?)\s*([^\d\s.,+-]*)\s*$/i.exec(typed);
  if (!match) return typed;
  const number = Number((match[1] ?? '').replace(',', '.'));
  const unit = (match[2] ?? '').toLowerCase();
  const factor = unit === '' ? shownFactor(quantity, system) : UNITS[quantity][unit];
  return factor === undefined || Number.isNaN(number) ? typed : Number((number * factor).toPrecision(12));
}
