/** Antennas by places of the match: which rows and columns a ranking has, and what is asked of them. */
import type { AntennaRow, AntennasAnswer } from '../api/client';

export interface Wanted {
  kind: string;
  line: string;
  /** Nothing dearer; null: whatever it costs. */
  most: number | null;
}
export const ANYTHING: Wanted = { kind: '', line: '', most: null };

export interface AntennaLine {
  drawn: number;
  name: string;
  best: AntennaRow;
  cells: (AntennaRow | null)[];
}
export interface Table {
  places: { id: string; name: string }[];
  lines: AntennaLine[];
}

/** What is asked for, the antennas and the places of the match with the most watts first. */
export function tableOf(answer: AntennasAnswer, wanted: Wanted): Table {
  const rows = answer.rows.filter(
    (row) =>
      (!wanted.kind || answer.drawn[row.drawn]?.kind === wanted.kind) &&
      (!wanted.line || row.line === wanted.line) &&
      (wanted.most === null || (row.cost !== null && row.cost <= wanted.most)),
  );
  rows.sort((a, b) => b.watts - a.watts);
  const places = new Map(rows.map((row) => [row.placement, row.placement_name]));
  const lines = new Map<number, AntennaLine>();
  for (const row of rows) {
    const own = lines.get(row.drawn);
    const cells = [...places.keys()].map((id) => (id === row.placement ? row : null));
    if (!own) lines.set(row.drawn, { drawn: row.drawn, name: row.antenna_name, best: row, cells });
    else own.cells = own.cells.map((cell, n) => cell ?? cells[n] ?? null);
  }
  return {
    places: [...places].map(([id, name]) => ({ id, name })),
    lines: [...lines.values()],
  };
}

/** The lines that occur, each with its name. */
export function linesOf(answer: AntennasAnswer): [string, string][] {
  return [...new Map(answer.rows.map((row) => [row.line, row.line_name]))];
}
