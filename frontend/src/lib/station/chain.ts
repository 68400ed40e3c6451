import type { PartModel } from '../api/client';

/** A chain with a part put in before position `at`. */
export function inserted(chain: PartModel[], at: number, part: PartModel): PartModel[] {
  return [...chain.slice(0, at), part, ...chain.slice(at)];
}

export function removed(chain: PartModel[], at: number): PartModel[] {
  return chain.filter((_, n) => n !== at);
}

/** A chain with one part taken out and put back so that it stands at position `to` of the result. */
export function moved(chain: PartModel[], from: number, to: number): PartModel[] {
  const part = chain[from];
  if (!part || from === to || to < 0 || to >= chain.length) return chain;
  return inserted(removed(chain, from), to, part);
}

/** Where a part dropped at gap `gap` (0 before the first part) ends up. */
export function dropPosition(from: number, gap: number): number {
  return gap > from ? gap - 1 : gap;
}

/** The gap whose edge lies nearest to `x`. */
export function nearestGap(edges: number[], x: number): number {
  return edges.reduce(
    (best, edge, n) => (Math.abs(edge - x) < Math.abs((edges[best] ?? 0) - x) ? n : best),
    0,
  );
}

type TunerModel = Extract<PartModel, { kind: 'tuner' }>;
const COMMON = [
  'label',
  'bypassed',
  'f_min_mhz',
  'f_max_mhz',
  'max_power_w',
  'max_volts_rms',
  'passes_dc',
  'dc_on_coax',
];
const RATINGS = ['capacitor_volts', 'coil_amps', 'coil_q', 'capacitor_q', 'lead_nh', 'stray_pf'];
const RANGES = ['c_min_pf', 'c_max_pf', 'l_min_uh', 'l_max_uh', 'goal'];

/** The same tuner with another network, keeping what means the same there. */
export function withNetwork(tuner: TunerModel, network: string): TunerModel {
  const keep =
    network === 'rated'
      ? COMMON
      : network === 'stepped-l'
        ? [...COMMON, ...RATINGS]
        : [...COMMON, ...RATINGS, ...RANGES];
  const kept = Object.fromEntries(Object.entries(tuner).filter(([key]) => keep.includes(key)));
  const fresh =
    network === 'rated'
      ? { reach_swr: 3, loss_db_at_1: 0.2, loss_db_at_reach: 0.5 }
      : network === 'stepped-l'
        ? { c_step_pf: 10, c_bits: 8, l_step_uh: 0.05, l_bits: 8, done_swr: 1.5 }
        : {};
  const setting = tuner.setting === 'bypass' ? 'bypass' : 'auto';
  return { ...kept, ...fresh, kind: 'tuner', network, setting } as TunerModel;
}
