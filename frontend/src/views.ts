import type { Component } from 'svelte';
import { LATER } from './later';
import type { Shelf } from './lib/shelf/shelf.svelte';
import type { Session } from './lib/station/session.svelte';
import { placeShown, showPlace, type Shown } from './lib/station/shown.svelte';

/** A station's views and their titles. One without its page below does not compile. */
export const VIEWS = {
  ledger: 'Ledger',
  antenna: 'Antenna',
  sweep: 'Sweep',
  tuner: 'Tuner',
  bench: 'Bench',
  choose: 'Choose',
  arrangements: 'Arrangements',
  questions: 'Questions',
  bands: 'Bands',
  log: 'Log',
  practice: 'Practice',
  history: 'History',
  report: 'Report',
} as const;
export type View = keyof typeof VIEWS;

/** Beside the ledger, in the order of the work. */
export const GROUPS: readonly [string, readonly View[]][] = [
  ['Plan', ['antenna', 'choose', 'arrangements', 'questions']],
  ['Measure', ['sweep', 'bench', 'log', 'practice']],
  ['Set', ['tuner', 'bands']],
  ['Keep', ['history', 'report']],
];

export const isView = (slug: string | undefined): slug is View => slug !== undefined && slug in VIEWS;

/** What there is for a view to take of. */
export interface Taken {
  session: Session;
  shown: Shown;
  shelf: Shelf;
}

/** A view: its file, fetched when it is needed, and what its component takes of the station and the shelf. */
export interface Page {
  file: () => Promise<{ default: Component<Record<string, unknown>> }>;
  takes: (of: Taken) => Record<string, unknown>;
}

/** What a page's component is given is held to what it takes. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- components' own interfaces have no index
function page<P extends Record<string, any>>(
  file: () => Promise<{ default: Component<P> }>,
  takes: (of: Taken) => NoInfer<P>,
): Page {
  return { file, takes } as unknown as Page;
}

/** The views beside the ledger: the first page needs none of them. */
export const PAGES: Record<Exclude<View, 'ledger'>, Page> = {
  antenna: page(
    () => import('./lib/antenna/AntennaView.svelte'),
    ({ session }) => ({ session }),
  ),
  sweep: page(
    () => import('./lib/sweep/SweepView.svelte'),
    ({ session }) => ({ session }),
  ),
  tuner: page(
    () => import('./lib/tuner/TunerView.svelte'),
    ({ session, shown }) => ({
      session,
      pane: shown.tunerPane,
      onpane: (pane) => (shown.tunerPane = pane),
    }),
  ),
  bench: page(
    () => import('./lib/bench/BenchView.svelte'),
    ({ session, shown, shelf }) => ({ session, shelf, job: shown.job, onjob: (job) => (shown.job = job) }),
  ),
  choose: page(
    () => import('./lib/choose/ChooseView.svelte'),
    ({ session, shown }) => ({ session, onview: (view) => (shown.view = view) }),
  ),
  arrangements: page(
    () => import('./lib/arrangements/ArrangementsView.svelte'),
    ({ session: at }) => ({ station: at.document, mhz: at.mhz, onreplace: at.step }),
  ),
  questions: page(
    () => import('./lib/questions/QuestionsView.svelte'),
    ({ session: at, shown }) => ({
      station: at.document,
      mhz: at.mhz,
      question: shown.question,
      place: placeShown(at, shown),
    }),
  ),
  bands: page(
    () => import('./lib/bands/BandsView.svelte'),
    ({ session: at }) => ({ form: at, bands: at.document.bands ?? [] }),
  ),
  log: page(
    () => import('./lib/log/LogView.svelte'),
    ({ session, shown }) => ({ session, onshow: (place) => showPlace(session, shown, place) }),
  ),
  practice: page(
    () => import('./lib/practice/PracticeView.svelte'),
    ({ session }) => ({ session }),
  ),
  history: page(
    () => import('./lib/history/HistoryView.svelte'),
    ({ session: at }) => ({
      station: at.keeper.id,
      version: at.keeper.version,
      onrestore: (document) => at.step(document, 'restore'),
    }),
  ),
  report: page(
    () => import('./lib/report/ReportView.svelte'),
    ({ session: at }) => ({
      station: at.document,
      mhz: at.mhz,
      here: at.answer?.here ?? null,
      stale: at.stale,
    }),
  ),
};

/** Fetch them all once the page stands, so that each opens at once, and also where the server has gone by then. */
export function fetchViews() {
  const files = [...Object.values(PAGES).map(({ file }) => file), ...Object.values(LATER)];
  for (const file of files) file().catch(() => undefined); // asked again when it is opened
}
