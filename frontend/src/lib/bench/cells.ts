import type { Cell } from './bench.svelte';

/** A reading as a cell: a return loss as typed, or a Γ, which holds its phase. */
export function measuredCell(reading: number | [number, number]): Cell {
  if (typeof reading === 'number') return { text: String(Number(reading.toFixed(4))) };
  return { text: 'with phase', gamma: reading };
}
