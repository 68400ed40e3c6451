import type { RailRow } from '../api/client';

/** How a band fares, in a word and a shape; colour is only a third cue. */
export const STATES: Record<RailRow['state'], { word: string; mark: string; ink: string }> = {
  clear: { word: 'nobody hears it', mark: '●', ink: 'var(--radiated-ink)' },
  audible: { word: 'one hears it', mark: '◐', ink: 'var(--caution-ink)' },
  costly: { word: 'an S-unit or more', mark: '○', ink: 'var(--heat-ink)' },
  unmatched: { word: 'no match', mark: '✕', ink: 'var(--heat-ink)' },
  doubtful: { word: 'the antenna is a guess here', mark: '?', ink: 'var(--caution-ink)' },
  unknown: { word: 'no data', mark: '–', ink: 'var(--ink-soft)' },
};
