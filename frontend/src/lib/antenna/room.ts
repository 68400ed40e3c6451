/** What a place has room for: antennas that fit in, as plans to start from. */
import type { PlannedAntenna } from '../api/client';
import { planned } from './planning';

export interface Room {
  length_m: number;
  breadth_m: number;
  /** Of the highest support. */
  height_m: number;
}
export interface Suggestion {
  title: string;
  why: string;
  antenna: PlannedAntenna;
}
/** Ends stay out of reach. */
const CLEAR_M = 2.5;
const QUARTER_M = 299.792458 / 4;
const short = (metres: number) => Number(metres.toFixed(1));

/** Plans for the lowest frequency wanted (MHz); none where a support is not higher than a hand reaches. */
export function suggestions(room: Room, mhz: number): Suggestion[] {
  const sides = [room.length_m, room.breadth_m, room.height_m];
  if (!sides.every((side) => Number.isFinite(side) && side > 0) || room.height_m <= CLEAR_M + 0.5) return [];
  const corner = Math.hypot(room.length_m, room.breadth_m);
  const drop = room.height_m - CLEAR_M;
  const quarter = (0.96 * QUARTER_M) / mhz;
  return [vee(corner, drop, quarter, room, mhz), endFed(corner, drop, mhz), vertical(room, quarter, mhz)];
}

/** From the support in the middle down to two corners. */
function vee(corner: number, drop: number, quarter: number, room: Room, mhz: number): Suggestion {
  const leg = Math.floor(10 * Math.min(quarter, Math.hypot(corner / 2, drop))) / 10;
  // A third of a turn where it can be; steeper where the place is small, flatter where the support is low.
  const low = Math.acos(Math.min(drop / leg, 1));
  const flat = Math.asin(Math.min(corner / 2 / leg, 1));
  const angle = Math.round((360 / Math.PI) * Math.max(low, Math.min(Math.PI / 3, flat)));
  const antenna = {
    ...planned('inverted-vee', mhz),
    leg_m: leg,
    apex_m: room.height_m,
    angle_deg: angle,
  };
  return {
    title: `An inverted vee, legs of ${leg} m`,
    why:
      leg >= Math.floor(10 * quarter) / 10
        ? 'Half a wave on the lowest band, near resonance there; the SWR to expect is told when it is planned.'
        : 'Shorter than half a wave on the lowest band: feed it with open line and a tuner.',
    antenna: antenna as PlannedAntenna,
  };
}

/** From the house up to the support, across the place. */
function endFed(corner: number, drop: number, mhz: number): Suggestion {
  const wire = short(Math.hypot(0.9 * corner, drop));
  const antenna = {
    ...planned('end-fed', mhz),
    wire_m: wire,
    near_height_m: CLEAR_M,
    far_height_m: short(CLEAR_M + drop),
    counterpoise_m: short(Math.max(corner / 4, 2)),
  };
  return {
    title: `A wire of ${wire} m, fed at its end`,
    why: 'The least to see, and the nearest to the house. It needs a tuner or transformer, and its counterpoise.',
    antenna: antenna as PlannedAntenna,
  };
}

/** Beside the support, radials on the ground all round. */
function vertical(room: Room, quarter: number, mhz: number): Suggestion {
  const height = short(Math.min(quarter, room.height_m));
  const radial = short(Math.min(quarter, Math.min(room.length_m, room.breadth_m) / 2));
  return {
    title: `A vertical of ${height} m over 16 radials`,
    why: 'Low angles for far places, and little room; what it loses lies in the ground.',
    antenna: {
      ...planned('vertical', mhz),
      height_m: height,
      radials: 16,
      radial_m: radial,
    } as PlannedAntenna,
  };
}
