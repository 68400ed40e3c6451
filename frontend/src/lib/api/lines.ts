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

/** The JSON objects of a response that sends one a line, as they arrive. */
export async function* linesOf<T>(response: Response): AsyncGenerator<T> {
  if (!response.body) return;
  for await (const line of textLines(response.body)) yield JSON.parse(line) as T;
}
