/** What jsdom lacks, and what is the same for all tests. Files of tests share a process, not what the page
 * keeps: its modules are fetched anew for each, and what an earlier file left running is stopped. */
import { configure } from '@testing-library/dom';
import { threadId } from 'node:worker_threads';
import { afterAll, afterEach, beforeEach, vi } from 'vitest';

vi.mock('../../frontend/src/lib/station/database', () => import('./browser'));
vi.resetModules();
const { emptyDatabase } = await import('./browser');
beforeEach(emptyDatabase);
afterEach(() => {
  vi.useRealTimers();
});

/** A loaded machine is slower, not wrong: what is waited for may take its time. */
configure({ asyncUtilTimeout: 30_000 });

/** Timers that a file of tests began. */
const begun = new Set<ReturnType<typeof setTimeout>>();
for (const name of ['setTimeout', 'setInterval'] as const) {
  const plain = globalThis[name];
  globalThis[name] = ((...given: Parameters<typeof plain>) => {
    const timer = plain(...given);
    begun.add(timer);
    return timer;
  }) as typeof plain;
  afterAll(() => {
    globalThis[name] = plain;
  });
}
afterAll(() => begun.forEach((timer) => clearTimeout(timer)));

/** Files that run at once are no tabs of one browser: what one of them changes is no news to another. */
const Channel = globalThis.BroadcastChannel;
globalThis.BroadcastChannel = class extends Channel {
  constructor(name: string) {
    super(`${String(threadId)} ${name}`);
  }
};
afterAll(() => {
  globalThis.BroadcastChannel = Channel;
});

/** A wide screen. */
const wide = { matches: false, addEventListener: () => undefined, removeEventListener: () => undefined };
window.matchMedia ??= () => wide as unknown as MediaQueryList;
