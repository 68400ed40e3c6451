import type { Candidate, ChooseAnswer } from '../api/client';

/** A column: the score, how far it is behind in nine cases of ten, the cost, the placement's name, or the number of a band. */
export type Column = 'score' | 'behind' | 'cost' | 'name' | number;

export function sorted(candidates: Candidate[], by: Column): Candidate[] {
  const rows = [...candidates];
  if (by === 'score') return rows;
  if (by === 'name') return rows.sort((a, b) => a.name.localeCompare(b.name));
  if (by === 'behind')
    return rows.sort((a, b) => (a.behind_db.nine_of_ten ?? Infinity) - (b.behind_db.nine_of_ten ?? Infinity));
  if (by === 'cost') return rows.sort((a, b) => (a.cost ?? Infinity) - (b.cost ?? Infinity));
  return rows.sort((a, b) => (b.cells[by]?.radiated_w ?? 0) - (a.cells[by]?.radiated_w ?? 0));
}

/** The first ones, and always what stands now, the decision and what is looked at. */
export function firstRows(
  rows: Candidate[],
  answer: ChooseAnswer,
  chosen: string,
  count: number,
): Candidate[] {
  const always = new Set(['present', answer.decision, answer.best, chosen]);
  const first = new Set(rows.slice(0, count).map((row) => row.id));
  return rows.filter((row) => first.has(row.id) || always.has(row.id));
}
