import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { digits } from '../figures';

export interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}
export type Scale = ScaleLinear<number, number>;

/** A line across a picture and its name; a strong one is the zero. */
export interface Level {
  at: number;
  name: string;
  strong?: boolean;
}
export interface Tick {
  at: number;
  name: string;
}

export function across(low: number, high: number, box: Box): Scale {
  return scaleLinear([low, high], [box.left, box.right]);
}

export function upright(low: number, high: number, box: Box): Scale {
  return scaleLinear([low, high], [box.bottom, box.top]);
}

/** A path through points; a null breaks it. */
export function pathOf(x: number[], y: (number | null)[]): string {
  const draw = line<number>()
    .defined((n) => y[n] !== null && y[n] !== undefined)
    .x((n) => Math.round((x[n] ?? 0) * 100) / 100)
    .y((n) => Math.round((y[n] ?? 0) * 100) / 100);
  return draw(x.map((_, n) => n)) ?? '';
}

/** The largest |R| or |X| worth drawing: that of nine points in ten, 500 Ω at the most, round. */
export function ohmsTop(values: (number | null)[]): number {
  const sizes = values.flatMap((v) => (v === null ? [] : [Math.abs(v)])).sort((a, b) => a - b);
  const most = sizes[Math.floor(sizes.length * 0.9)] ?? 100;
  return Math.min(Math.max(Math.ceil(most / 50) * 50, 100), 500);
}

/** Ticks of a frequency axis, as many as there is room for. */
export function frequencies(x: Scale, box: Box): Tick[] {
  const count = Math.max(3, Math.floor((box.right - box.left) / 105));
  return x.ticks(count).map((tick) => ({ at: x(tick), name: digits(tick, 6) }));
}
