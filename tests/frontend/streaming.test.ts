import { expect, test, vi } from 'vitest';
import { Streaming } from '../../frontend/src/lib/api/streaming.svelte';
import { settled } from './server';

test('a question that takes a while tells how far it is and can be given up', async () => {
  let go: (line: string) => void = () => undefined;
  let ended = false;
  vi.stubGlobal('fetch', (request: Request) => {
    const encoder = new TextEncoder();
    const body = new ReadableStream<Uint8Array>({
      start(controller) {
        go = (line) => controller.enqueue(encoder.encode(`${line}\n`));
        request.signal.addEventListener('abort', () => {
          ended = true;
          controller.error(new Error('aborted'));
        });
      },
    });
    return Promise.resolve(new Response(body));
  });
  const asking = new Streaming<{ found: number }>('/api/x');
  void asking.ask({ a: 1 });
  await settled();
  go('{"done": 3, "of": 9}');
  await settled();
  expect(asking.progress).toEqual({ done: 3, of: 9 });
  asking.cancel();
  await settled();
  expect([ended, asking.progress, asking.trouble, asking.answer]).toEqual([true, null, '', null]);
});
