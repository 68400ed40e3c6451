import { isJob, type Job } from './jobs';

/** A reading of one place: a return loss as typed, or a Γ from a file or the simulated bench. */
export interface Cell {
  text: string;
  gamma?: [number, number];
}
export type Row = Record<string, Cell>;
export interface SweepText {
  name: string;
  text: string;
}
export type Way = 'hand' | 'file' | 'practice';

/** What was entered for a job. */
export interface Entry {
  way: Way;
  rows: Row[];
  sweeps: Record<string, SweepText>;
  figures: Record<string, string>;
  seed: string;
  /** What a simulated day hid, and whether it was asked for. */
  truth: string;
  told: boolean;
}
/** More than that is not kept when the page is left. */
const MOST_KEPT = 3_000_000;

const fresh = (): Entry => ({
  way: 'hand',
  rows: [{}],
  sweeps: {},
  figures: {},
  seed: '1',
  truth: '',
  told: false,
});

/** What lies on the bench of a station: entered by hand, from files or simulated; kept in the browser. */
export class Bench {
  entries = $state<Partial<Record<Job, Entry>>>({});
  analyzer = $state<Record<string, string>>({});
  readonly #key: string;

  constructor(station: number) {
    this.#key = `tithe.bench.${String(station)}`;
    try {
      const kept = JSON.parse(localStorage.getItem(this.#key) ?? '{}') as Partial<Bench>;
      this.analyzer = kept.analyzer ?? {};
      for (const [job, entry] of Object.entries(kept.entries ?? {}))
        if (isJob(job)) this.entries[job] = { ...fresh(), ...entry };
    } catch {
      // What cannot be read is as nothing.
    }
  }

  of(job: Job): Entry {
    return this.entries[job] ?? fresh();
  }

  change(job: Job, change: Partial<Entry>) {
    this.entries[job] = { ...this.of(job), ...change };
    this.#keep();
  }

  figure(job: Job, key: string, text: string) {
    const figures = { ...this.of(job).figures, [key]: text };
    if (job === 'watts' || job === 'meter') this.enter(job, { figures });
    else this.change(job, { figures });
  }

  /** What was really read: no longer a simulated day. */
  enter(job: Job, change: Partial<Entry>) {
    this.change(job, { ...change, truth: '', told: false });
  }

  cell(job: Job, at: number, key: string, cell: Cell) {
    const rows = this.of(job).rows.map((row, n) => (n === at ? { ...row, [key]: cell } : row));
    // A simulated day stays one as long as something of it is there.
    if (rows.some((row) => Object.values(row).some(({ gamma }) => gamma))) this.change(job, { rows });
    else this.enter(job, { rows });
  }

  setAnalyzer(figures: Record<string, string>) {
    this.analyzer = { ...this.analyzer, ...figures };
    this.#keep();
  }

  clear(job: Job) {
    this.change(job, fresh());
  }

  #keep() {
    const text = JSON.stringify({ entries: this.entries, analyzer: this.analyzer });
    try {
      if (text.length <= MOST_KEPT) localStorage.setItem(this.#key, text);
    } catch {
      // A full store keeps what it has.
    }
  }
}
