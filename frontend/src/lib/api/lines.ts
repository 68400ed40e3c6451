import { ownToken } from '../people/person';
import type { Refusal } from './refusals';
import { FOLDER, server } from './server.svelte';
import type { BodyOf, LineOf, StreamPath } from './typed';

/** A line of any stream may say that it ends there, and why. */
export interface Refused {
  errors?: Refusal[];
}

/** The lines of a stream of text, as they arrive; empty ones left out. */
export async function* textLines(stream: ReadableStream<Uint8Array>): AsyncGenerator<string> {
  const decoder = new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>;
  const reader = stream.pipeThrough(decoder).getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    rest += value ?? '';
    const lines = rest.split('\n');
    rest = done ? '' : (lines.pop() ?? '');
    for (const line of lines) if (line.trim()) yield line;
    if (done) return;
  }
}

/** How long the next line is waited for. */
const SILENCE_S = 150;
/** What a stream that ends without its answer comes to. */
export const CUT_OFF = 'The server’s answer was cut off. It is asked again.';

/** The lines with which the server answers a question that takes long. Fails where they do not come, or are none. */
export async function* streamed<P extends StreamPath>(
  path: P,
  body: BodyOf<P, 'post'>,
  signal: AbortSignal,
): AsyncGenerator<LineOf<P> & Refused> {
  const giveUp = new AbortController();
  const give = () => giveUp.abort();
  signal.addEventListener('abort', give);
  let timer = setTimeout(give, 1000 * SILENCE_S);
  try {
    const response = await fetch(
      new Request(location.origin + path, {
        method: 'POST',
        headers: {
          'Content-Type': 'application/json',
          ...ownToken(),
          ...(server.folder ? { [FOLDER]: server.folder } : {}),
        },
        body: JSON.stringify(body),
        signal: giveUp.signal,
      }),
    );
    server.heard(response.headers, response.status === 412);
    for await (const line of linesOf<LineOf<P> & Refused>(response)) {
      clearTimeout(timer);
      timer = setTimeout(give, 1000 * SILENCE_S);
      yield line;
    }
  } catch (error) {
    if (error instanceof TypeError && !signal.aborted) server.lost(); // nobody answered
    throw error;
  } finally {
    clearTimeout(timer);
    signal.removeEventListener('abort', give);
  }
}

/** Why a stream failed, as a sentence. */
export function brokenStream(error: unknown): string {
  return error instanceof SyntaxError ? CUT_OFF : 'The server does not answer. It is asked again.';
}

/** The JSON objects of a response that sends one a line, as they arrive. */
export async function* linesOf<T>(response: Response): AsyncGenerator<T> {
  if (!response.body) return;
  for await (const line of textLines(response.body)) yield JSON.parse(line) as T;
}
