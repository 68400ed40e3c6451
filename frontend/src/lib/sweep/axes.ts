import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { line } from 'd3-shape';

/** |Γ| of an SWR; null stands for infinity. */
export function rhoOf(swr: number | null): number {
  return swr === null ? 1 : (swr - 1) / (swr + 1);
}

/** SWRs that get a line across the picture; infinity last. Their places are those of |Γ|, so that all SWRs fit. */
export const SWR_TICKS: (number | null)[] = [1, 1.5, 2, 3, 5, 10, null];

export interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}
export type Scale = ScaleLinear<number, number>;

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
