/** How lines laid side by side are told apart: a stroke and a dash each, never by colour alone. */
export const STROKES = [
  { colour: 'var(--heat-ink)', dash: '' },
  { colour: 'var(--standing-ink)', dash: '7 3' },
  { colour: 'var(--radiated-ink)', dash: '2 3' },
] as const;

/** The n-th of them. */
export function strokeOf(n: number) {
  return STROKES[n % STROKES.length] ?? STROKES[0];
}
