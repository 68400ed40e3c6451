/** A place and what hangs in it as points of two pictures: from above and from the side. */
import type { AntennasAnswer, StationFile } from '../api/client';

export type Place = NonNullable<StationFile['place']>;
export type DrawnAntenna = AntennasAnswer['drawn'][number];
/** Along the place, across it, up, in m. */
export type Point = readonly [number, number, number];

export type Kind = NonNullable<Place['not']>[number];
export const KINDS: [Kind, string][] = [
  ['level', 'level wires'],
  ['vee', 'inverted vees'],
  ['end-fed', 'end-fed wires'],
  ['vertical', 'verticals'],
  ['fan', 'fans of dipoles'],
];

/** Places are measured with steps, not with a rule. */
const STEP_M = 0.1;
const snapped = (metres: number, most: number) =>
  Number(Math.min(most, Math.max(0, Math.round(metres / STEP_M) * STEP_M)).toFixed(1));
const LOWEST_M = 1;
const HIGHEST_M = 60;
export const number = (value: unknown) => (Number.isFinite(Number(value)) ? Number(value) : 0);

/** A support or the house (null) moved to a spot, inside the place. */
export function moved(place: Place, support: number | null, x: number, y: number): Place {
  const to = { x_m: snapped(x, number(place.length_m)), y_m: snapped(y, number(place.breadth_m)) };
  if (support === null) return { ...place, house: to };
  const supports = (place.supports ?? []).map((before, n) => (n === support ? { ...before, ...to } : before));
  return { ...place, supports };
}

/** A support of another height. */
export function raised(place: Place, support: number, height: number): Place {
  const height_m = Math.max(LOWEST_M, snapped(height, HIGHEST_M));
  return {
    ...place,
    supports: (place.supports ?? []).map((before, n) => (n === support ? { ...before, height_m } : before)),
  };
}

/** Where a point of an antenna's own drawing is in the place. */
export function inPlace(antenna: DrawnAntenna, x: number, y: number, z: number): Point {
  const turned = (antenna.turned_deg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turned), Math.sin(turned)];
  return [antenna.x_m + x * cos - y * sin, antenna.y_m + x * sin + y * cos, z];
}

/** Its wires in the place, each from one point to another. */
export function wiresInPlace(antenna: DrawnAntenna): [Point, Point][] {
  return antenna.wires.map(([x = 0, y = 0, z = 0, x2 = 0, y2 = 0, z2 = 0]) => [
    inPlace(antenna, x, y, z),
    inPlace(antenna, x2, y2, z2),
  ]);
}

/** One scale for the pictures above each other, so that a mast is as long as the garden says it is. */
export function metreOf(place: Place, drawn: readonly Point[], width: number, margin: number): number {
  const along = Math.max(number(place.length_m), 1);
  const broad = Math.max(number(place.breadth_m), 1);
  return Math.min((width - 2 * margin) / along, 190 / broad, 130 / highest(place, drawn));
}

/** How high the picture from the side must reach, m. */
export function highest(place: Place, drawn: readonly Point[]): number {
  const heightsM = (place.supports ?? []).map((support) => number(support.height_m));
  return Math.max(4, ...heightsM, ...drawn.map(([, , z]) => z));
}
