/** A tuner's knobs and their dials, as the station file has them. */
import type { DialFile, PartModel, PresetFile } from '../api/client';

const KNOBS: Record<string, string[]> = {
  't-highpass': ['c1', 'l', 'c2'],
  't-lowpass': ['l1', 'c', 'l2'],
  pi: ['c1', 'l', 'c2'],
  'l-coil-then-shunt-c': ['l', 'c'],
  'l-shunt-c-then-coil': ['c', 'l'],
  'l-capacitor-then-shunt-l': ['c', 'l'],
  'l-shunt-l-then-capacitor': ['l', 'c'],
  'stepped-l': ['l', 'c'],
};
const NAMES: Record<string, string> = {
  c1: 'C1',
  c2: 'C2',
  c: 'C',
  l1: 'L1',
  l2: 'L2',
  l: 'Coil',
};
/** The forms that a relay tuner makes. */
export const FORMS: [string, string][] = [
  ['l-coil-then-shunt-c', 'capacitor at the antenna’s side'],
  ['l-shunt-c-then-coil', 'capacitor at the radio’s side'],
];

/** A tuner as far as its knobs go. */
export interface KnobTuner {
  kind: 'tuner';
  label?: string;
  network: string;
  dials?: Record<string, DialFile>;
  presets?: PresetFile[];
  l_bits?: number;
  c_bits?: number;
}

/** The part as a tuner; null of another part. */
export function asTuner(part: PartModel | undefined): KnobTuner | null {
  return part?.kind === 'tuner' ? (part as unknown as KnobTuner) : null;
}

/** Its knobs from the radio on; none where it has none, or may form several networks. */
export const knobsOf = (tuner: KnobTuner) => KNOBS[tuner.network] ?? [];
export const knobName = (knob: string) => NAMES[knob] ?? knob;
export const knobUnit = (knob: string) => (knob.startsWith('l') ? 'µH' : 'pF');
export const isStepped = (tuner: KnobTuner) => tuner.network === 'stepped-l';

const LETTERS = 'letters';
/** What a dial begins with, by what it is like; its points are to be found, or typed. */
export const DIAL_KINDS: [string, string, DialFile][] = [
  ['hundred', '0 to 100', dial([0, 100])],
  ['ten', '0 to 10, read to a tenth', dial([0, 10], 0.1)],
  ['turns', 'turns of a counter', { ...dial([0, 30], 0.1), unit: 'turns' }],
  ['steps', 'a motor’s steps from home', { ...dial([0, 2000], 5), unit: 'steps from home' }],
  ['taps', 'taps by number', { ...dial([1, 12]), unit: 'tap', taps: true }],
  ['letters', 'taps by letter', { ...dial([1, 12]), unit: LETTERS, taps: true }],
];

function dial(scale: [number, number], division = 1): DialFile {
  return { unit: '', scale, points: [], division, taps: false };
}

/** The dial of a knob: its own, a relay tuner's count of steps, or the usual one. */
export function dialOf(tuner: KnobTuner, knob: string): DialFile {
  const bits = isStepped(tuner) ? (knob === 'l' ? tuner.l_bits : tuner.c_bits) : undefined;
  if (bits !== undefined) return { ...dial([0, 2 ** bits - 1]), unit: 'steps', taps: true };
  return { ...dial([0, 100]), ...tuner.dials?.[knob] };
}

/** A number of a dial as its owner reads it: to its division, taps by letter where they have letters. */
export function reading(dial: DialFile, number: unknown): string {
  if (typeof number !== 'number') return typeof number === 'string' ? number : '';
  if (dial.taps && dial.unit === LETTERS && Number.isInteger(number) && number >= 1 && number <= 26)
    return String.fromCharCode(64 + number);
  const division = dial.taps ? 1 : (dial.division ?? 1);
  const places = Math.max(0, -Math.floor(Math.log10(division) + 1e-9));
  return (Math.round(number / division) * division).toFixed(Math.min(places, 6));
}

/** What is typed at a dial; text that is no number comes back as it is, for the server to refuse. */
export function typedNumber(dial: DialFile, text: string): number | string {
  const word = text.trim();
  if (dial.taps && dial.unit === LETTERS && /^[a-z]$/i.test(word))
    return word.toUpperCase().charCodeAt(0) - 64;
  const plain = word.replace(',', '.');
  return plain !== '' && !Number.isNaN(Number(plain)) ? Number(plain) : text;
}

/** Rounded to what can be read of a dial. */
export function toDivision(dial: DialFile, number: number): number {
  const division = dial.taps ? 1 : (dial.division ?? 1);
  return Number((Math.round(number / division) * division).toPrecision(10));
}
