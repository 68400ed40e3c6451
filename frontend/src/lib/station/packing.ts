import type { StationFile } from '../api/client';
import type { Draft } from './drafts';

/**
 * Drafts hold many states of one station, and each state the whole text of its sweep. Packed, every text is kept once
 * and the states name it by number.
 */
export interface PackedDraft {
  version: number;
  unsaved?: boolean;
  at?: number;
  base?: unknown;
  texts: string[];
  document: unknown;
  past: unknown[];
  future: unknown[];
}
interface Holder {
  antenna?: { content?: unknown };
  arrangements?: Holder[];
}

function mapTexts(holder: Holder, change: (content: unknown) => unknown): Holder {
  const { antenna, arrangements } = holder;
  return {
    ...holder,
    ...(antenna?.content === undefined ? {} : { antenna: { ...antenna, content: change(antenna.content) } }),
    ...(arrangements
      ? { arrangements: arrangements.map((arrangement) => mapTexts(arrangement, change)) }
      : {}),
  };
}

export function pack(draft: Draft): PackedDraft {
  const numbers = new Map<unknown, number>();
  const number = (content: unknown) => {
    if (!numbers.has(content)) numbers.set(content, numbers.size);
    return numbers.get(content);
  };
  const packed = (document: StationFile) => mapTexts(document as Holder, number);
  const { version, unsaved, at, base, document, past, future } = draft;
  const states = {
    base: base && packed(base),
    document: packed(document),
    past: past.map(packed),
    future: future.map(packed),
  };
  return { version, unsaved, at, texts: [...numbers.keys()] as string[], ...states };
}

export function unpack(draft: PackedDraft): Draft {
  const text = (content: unknown) => draft.texts[content as number];
  const whole = (state: unknown) => mapTexts(state as Holder, text) as StationFile;
  const { version, unsaved, at = 0, base, document, past, future } = draft;
  return {
    version,
    unsaved,
    at,
    base: base ? whole(base) : null,
    document: whole(document),
    past: past.map(whole),
    future: future.map(whole),
  };
}
