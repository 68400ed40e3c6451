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

/** Three significant digits at the most; whole from 100 up. */
export function digits(value: number | null, count = 3): string {
  if (value === null) return '∞';
  const size = Math.abs(value);
  if (size < 5e-4) return '0';
  if (size >= 100) return Math.round(value).toLocaleString('en');
  return String(Number(value.toPrecision(count)));
}

/** Watts for reading: whole from 10 up, else two digits, never finer than 0.01; what is lost in rounding is 0. */
export function watts(value: number | null): string {
  if (value === null) return '∞';
  const size = Math.abs(value);
  if (size >= 9.95) return Math.round(value).toLocaleString('en');
  if (size >= 0.1) return String(Number(value.toPrecision(2)));
  return size < 1e-9 ? '0' : size < 0.005 ? '<0.01' : value.toFixed(2);
}

/** A figure as text; a span as "low – high". */
export function shown(figure: Figure | undefined, format: (value: number | null) => string = digits): string {
  if (typeof figure !== 'object' || figure === null) return format(figure ?? null);
  const [low, high] = [format(figure.min), format(figure.max)];
  return low === high ? low : `${low} – ${high}`;
}

/** SWR: two decimals below 10, whole above, ∞ for total reflection. */
export function swr(value: number | null): string {
  if (value === null) return '∞';
  return value < 10 ? value.toFixed(2) : digits(value);
}

/** Decibels: two decimals below 10, one above. */
export function decibels(value: number | null): string {
  if (value === null) return '∞';
  const text = value.toFixed(Math.abs(value) < 10 ? 2 : 1);
  return Number(text) === 0 ? '0.00' : text;
}
