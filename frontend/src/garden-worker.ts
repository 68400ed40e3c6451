/** Keeps the garden's page itself, so that it opens where nothing is to be reached: its own files, no data. */

interface Fetching extends Event {
  readonly request: Request;
  respondWith(answer: Promise<Response>): void;
}
interface Begun extends Event {
  waitUntil(done: Promise<unknown>): void;
}
interface Worker_ {
  addEventListener(kind: 'fetch', then: (event: Fetching) => void): void;
  addEventListener(kind: 'install' | 'activate', then: (event: Begun) => void): void;
  skipWaiting(): Promise<void>;
  readonly clients: { claim(): Promise<void> };
}
const worker = globalThis as unknown as Worker_;

const KEPT = 'tithe-garden';
const PAGE = '/garden';
/** So long a page is waited for before the one that is kept is shown. */
const PATIENCE_MS = 4000;

worker.addEventListener('install', (event) => event.waitUntil(worker.skipWaiting()));
worker.addEventListener('activate', (event) => event.waitUntil(worker.clients.claim()));
worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== location.origin) return;
  if (request.mode === 'navigate' && /^\/garden(\/\d*)?$/.test(pathname)) event.respondWith(page(request));
  else if (pathname.startsWith('/static/')) event.respondWith(own(request));
});

/** The page of now, or, where none comes, the one that is kept: it is the same for every station. */
async function page(request: Request): Promise<Response> {
  const kept = await (await caches.open(KEPT)).match(PAGE);
  if (!kept) return fetch(request);
  const late = new Promise<Response>((done) => setTimeout(() => done(kept.clone()), PATIENCE_MS));
  const now = fetch(request).then(
    async (answer) => {
      // Led to the log-in: this phone is not let in any more, and shows nothing of before either.
      if (answer.type === 'opaqueredirect') await caches.delete(KEPT);
      return answer.status >= 500 ? kept.clone() : answer;
    },
    () => kept.clone(),
  );
  return Promise.race([now, late]);
}

async function own(request: Request): Promise<Response> {
  return (await (await caches.open(KEPT)).match(request)) ?? fetch(request);
}
