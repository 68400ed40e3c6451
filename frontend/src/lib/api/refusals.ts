import type { components } from './schema';

export type Refusal = components['schemas']['Refusal'];

/** What the server refused, of the body of its answer. */
export function refusalsOf(error: unknown): Refusal[] {
  return (error as { errors?: Refusal[] } | undefined)?.errors ?? [];
}

/** The first refusal as a sentence of its own. `names` tells what the page calls a place. */
export function sentenceOf(error: unknown, names: Record<string, string> = {}): string {
  const first = refusalsOf(error)[0];
  if (!first) return 'The server does not answer.';
  const named = names[first.place.replace(/^(document|own)\.?/, '')];
  if (named === undefined || !/^\p{Ll}/u.test(first.rule)) return first.sentence;
  return `${/^line \d/.test(named) ? 'L' + named.slice(1) : `The ${named}`} ${first.rule}${first.rule.endsWith('.') ? '' : '.'}`;
}
