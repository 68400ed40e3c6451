import { storage } from '../ui/storage.svelte';

const KEY = 'tithe-tab';
const LOCK = 'tithe-tab/';
/** A tab that is loaded anew gives its name back in that time. */
const PATIENCE_MS = 400;
/** Without locks a tab that wrote that lately is taken to be open. */
const LATELY_MS = 60_000;

const fresh = () => Math.random().toString(36).slice(2);
let mine: Promise<string> | undefined;

/** This tab's own name, the same across its reloads; a tab made from another one gets one of its own. */
export function ownTab(): Promise<string> {
  return (mine ??= claim(storage.readTab(KEY) ?? fresh()));
}

async function claim(name: string): Promise<string> {
  const free = !navigator.locks || (await held(name));
  const own = free ? name : fresh();
  if (!free) await held(own);
  storage.writeTab(KEY, own);
  return own;
}

/** Take a name for as long as the tab is open; whether it was to be had. */
function held(name: string): Promise<boolean> {
  return new Promise((done) => {
    navigator.locks
      .request(LOCK + name, { signal: AbortSignal.timeout(PATIENCE_MS) }, () => {
        done(true);
        return new Promise(() => undefined);
      })
      .catch(() => done(false));
  });
}

/** Which tabs are open, of those that wrote something at some time. */
export async function openTabs(): Promise<(name: string, wrote: number) => boolean> {
  if (!navigator.locks) return (_, wrote) => Date.now() - wrote < LATELY_MS;
  const names = new Set((await navigator.locks.query()).held?.map((lock) => lock.name) ?? []);
  return (name) => names.has(LOCK + name);
}
