import { server } from '../api/server.svelte';
import type { KeptStation, StationFile } from '../api/client';
import { Database } from './database';
import { pack, unpack, type PackedDraft } from './packing';
import { openTabs, ownTab } from './tab';

/**
 * What the browser remembers of a station across a reload: undo and redo, and the document itself, which may be
 * newer than the last save, or wrong and so never saved. Kept by the data folder's own number and the station's.
 */
export interface Draft {
  version: number;
  /** Whether it holds something that no save has acknowledged. */
  unsaved?: boolean;
  /** The document that was last known to be kept; null: not known. */
  base: StationFile | null;
  document: StationFile;
  past: StationFile[];
  future: StationFile[];
  /** When it was written, ms. */
  at: number;
}
/** What another tab left unsaved when it was closed. */
export interface Left {
  key: IDBValidKey;
  draft: Draft;
}
/** What is remembered of a station: this tab's own draft, and what others left. */
export interface Recalled {
  own: Draft | null;
  left: Left[];
}

/** Whether all that `part` says stands in `whole`, which may say more: the server writes defaults out. */
export function holds(whole: unknown, part: unknown): boolean {
  if (part === undefined || part === null) return whole === undefined || whole === null;
  if (typeof part !== 'object') return whole === part;
  if (typeof whole !== 'object' || whole === null) return false;
  if (Array.isArray(part) && (!Array.isArray(whole) || whole.length !== part.length)) return false;
  return Object.entries(part).every(([key, value]) => holds((whole as Record<string, unknown>)[key], value));
}

/** Whether a draft goes on from what is kept: by the documents, since another folder may have the same numbers. */
export function goesOn(draft: Draft, kept: KeptStation): boolean {
  return holds(kept.document, draft.document) || (draft.base !== null && holds(kept.document, draft.base));
}

const database = new Database('drafts');
const shared = (id: number) => `${server.folder}/${id}`;
const own = async (id: number) => `${shared(id)}/${await ownTab()}`;

/** The draft of a station: what this tab has not saved yet, else its undo as last saved from any; and what is left. */
export async function recall(kept: KeptStation): Promise<Recalled> {
  const mine = await own(kept.id);
  const packed =
    (await database.get<PackedDraft>(mine)) ?? (await database.get<PackedDraft>(shared(kept.id)));
  return { own: packed?.texts ? unpack(packed) : null, left: await leftOf(kept, mine) };
}

/** What closed tabs left of a station; what has been saved since, or holds nothing new, is cleared up. */
async function leftOf(kept: KeptStation, mine: string): Promise<Left[]> {
  const open = await openTabs();
  const left: Left[] = [];
  for (const [key, packed] of await database.entries<PackedDraft>()) {
    // Those of earlier versions are kept by the station's number alone, and by its tab.
    const [, tab] = new RegExp(`^(?:${server.folder}/)?${kept.id}/([^/]+)$`).exec(String(key)) ?? [];
    if (tab === undefined || key === mine || !packed.texts || open(tab, packed.at ?? 0)) continue;
    const draft = unpack(packed);
    if (draft.unsaved && !holds(kept.document, draft.document)) left.push({ key, draft });
    else await database.del(key);
  }
  return left.sort((a, b) => b.draft.at - a.draft.at);
}

export async function remember(id: number, draft: Omit<Draft, 'at'>): Promise<void> {
  const packed = pack({ ...draft, at: Date.now() });
  if (draft.unsaved) await database.set(await own(id), packed);
  else if (await database.set(shared(id), packed)) await database.del(await own(id));
}

/** What was left is settled. */
export function forget(key: IDBValidKey): Promise<void> {
  return database.del(key);
}
