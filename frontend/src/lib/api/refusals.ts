import type { components } from './schema';

export type Refusal = components['schemas']['Refusal'];

/** What the server refused, of the body of its answer. */
export function refusalsOf(error: unknown): Refusal[] {
  return (error as { errors?: Refusal[] } | undefined)?.errors ?? [];
}

/** The first refusal as a sentence of its own. */
export function sentenceOf(error: unknown): string {
  return refusalsOf(error)[0]?.sentence ?? 'The server does not answer.';
}
