import type { View } from './routes';

/**
 * The views beside the ledger, each a file of its own that is fetched when it is needed: the first page needs none.
 */
export const VIEW_FILES = {
  antenna: () => import('./lib/antenna/AntennaView.svelte'),
  sweep: () => import('./lib/sweep/SweepView.svelte'),
  tuner: () => import('./lib/tuner/TunerView.svelte'),
  bench: () => import('./lib/bench/BenchView.svelte'),
  choose: () => import('./lib/choose/ChooseView.svelte'),
  arrangements: () => import('./lib/arrangements/ArrangementsView.svelte'),
  questions: () => import('./lib/questions/QuestionsView.svelte'),
  bands: () => import('./lib/bands/BandsView.svelte'),
  log: () => import('./lib/log/LogView.svelte'),
  history: () => import('./lib/history/HistoryView.svelte'),
  report: () => import('./lib/report/ReportView.svelte'),
} satisfies Record<Exclude<View, 'ledger'>, () => Promise<unknown>>;

/** Where every view that is listed has its branch, nothing is left: else this does not compile. */
export function noSuchView(view: never): string {
  return String(view);
}

/** Fetch them all once the page stands, so that each opens at once, and also where the server has gone by then. */
export function fetchViews() {
  for (const file of Object.values(VIEW_FILES)) file().catch(() => undefined); // asked again when it is opened
}
