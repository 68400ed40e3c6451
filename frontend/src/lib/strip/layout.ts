import type { Here, PartModel, StageResult } from '../api/client';
import { middle } from '../figures';

export interface Segment {
  index: number;
  stage: StageResult;
  x0: number;
  x1: number;
  /** Ribbon heights at both ends, and of what is taken between, px. */
  inHeight: number;
  outHeight: number;
  takenHeight: number;
}

export interface StripLayout {
  width: number;
  start: number;
  end: number;
  ratedHeight: number;
  acceptedHeight: number;
  segments: Segment[];
  radiatedHeight: number;
  antennaTakenHeight: number;
}

const NARROW = 640;
export const HEIGHT = { top: 74, ribbon: 92, floor: 194, waveBase: 60, wave: 44 };

/** Long lines get more room than short ones, but not in proportion; everything else the same. */
function weight(lengthM: number | null): number {
  return lengthM === null ? 1 : 1.1 + 1.5 * Math.log10(1 + lengthM);
}

/** Length of each part in metres, 0 where none is given yet; null for what has no length. */
export function lengthsOf(chain: PartModel[]): (number | null)[] {
  return chain.map((part) => ('length_m' in part ? Number(part.length_m) || 0 : null));
}

/** Where everything stands on the strip: power to height, parts to widths. Pure geometry, px. */
export function layOut(here: Here, lengthsM: (number | null)[], width: number): StripLayout {
  const { result } = here;
  const [left, right] = margins(width);
  const room = Math.max(width - left - right, 10);
  const weights = result.stages.map((_, index) => weight(lengthsM[index] ?? null));
  const total = weights.reduce((sum, weight) => sum + weight, 0) || 1;
  const height = (power: number | null) => ((power ?? 0) / result.transmitter.rated_w) * HEIGHT.ribbon;
  let x = left;
  const segments = result.stages.map((stage, index) => {
    const x0 = x;
    x += (room * (weights[index] ?? 0)) / total;
    return {
      index,
      stage,
      x0,
      x1: x,
      inHeight: height(middle(stage.in_w)),
      outHeight: height(middle(stage.out_w)),
      takenHeight: Math.max(height(middle(stage.taken_w)), 0),
    };
  });
  return {
    width,
    start: left,
    end: width - right,
    ratedHeight: HEIGHT.ribbon,
    acceptedHeight: height(middle(result.transmitter.accepted_w)),
    segments,
    radiatedHeight: height(middle(result.antenna.radiated_w)),
    antennaTakenHeight: Math.max(height(middle(result.antenna.taken_w)), 0),
  };
}

/** Edges of the parts on the strip; evenly spaced where nothing could be computed. */
export function partEdges(layout: StripLayout | null, parts: number, width: number): number[] {
  if (layout && layout.segments.length === parts)
    return [layout.start, ...layout.segments.map((segment) => segment.x1)];
  const [left, right] = margins(width);
  const step = (width - left - right) / Math.max(parts, 1);
  if (parts === 0) return [(left + width - right) / 2];
  return Array.from({ length: parts + 1 }, (_, n) => left + n * step);
}

/** Where the run ends and the antenna begins. */
export function runEnd(width: number): number {
  return width - margins(width)[1];
}

function margins(width: number): [number, number] {
  return width < NARROW ? [30, 46] : [104, 132];
}

/** The ribbon's outline: a flat top, and a lower edge that narrows within each part. */
export function ribbonPath(layout: StripLayout): string {
  const y = HEIGHT.top;
  const first = layout.segments[0]?.inHeight ?? layout.acceptedHeight;
  const back = [...layout.segments].reverse().map(({ x0, x1, inHeight, outHeight }) => {
    const mid = (x0 + x1) / 2;
    return `C${mid} ${y + outHeight} ${mid} ${y + inHeight} ${x0} ${y + inHeight}`;
  });
  const last = layout.segments.at(-1)?.outHeight ?? first;
  const level = back.length ? back.join('') : `H${layout.start}`;
  return `M${layout.start} ${y}H${layout.end}V${y + last}${level}Z`;
}

function waveLine(volts: number[], highest: number, x0: number, x1: number): string[] {
  const n = volts.length - 1;
  return volts.map((v, i) => {
    const x = x0 + ((x1 - x0) * i) / n;
    return `${x.toFixed(1)} ${(HEIGHT.waveBase - (v / highest) * HEIGHT.wave).toFixed(1)}`;
  });
}

/** Between the lowest and the highest voltage that the unknown phase leaves open. */
export function bandPath(low: number[], high: number[], highest: number, x0: number, x1: number): string {
  const below = waveLine(low, highest, x0, x1).reverse();
  return `M${waveLine(high, highest, x0, x1).join('L')}L${below.join('L')}Z`;
}

/** The standing wave over one line as an area path, its crest scaled to the highest on the strip. */
export function wavePath(volts: number[], highest: number, x0: number, x1: number): string {
  const points = waveLine(volts, highest, x0, x1).join('L');
  return `M${x0} ${HEIGHT.waveBase}L${points}L${x1} ${HEIGHT.waveBase}Z`;
}
