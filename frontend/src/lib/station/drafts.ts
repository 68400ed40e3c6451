import { createStore, del, get, set } from 'idb-keyval';
import type { KeptStation, StationFile } from '../api/client';
import { pack, unpack, type PackedDraft } from './packing';

/**
 * What the browser remembers of a station across a reload: undo and redo, and the document itself, which may be
 * newer than the last save, or wrong and so never saved.
 */
export interface Draft {
  version: number;
  /** Whether it holds something that no save has acknowledged. */
  unsaved?: boolean;
  document: StationFile;
  past: StationFile[];
  future: StationFile[];
}

/**
 * Whether a draft goes on from what is kept: it stands at the kept version, or one behind it with the very document that
 * is kept: then its save arrived, and the page was gone before it learnt so.
 */
export function goesOn(draft: Draft, kept: KeptStation): boolean {
  if (draft.version === kept.version) return true;
  return draft.version + 1 === kept.version && holds(kept.document, draft.document);
}

/** Whether all that `part` says stands in `whole`, which may say more: the server writes defaults out. */
function holds(whole: unknown, part: unknown): boolean {
  if (part === undefined || part === null) return whole === undefined || whole === null;
  if (typeof part !== 'object') return whole === part;
  if (typeof whole !== 'object' || whole === null) return false;
  if (Array.isArray(part) && (!Array.isArray(whole) || whole.length !== part.length)) return false;
  return Object.entries(part).every(([key, value]) => holds((whole as Record<string, unknown>)[key], value));
}

const store = createStore('tithe', 'drafts');

/** This tab's own name, the same across its reloads: two tabs on one station must not forget each other's typing. */
function tab(): string {
  const named = sessionStorage.getItem('tithe-tab') ?? Math.random().toString(36).slice(2);
  sessionStorage.setItem('tithe-tab', named);
  return named;
}

/** The draft of a station: what this tab has not saved yet, else what was last saved from any; or none. */
export async function recall(id: number): Promise<Draft | null> {
  try {
    const kept = (await get<PackedDraft>(`${id}/${tab()}`, store)) ?? (await get<PackedDraft>(id, store));
    return kept?.texts ? unpack(kept) : null;
  } catch {
    return null;
  }
}

export async function remember(id: number, draft: Draft): Promise<void> {
  try {
    const packed = pack(draft);
    if (draft.unsaved) await set(`${id}/${tab()}`, packed, store);
    else {
      await set(id, packed, store);
      await del(`${id}/${tab()}`, store);
    }
  } catch {
    // A browser that keeps nothing still saves to the server; only undo across a reload is lost.
  }
}
