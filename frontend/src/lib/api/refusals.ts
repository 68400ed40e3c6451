import type { components } from './schema';

export type Refusal = components['schemas']['Refusal'];

/** What the server refused, of the body of its answer. */
export function refusalsOf(error: unknown): Refusal[] {
  return (error as { errors?: Refusal[] } | undefined)?.errors ?? [];
}

/** Rules that want a subject before them. */
const READS_ON = /^(is|are|must|has|have|holds|leaves|rules|names|cannot|returns|makes|mixes) /;

/**
 * The first refusal as a sentence of its own. `names` tells what the page calls a place; others go by the
 * server's name for them.
 */
export function sentenceOf(error: unknown, names: Record<string, string> = {}): string {
  const first = refusalsOf(error)[0];
  if (!first) return 'The server does not answer.';
  const place = first.place.replace(/^(document|own)\.?/, '');
  const named = names[place] ?? place;
  const subject =
    place && READS_ON.test(first.rule) ? `${/^line \d/.test(named) ? '' : 'The '}${named} ` : '';
  const text = `${subject}${first.rule}`;
  return `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}${text.endsWith('.') ? '' : '.'}`;
}
