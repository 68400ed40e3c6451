/** Marks that mean the same in every picture. */

/** The lowest SWR: a triangle under its point. */
export function lowest(x: number, y: number): string {
  return `M${x} ${y + 3}l-5 9h10Z`;
}

/** A sweep laid under another: dashes by its number. */
export function dashes(n: number): string {
  return ['5 3', '2 3', '8 3 2 3', '1 2'][n % 4] ?? '';
}
