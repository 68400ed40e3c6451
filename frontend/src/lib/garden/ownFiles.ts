/** The page's own files are kept in the browser, so that it opens without a connection: `garden-worker.ts`. */
const KEPT = 'tithe-garden';
const PAGE = '/garden';

/** Keep all that this page was made of, and nothing else; where the browser lets it. */
export async function keepOwnFiles(): Promise<void> {
  if (!('serviceWorker' in navigator) || !('caches' in globalThis)) return;
  try {
    await navigator.serviceWorker.register('/static/garden-worker.js', { scope: PAGE });
    await document.fonts.ready;
    const kept = await caches.open(KEPT);
    const page = await fetch(location.pathname);
    if (!page.ok || page.redirected) return;
    const files = [...usedFiles(), new URL('/static/garden.webmanifest', location.origin).href];
    const there = (await kept.keys()).map((one) => one.url);
    await kept.addAll(files.filter((file) => !there.includes(file)));
    await kept.put(PAGE, page);
    for (const file of there)
      if (!files.includes(file) && new URL(file).pathname !== PAGE) await kept.delete(file);
  } catch {
    // Without a connection, without room or where the browser blocks it, the page is the one that is there.
  }
}

function usedFiles(): string[] {
  const all = performance.getEntriesByType('resource').map(({ name }) => name);
  const own = all.filter((name) => name.startsWith(`${location.origin}/static/`));
  return [...new Set(own)].filter((name) => !name.endsWith('.webmanifest') && !name.endsWith('-worker.js'));
}

/** Whoever leaves takes the page's files along. */
export async function dropOwnFiles(): Promise<void> {
  if ('caches' in globalThis) await caches.delete(KEPT);
}
