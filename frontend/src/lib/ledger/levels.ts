import type { Result } from '../api/client';

type Level = Result['cautions'][number]['level'];

/** What a caution is about, the gravest first; standing reminders are told apart from these. */
export const LEVELS: { id: Exclude<Level, 'reminder'>; word: string; mark: string }[] = [
  { id: 'danger', word: 'Danger to people', mark: '◆' },
  { id: 'harm', word: 'Harm to equipment', mark: '▲' },
  { id: 'misleads', word: 'A figure that misleads', mark: '△' },
];
