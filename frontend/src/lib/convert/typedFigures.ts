/** Figures of reflection, of a step and of a level as people write them: "1.5:1", "18 dB RL", "|Γ| .2", "4 %",
 * "3 dB", "2 S-units", "50 dBm", "S9+20". */

import type { FigureForm } from '../api/client';

export interface TypedFigure {
  form: FigureForm;
  value: number;
}

/** By what stands beside the number, without spaces. */
const UNITS: [RegExp, FigureForm, number?][] = [
  [/^(:1|swr(:1)?|swr=?)?$/, 'swr'],
  [/^(db)?(rl|returnloss)=?(db)?$/, 'return_loss_db'],
  [/^(db)?(ml|mismatchloss)=?(db)?$/, 'mismatch_loss_db'],
  [/^(\|?[γg]\|?|gamma|rho|ρ)=?$/, 'rho'],
  [/^%(back|reflected|refl)?$/, 'share', 0.01],
  [/^(s-?units?|s)$/, 's_units'],
  [/^db(less|loss)?$/, 'db'],
  [/^dbm$/, 'dbm'],
  [/^dbw$/, 'dbm'],
  [/^(w|watts?)$/, 'watts'],
  [/^kw$/, 'watts', 1e3],
  [/^mw$/, 'watts', 1e-3],
  [/^(v|volts?)$/, 'volts'],
  [/^mv$/, 'volts', 1e-3],
  [/^[µμu]v$/, 'volts', 1e-6],
];
const NUMBER = /[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/;

/** What is meant; null for what is no figure of these. */
export function typedFigure(text: string): TypedFigure | null {
  const plain = text.toLowerCase().replace(',', '.').replace(/[−–]/g, '-').replace(/\s+/g, '');
  const strength = /^s(\d(?:\.\d+)?)(?:\+(\d+(?:\.\d+)?)(?:db)?)?$/.exec(plain);
  if (/^s\d/.test(plain)) {
    if (!strength || Number(strength[1]) > 9 || (strength[2] && strength[1] !== '9')) return null;
    return { form: 's_meter_db', value: 6 * (Number(strength[1]) - 9) + Number(strength[2] ?? 0) };
  }
  const number = NUMBER.exec(plain);
  if (!number) return null;
  const rest = plain.replace(number[0], '');
  const match = UNITS.find(([unit]) => unit.test(rest));
  if (!match) return null;
  const [, form, factor = 1] = match;
  const value = Number(number[0]) * factor + (rest === 'dbw' ? 30 : 0);
  // Return loss and what comes back are written with either sign.
  const signless = form === 'return_loss_db' || form === 'share';
  return { form, value: Number((signless ? Math.abs(value) : value).toPrecision(12)) };
}

/** The SWR that is meant where one is asked for, "18 dB" as a return loss among its forms; text that is none
 * comes back as it is, for the server to refuse. */
export function typedSwr(text: string): number | string {
  const figure = typedFigure(text);
  if (figure?.form === 'swr') return figure.value;
  const rho = figure ? reflection(figure) : null;
  if (rho === null || !(rho >= 0 && rho < 1)) return text;
  return Number(((1 + rho) / (1 - rho)).toPrecision(8));
}

function reflection({ form, value }: TypedFigure): number | null {
  if (form === 'return_loss_db' || form === 'db') return 10 ** (-Math.abs(value) / 20);
  if (form === 'rho') return value;
  if (form === 'share') return Math.sqrt(value);
  return form === 'mismatch_loss_db' ? Math.sqrt(1 - 10 ** (-value / 10)) : null;
}
