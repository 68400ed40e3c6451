import { createStore, get, set } from 'idb-keyval';
import type { StationFile } from '../api/client';
import { pack, unpack, type PackedDraft } from './packing';

/**
 * What the browser remembers of a station across a reload: undo and redo, and the document itself, which may be
 * newer than the last save, or wrong and so never saved.
 */
export interface Draft {
  version: number;
  document: StationFile;
  past: StationFile[];
  future: StationFile[];
}

const store = createStore('tithe', 'drafts');

/** The draft of a station; none where the browser keeps nothing. */
export async function recall(id: number): Promise<Draft | null> {
  try {
    const kept = await get<PackedDraft>(id, store);
    return kept?.texts ? unpack(kept) : null;
  } catch {
    return null;
  }
}

export async function remember(id: number, draft: Draft): Promise<void> {
  try {
    await set(id, pack(draft), store);
  } catch {
    // A browser that keeps nothing still saves to the server; only undo across a reload is lost.
  }
}
