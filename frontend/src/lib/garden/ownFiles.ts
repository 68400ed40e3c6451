/** The page's own files are kept in the browser, so that it opens without a connection: `garden-worker.ts`. */
const KEPT = 'tithe-garden';
const PAGE = '/garden';
/** What keeps its name from version to version. */
const NAMED = ['/static/garden.webmanifest', '/static/favicon.svg', '/static/icon-192.png'];

/** Keep all that this page was made of, and nothing else; where the browser lets it. */
export async function keepOwnFiles(): Promise<void> {
  if (!('serviceWorker' in navigator) || !('caches' in globalThis)) return;
  try {
    await navigator.serviceWorker.register('/static/garden-worker.js', { scope: PAGE });
    await navigator.storage.persist();
    await document.fonts.ready;
    await keep(await fetch(location.pathname));
  } catch {
    // Without a connection, without room or where the browser blocks it, the page is the one that is there.
  }
}

async function keep(page: Response) {
  const files = usedFiles();
  // A page of a version that came meanwhile asks for files that are not here: the next visit keeps them all.
  const wanted = (await page.clone().text()).match(/\/static\/assets\/[\w.-]+/g) ?? [];
  const whole = wanted.every((path) => files.includes(location.origin + path));
  if (!page.ok || page.redirected || !whole) return;
  const kept = await caches.open(KEPT);
  const keptUrls = (await kept.keys()).map((request) => request.url);
  await kept.addAll([...files.filter((file) => !keptUrls.includes(file)), ...NAMED]);
  await kept.put(PAGE, page);
  for (const file of keptUrls) {
    const { pathname } = new URL(file);
    if (!files.includes(file) && ![PAGE, ...NAMED].includes(pathname)) await kept.delete(file);
  }
}

function usedFiles(): string[] {
  const all = performance.getEntriesByType('resource').map(({ name }) => name);
  const own = all.filter((name) => name.startsWith(`${location.origin}/static/`));
  return [...new Set(own)].filter((name) => name.includes('/static/assets/'));
}

/** Whoever leaves takes the page's files along. */
export async function dropOwnFiles(): Promise<void> {
  if ('caches' in globalThis) await caches.delete(KEPT);
}
