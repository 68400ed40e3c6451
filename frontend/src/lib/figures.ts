/**
 * Figures as text: honest digits, never more. The server's sentences follow the same rules
 * (`tithe/text/quantities.py`; where they write words, "infinite", "less than", tables write signs), and one
 * table of examples is tested on both sides (`tests/figures.json`).
 */
import type { Figure } from './api/client';

/** The middle of a figure: itself, or the median round an unknown phase. Null for infinite. */
export function middle(figure: Figure | undefined): number | null {
  return typeof figure === 'object' && figure !== null ? figure.median : (figure ?? null);
}

/** The smallest and the largest that a figure may be; null for infinite. */
export function lowest(figure: Figure | undefined): number | null {
  return typeof figure === 'object' && figure !== null ? figure.min : (figure ?? null);
}

export function highest(figure: Figure | undefined): number | null {
  return typeof figure === 'object' && figure !== null ? figure.max : (figure ?? null);
}

const LOST = 5e-4;

/** By decimals: each is made once, since making it takes twenty times as long as what it writes. */
const written: Intl.NumberFormat[] = [];

/** So many decimals, without zeros that say nothing. */
function fixed(value: number, places: number): string {
  written[places] ??= new Intl.NumberFormat('en', { maximumFractionDigits: places });
  const text = written[places].format(value);
  return text === '-0' ? '0' : text.replace('-', '−');
}

/** Three significant digits at the most, whole from 100 up. */
export function digits(value: number | null, count = 3): string {
  if (value === null) return '∞';
  const size = Math.abs(value);
  if (size < LOST) return '0';
  return fixed(value, Math.max(count - 1 - Math.floor(Math.log10(size)), 0));
}

const NOTHING = 1e-9;

/** Whole hundredths of a share; neither none nor all unless it is so. */
export function ofHundred(share: number): number {
  const [least, most] = [share > NOTHING ? 1 : 0, share < 1 - NOTHING ? 99 : 100];
  return Math.min(most, Math.max(least, Math.round(100 * share)));
}

/** Watts: whole from 10 up, two digits below, never finer than 0.01; what is lost in rounding is 0. */
export function watts(value: number | null): string {
  if (value === null) return '∞';
  const size = Math.abs(value);
  if (size >= 9.95) return fixed(value, 0);
  if (size >= 0.1) return digits(value, 2);
  return size < 1e-9 ? '0' : size < 0.005 ? '<0.01' : fixed(value, 2);
}

/** A figure as text; a span as "low to high". */
export function shown(figure: Figure | undefined, format: (value: number | null) => string = digits): string {
  if (typeof figure !== 'object' || figure === null) return format(figure ?? null);
  return span(format(figure.min), format(figure.max));
}

/** Two figures as one where they read the same. */
export function span(low: string, high: string): string {
  return low === high ? low : `${low} to ${high}`;
}

/** SWR: two decimals below 10, three close to 1, ∞ for total reflection. */
export function swr(value: number | null): string {
  if (value === null) return '∞';
  if (value > 1e4) return '>10,000';
  return value < 10 ? fixed(value, value < 1.05 ? 3 : 2) : digits(value);
}

/** Decibels: two decimals below 10, one above. */
export function decibels(value: number | null): string {
  return value === null ? '∞' : fixed(value, Math.abs(value) < 10 ? 2 : 1);
}
