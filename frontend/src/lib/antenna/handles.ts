/** What of a planned antenna can be taken hold of on its drawing, and what moving it changes. */
import type { PlannedAntenna, PlannedOut } from '../api/client';

/** East, north, up, in m. */
export type Spot = readonly [number, number, number];

export interface Handle {
  id: string;
  name: string;
  at: Spot;
  /** Seen from the side, from above, or from both. */
  views: readonly ('side' | 'plan')[];
  /** The antenna with this moved to a spot. */
  moved: (to: Spot) => PlannedAntenna;
}

/** Lengths are laid out to five centimetres: nobody cuts a plan finer. */
const STEP_M = 0.05;
const LEAST_M = 0.5;
const round = (metres: number) => Number((Math.round(metres / STEP_M) * STEP_M).toFixed(2));
const length = (metres: number) => Math.max(LEAST_M, round(metres));
const height = (metres: number) => Math.max(0.1, round(metres));
const SIDE = ['side'] as const;
const PLAN = ['plan'] as const;
const LOWEST_ANGLE = 40;

const spot = (at: readonly number[]): Spot => [at[0] ?? 0, at[1] ?? 0, at[2] ?? 0];

/** Of a shape as it is typed; `planned` says where its wires run. */
export function handlesOf(antenna: PlannedAntenna, planned: PlannedOut): Handle[] {
  const feed = spot(planned.feed);
  switch (antenna.shape) {
    case 'dipole': {
      const share = antenna.feed_share ?? 0.5;
      const reach = (out: number, part: number) => length(Math.abs(out) / Math.max(part, 0.01));
      const end = (id: string, name: string, way: -1 | 1): Handle => {
        const part = way > 0 ? 1 - share : share;
        return {
          id,
          name,
          at: [way * part * antenna.length_m, 0, feed[2]],
          views: SIDE,
          moved: ([x, , z]) => ({ ...antenna, length_m: reach(x, part), height_m: height(z) }),
        };
      };
      return [end('left', 'its left end', -1), end('right', 'its right end', 1)];
    }
    case 'inverted-vee': {
      const half = ((antenna.angle_deg ?? 120) * Math.PI) / 360;
      const out = antenna.leg_m * Math.sin(half);
      const low = feed[2] - antenna.leg_m * Math.cos(half);
      const leg = (id: string, name: string, way: -1 | 1): Handle => ({
        id,
        name,
        at: [way * out, 0, low],
        views: SIDE,
        moved: ([x, , z]) => {
          const drop = Math.max(0, feed[2] - Math.max(z, 0.2));
          const across = Math.max(Math.abs(x), LEAST_M);
          const angle = (2 * Math.atan2(across, drop) * 180) / Math.PI;
          return {
            ...antenna,
            leg_m: length(Math.hypot(across, drop)),
            angle_deg: Math.min(180, Math.max(LOWEST_ANGLE, Math.round(angle))),
          };
        },
      });
      const apex: Handle = {
        id: 'apex',
        name: 'its apex',
        at: feed,
        views: SIDE,
        moved: ([, , z]) => ({
          ...antenna,
          apex_m: Math.max(height(z), round(antenna.leg_m * Math.cos(half) + 0.2)),
        }),
      };
      return [apex, leg('left', 'its left end', -1), leg('right', 'its right end', 1)];
    }
    case 'end-fed': {
      const near = feed[2];
      const ends = planned.wires.map(({ end }) => spot(end));
      const [wire, counterpoise] = ends.slice(-2);
      const start = ends.length > 2 ? (ends[0] ?? feed) : feed;
      const before = ends.length > 2 ? Number(antenna.bend_m) : 0;
      const far: Handle = {
        id: 'far',
        name: 'the wire’s far end',
        at: wire ?? feed,
        views: SIDE,
        moved: ([x, , z]) => {
          const up = height(z);
          const run = Math.hypot(Math.max(x - start[0], 0.2), up - start[2]);
          return { ...antenna, far_height_m: up, wire_m: length(before + run + STEP_M / 2) };
        },
      };
      const farEnd: Handle = {
        id: 'counterpoise',
        name: 'the counterpoise’s end',
        at: counterpoise ?? feed,
        views: SIDE,
        moved: ([x, , z]) => {
          const up = height(z);
          const across = Math.max(-x, 0.2);
          return {
            ...antenna,
            counterpoise_height_m: up,
            counterpoise_m: length(Math.hypot(across, up - near) + STEP_M / 2),
          };
        },
      };
      const foot: Handle = {
        id: 'feed',
        name: 'its feed',
        at: feed,
        views: SIDE,
        moved: ([, , z]) => ({ ...antenna, near_height_m: height(z) }),
      };
      const bend: Handle = {
        id: 'bend',
        name: 'its bend',
        at: start,
        views: SIDE,
        moved: ([x, , z]) => {
          const up = height(z);
          const along = length(Math.hypot(Math.max(x, 0.2), up - near) + STEP_M / 2);
          return {
            ...antenna,
            bend_height_m: up,
            bend_m: along,
            wire_m: round(antenna.wire_m - before + along),
          };
        },
      };
      return before > 0 ? [far, farEnd, foot, bend] : [far, farEnd, foot];
    }
    case 'vertical':
    case 'whip': {
      const foot = feed[2];
      const top: Handle = {
        id: 'top',
        name: 'its top',
        at: [0, 0, foot + antenna.height_m],
        views: SIDE,
        moved: ([, , z]) => ({ ...antenna, height_m: length(z - foot) }),
      };
      const handles = [top];
      const coil = antenna.coil;
      if (coil)
        handles.push({
          id: 'coil',
          name: 'its coil',
          at: [0, 0, foot + (coil.at_share ?? 0.5) * antenna.height_m],
          views: SIDE,
          moved: ([, , z]) => {
            const share = Math.min(0.95, Math.max(0, (z - foot) / antenna.height_m));
            return { ...antenna, coil: { ...coil, at_share: Number(share.toFixed(2)) } };
          },
        });
      if (antenna.shape === 'vertical' && (antenna.radials ?? 16) > 0)
        handles.push({
          id: 'radial',
          name: 'the radials’ ends',
          at: [antenna.radial_m ?? 10, 0, foot],
          views: [...SIDE, ...PLAN],
          moved: ([x, y]) => ({ ...antenna, radial_m: length(Math.hypot(x, y)) }),
        });
      return handles;
    }
    case 'fan': {
      const [longest] = [...antenna.lengths_m.keys()].sort(
        (a, b) => (antenna.lengths_m[b] ?? 0) - (antenna.lengths_m[a] ?? 0),
      );
      const tip = planned.wires[2 + 2 * (longest ?? 0)]?.end;
      if (!tip) return [];
      return [
        {
          id: 'longest',
          name: 'the longest dipole’s end',
          at: spot(tip),
          views: SIDE,
          moved: ([x, , z]) => ({
            ...antenna,
            height_m: height(z),
            lengths_m: antenna.lengths_m.map((length_m, n) =>
              n === longest ? length(2 * Math.hypot(x, tip[1] ?? 0)) : length_m,
            ),
          }),
        },
      ];
    }
    case 'wires':
      return antenna.wires.flatMap((wire, n) =>
        ([0, 3] as const).map((from): Handle => {
          const at: Spot = [wire[from], wire[from + 1] ?? 0, wire[from + 2] ?? 0];
          return {
            id: `wire-${n}-${from}`,
            name: `wire ${n + 1}, its ${from ? 'second' : 'first'} end`,
            at,
            views: [...SIDE, ...PLAN],
            moved: (to) => withEnd(antenna, at, to),
          };
        }),
      );
  }
}

type Wires = Extract<PlannedAntenna, { shape: 'wires' }>;

/** All that stands at a point goes along: wires that join stay joined, and the feed stays where it is fed. */
function withEnd(antenna: Wires, from: Spot, to: Spot): Wires {
  const atStart = (at: readonly number[]) =>
    Math.hypot(...at.map((value, k) => value - (from[k] ?? 0))) < 1e-6;
  const target = to.map(round) as [number, number, number];
  const wires = antenna.wires.map((wire) => {
    const [start, end] = [wire.slice(0, 3), wire.slice(3)];
    return [...(atStart(start) ? target : start), ...(atStart(end) ? target : end)];
  });
  return {
    ...antenna,
    wires: wires as Wires['wires'],
    feed: atStart(antenna.feed) ? target : antenna.feed,
  };
}
