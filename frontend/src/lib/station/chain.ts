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
