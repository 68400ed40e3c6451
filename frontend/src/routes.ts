/** The address of every view: what can be bookmarked, reloaded, sent to somebody or opened in a new tab. */
import type { Selection } from './lib/station/session.svelte';
import type { Pane } from './lib/sweep/sweeps.svelte';
import { isView, type View } from './views';

/** What a tuner's view shows of it. */
export type TunerPane = 'reach' | 'chart' | 'dials' | 'turn';

/** One station at a view; what is left out is for the view to choose. */
export interface StationPlace {
  id: number;
  view: View;
  mhz?: number;
  part?: Selection;
  sweep?: number;
  pane?: Pane;
  tuner?: TunerPane;
  question?: string;
  job?: string;
}
/** The front door, with the question asked there as its query; or one station. */
export type Place = { asks: string } | StationPlace;
export const DOOR: Place = { asks: '' };

export const TUNER_PANES: readonly [TunerPane, string][] = [
  ['reach', 'Reach'],
  ['chart', 'Chart of presets'],
  ['dials', 'Dials'],
  ['turn', 'Turn it'],
];
const PANES: readonly Pane[] = ['read', 'trim', 'radials', 'baseline'];

/** Where an address leads; addresses of earlier versions are still understood. */
export function placeOf({ pathname, search }: { pathname: string; search: string }): Place {
  const query = new URLSearchParams(search);
  if (pathname === '/loss') return { asks: query.toString() };
  const match = /^\/stations?\/(\d+)(?:\/(\w+))?(?:\/([\w-]+))?(?:\/(\w+))?\/?$/.exec(pathname);
  if (!match) return DOOR;
  const [, id, named, item, paneNamed] = match;
  const view = isView(named) ? named : 'ledger';
  const pane = PANES.find((name) => name === paneNamed);
  const mhz = Number(query.get('mhz'));
  const part = view === 'tuner' ? partOf(item ?? null) : partOf(query.get('part'));
  const tuner = TUNER_PANES.find(([key]) => key === paneNamed)?.[0];
  return {
    id: Number(id),
    view,
    ...(mhz > 0 && mhz < 1e6 ? { mhz } : {}),
    ...(part === undefined ? {} : { part }),
    ...(view === 'sweep' && /^\d+$/.test(item ?? '') ? { sweep: Number(item), pane: pane ?? 'read' } : {}),
    ...(view === 'tuner' && part !== undefined ? { tuner: tuner ?? 'reach' } : {}),
    ...(view === 'questions' && item ? { question: item } : {}),
    ...(view === 'bench' && item ? { job: item } : {}),
  };
}

function partOf(text: string | null): Selection | undefined {
  if (text === 'transmitter' || text === 'antenna') return text;
  return text && /^\d{1,3}$/.test(text) ? Number(text) : undefined;
}

export function addressOf(place: Place): string {
  if ('asks' in place) return place.asks ? `/loss?${place.asks}` : '/stations';
  const { id, view, mhz, part, sweep, pane, tuner, question, job } = place;
  const steps = ['stations', id, view];
  if (view === 'sweep' && sweep !== undefined) steps.push(sweep, pane ?? 'read');
  if (view === 'tuner' && typeof part === 'number') steps.push(part, tuner ?? 'reach');
  if (view === 'questions' && question) steps.push(question);
  if (view === 'bench' && job) steps.push(job);
  const query = new URLSearchParams();
  if (mhz !== undefined) query.set('mhz', String(Number(mhz.toFixed(6))));
  if (part !== undefined && (view === 'ledger' || view === 'bench')) query.set('part', String(part));
  return `/${steps.join('/')}${query.size ? `?${query.toString()}` : ''}`;
}

/** Whether going from one place to the other is a step back leads over, and not only another part or frequency. */
export function isStep(from: Place, to: Place): boolean {
  if ('asks' in from || 'asks' in to) return 'asks' in from !== 'asks' in to;
  return (
    from.id !== to.id ||
    from.view !== to.view ||
    (from.sweep !== to.sweep && from.sweep !== undefined) ||
    (from.pane !== to.pane && from.pane !== undefined) ||
    (from.tuner !== to.tuner && from.tuner !== undefined) ||
    (from.question !== to.question && from.question !== undefined) ||
    (from.job !== to.job && from.job !== undefined)
  );
}
