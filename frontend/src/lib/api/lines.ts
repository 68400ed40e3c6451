/** The JSON objects of a response that sends one a line, as they arrive. */
export async function* linesOf<T>(response: Response): AsyncGenerator<T> {
  const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
  if (!reader) return;
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    rest += value ?? '';
    const lines = rest.split('\n');
    rest = done ? '' : (lines.pop() ?? '');
    for (const line of lines) if (line.trim()) yield JSON.parse(line) as T;
    if (done) return;
  }
}
