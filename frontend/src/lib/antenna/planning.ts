/** Antennas that are planned: their shapes, and what a new one begins with. */
import type { Bands, PlannedAntenna } from '../api/client';

export const SHAPES: [PlannedAntenna['shape'], string][] = [
  ['dipole', 'a level dipole'],
  ['inverted-vee', 'an inverted vee'],
  ['end-fed', 'a wire fed at its end'],
  ['vertical', 'a vertical over radials'],
  ['whip', 'a whip, mobile or portable'],
  ['fan', 'several dipoles at one feedpoint'],
  ['wires', 'own wires, by their ends'],
];
const LIGHT_M_PER_US = 299.792458;
/** How much shorter than half a wave a wire resonates. */
const SHORTENED = 0.96;

/** The measures that a shape cannot do without: resonant at the frequency, or usual in a garden. */
const NEEDED: Record<PlannedAntenna['shape'], (half_m: number) => object> = {
  dipole: (half) => ({ length_m: half, height_m: 9 }),
  'inverted-vee': (half) => ({ leg_m: half / 2, apex_m: Math.max(9, half / 4 + 2) }),
  'end-fed': () => ({ wire_m: 16 }),
  vertical: (half) => ({ height_m: half / 2 }),
  whip: () => ({ height_m: 2.5 }),
  fan: (half) => ({ lengths_m: [half, half / 2] }),
  wires: (half) => ({ wires: [[-half / 2, 0, 9, half / 2, 0, 9]], feed: [0, 0, 9] }),
};
const KEPT = ['kind', 'label', 'loss_ohm', 'wire_mm', 'conductor', 'insulated', 'ground', 'spread'] as const;

/** Another shape, for a frequency; wire and ground stay what they were. */
export function planned(shape: PlannedAntenna['shape'], mhz: number, before: object = {}): PlannedAntenna {
  const half = 2 * Number(((SHORTENED * LIGHT_M_PER_US) / mhz / 4).toFixed(2));
  const kept = Object.entries(before).filter(([key]) => (KEPT as readonly string[]).includes(key));
  return { ...Object.fromEntries(kept), kind: 'wires', shape, ...NEEDED[shape](half) } as PlannedAntenna;
}

type Point = readonly number[];
export interface Drawn {
  start: Point;
  end: Point;
}

/** How metres become places in a picture: one scale for both ways, all points inside. */
export function scaleOf(
  points: readonly (readonly [number, number])[],
  width: number,
  height: number,
  margin: number,
): {
  at: (across: number, up: number) => [number, number];
  back: (x: number, y: number) => [number, number];
  metre: number;
} {
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const metre = Math.min(
    (width - 2 * margin) / Math.max(right - left, 1e-6),
    (height - 2 * margin) / Math.max(high - low, 1e-6),
  );
  const x0 = width / 2 - (metre * (left + right)) / 2;
  const y0 = height / 2 + (metre * (low + high)) / 2;
  return {
    at: (across, up) => [x0 + metre * across, y0 - metre * up],
    back: (x, y) => [(x - x0) / metre, (y0 - y) / metre],
    metre,
  };
}

/** The measure that makes a shape longer or shorter; none of those that have several. */
export function lengthOf(antenna: PlannedAntenna): number | null {
  switch (antenna.shape) {
    case 'dipole':
      return antenna.length_m;
    case 'inverted-vee':
      return antenna.leg_m;
    case 'end-fed':
      return antenna.wire_m;
    case 'vertical':
    case 'whip':
      return antenna.height_m;
    default:
      return null;
  }
}

/** Every band and its edges, MHz; with no bands a little round the frequency looked at. */
export function rowsOf(bands: Bands, mhz: number): { name: string; edges: readonly [number, number] }[] {
  if (!bands.length) return [{ name: 'here', edges: [mhz * 0.98, mhz * 1.02] }];
  return bands.map(({ name, low_mhz, high_mhz }) => ({ name, edges: [low_mhz, high_mhz] as const }));
}
