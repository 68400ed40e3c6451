/** The reach of a tuner as a picture: cells of one class of loss, or of the power borne, as one path each. */
import type { ReachOut } from '../api/client';

export interface Class {
  name: string;
  path: string;
  /** How strong its colour is, 0 to 1. */
  strength: number;
}
const LOSSES = [0.1, 0.2, 0.5, 1, 2, 5];

/** What it loses, dB, and last where nothing matches. */
export function byLoss(reach: ReachOut, toX: (re: number) => number, toY: (im: number) => number): Class[] {
  const of = (n: number) => {
    const loss = reach.loss_db[n] ?? null;
    return loss === null ? null : LOSSES.findIndex((most) => loss <= most);
  };
  const names = [...LOSSES.map((most) => `to ${most} dB`), 'more'];
  return classes(reach, of, names, toX, toY);
}

/** The power it bears beside the radio's. */
export function byPower(
  reach: ReachOut,
  power_w: number,
  toX: (re: number) => number,
  toY: (im: number) => number,
): Class[] {
  const shares = [4, 2, 1, 0.5, 0.25];
  const of = (n: number) => {
    if ((reach.loss_db[n] ?? null) === null) return null;
    const limit = reach.limit_w[n] ?? Infinity;
    return shares.findIndex((share) => limit >= share * power_w);
  };
  const watts = shares.map((share) => Math.round(share * power_w).toLocaleString('en'));
  const names = [...watts.map((text) => `${text} W or more`), `below ${watts.at(-1) ?? ''} W`];
  return classes(reach, of, names, toX, toY);
}

/** `of` tells the class of a cell, −1 for the last, null where nothing matches. */
function classes(
  reach: ReachOut,
  of: (n: number) => number | null,
  names: string[],
  toX: (re: number) => number,
  toY: (im: number) => number,
): Class[] {
  const paths = names.map(() => '');
  const wide = Math.abs(toX(reach.cell) - toX(0)) + 0.35; // neighbours overlap by a hair
  reach.re.forEach((re, n) => {
    const k = of(n);
    if (k === null) return;
    const x = (toX(re) - wide / 2).toFixed(1);
    const y = (toY(reach.im[n] ?? 0) - wide / 2).toFixed(1);
    paths[k === -1 ? names.length - 1 : k] +=
      `M${x} ${y}h${wide.toFixed(1)}v${wide.toFixed(1)}h-${wide.toFixed(1)}z`;
  });
  return names.map((name, k) => ({ name, path: paths[k] ?? '', strength: k / names.length }));
}

export interface Ring {
  name: string;
  matched: number;
  least: number | null;
  most: number | null;
  bears: number | null;
}
const SWRS = [1, 2, 3, 5, 10, 30, Infinity];

/** The same as a table: loads by their SWR. */
export function rings(reach: ReachOut): Ring[] {
  const ratios = reach.re.map((re, n) => {
    const rho = Math.hypot(re, reach.im[n] ?? 0);
    return (1 + rho) / (1 - rho);
  });
  return SWRS.slice(1).map((high, k) => {
    const low = SWRS[k] ?? 1;
    const mine = ratios.flatMap((ratio, n) => (ratio >= low && ratio < high ? [n] : []));
    const losses = mine.flatMap((n) => reach.loss_db[n] ?? []);
    const limits = mine.flatMap((n) => reach.limit_w[n] ?? []);
    return {
      name: high === Infinity ? `above ${low}` : `${low} to ${high}`,
      matched: mine.length ? losses.length / mine.length : 0,
      least: losses.length ? Math.min(...losses) : null,
      most: losses.length ? Math.max(...losses) : null,
      bears: limits.length ? Math.min(...limits) : null,
    };
  });
}
