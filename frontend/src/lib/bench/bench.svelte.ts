import { SvelteMap } from 'svelte/reactivity';
import type { Job } from '../api/client';
import { server } from '../api/server.svelte';
import { Database } from '../station/database';
import { storage } from '../ui/storage.svelte';

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
const fresh = (): Entry => ({
  way: 'hand',
  rows: [{}],
  sweeps: {},
  figures: {},
  seed: '1',
  truth: '',
  told: false,
});

const database = new Database('bench');
const ANALYZER = 'analyzer';
/** Typing rests that long before it is kept. */
const REST_MS = 150;

/** What lies on the bench of a station: entered by hand, from files or simulated; kept in the browser, a job a key. */
export class Bench {
  entries = $state<Partial<Record<string, Entry>>>({});
  analyzer = $state<Record<string, string>>({});
  /** Whether what was entered last is not kept when the page is left, since the browser has no room for it. */
  unkept = $state(false);
  /** Once what was kept is there. */
  readonly loaded: Promise<void>;
  readonly #station: number;
  readonly #jobs: string[];
  readonly #others: BroadcastChannel | null;
  readonly #resting = new SvelteMap<string, ReturnType<typeof setTimeout>>();

  /** `jobs`: those there are. */
  constructor(station: number, jobs: string[]) {
    this.#station = station;
    this.#jobs = jobs;
    this.#others = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(this.#key(''));
    // Another tab has changed a job: it is shown here, too.
    if (this.#others)
      this.#others.onmessage = ({ data }: MessageEvent<string>) => void this.#recall(data, true);
    this.loaded = this.#begin();
  }

  /** What still rests is kept at once; nothing more is heard of other tabs. */
  end() {
    for (const name of [...this.#resting.keys()]) void this.#write(name);
    this.#others?.close();
  }

  of(job: string): Entry {
    return this.entries[job] ?? fresh();
  }

  change(job: string, change: Partial<Entry>) {
    this.entries[job] = { ...this.of(job), ...change };
    this.#keep(job);
  }

  /** A figure that is typed; where figures are all that is read, it is no longer a simulated day. */
  figure({ job, ways }: Job, key: string, text: string) {
    const figures = { ...this.of(job).figures, [key]: text };
    if (ways.some(({ table, sweeps }) => table || sweeps.length)) this.change(job, { figures });
    else this.enter(job, { figures });
  }

  /** What was really read: no longer a simulated day. */
  enter(job: string, change: Partial<Entry>) {
    this.change(job, { ...change, truth: '', told: false });
  }

  cell(job: string, at: number, key: string, cell: Cell) {
    const rows = this.of(job).rows.map((row, n) => (n === at ? { ...row, [key]: cell } : row));
    // A simulated day stays one as long as something of it is there.
    if (rows.some((row) => Object.values(row).some(({ gamma }) => gamma))) this.change(job, { rows });
    else this.enter(job, { rows });
  }

  setAnalyzer(figures: Record<string, string>) {
    this.analyzer = { ...this.analyzer, ...figures };
    this.#keep(ANALYZER);
  }

  clear(job: string) {
    this.change(job, fresh());
  }

  #key(name: string): string {
    return `${server.folder}/${this.#station}/${name}`;
  }

  async #begin() {
    this.#fromBefore();
    await Promise.all([ANALYZER, ...this.#jobs].map((name) => this.#recall(name, false)));
  }

  /** An earlier version kept all jobs of a station in one text. */
  #fromBefore() {
    const key = `tithe.bench.${String(this.#station)}`;
    const text = storage.read(key);
    if (text === null) return;
    storage.remove(key);
    try {
      const kept = JSON.parse(text) as Partial<Bench>;
      if (kept.analyzer) this.setAnalyzer(kept.analyzer);
      for (const [job, entry] of Object.entries(kept.entries ?? {}))
        if (entry && this.#jobs.includes(job)) this.change(job, entry);
    } catch {
      // What cannot be read is as nothing.
    }
  }

  /** What is kept under a name; what is typed here meanwhile stands, unless another tab says it is newer. */
  async #recall(name: string, newer: boolean) {
    const kept = await database.get<string>(this.#key(name));
    if (kept === undefined || (!newer && this.#resting.has(name))) return;
    if (name === ANALYZER) this.analyzer = JSON.parse(kept) as Record<string, string>;
    else if (this.#jobs.includes(name))
      this.entries[name] = { ...fresh(), ...(JSON.parse(kept) as Partial<Entry>) };
  }

  #keep(name: string) {
    clearTimeout(this.#resting.get(name));
    this.#resting.set(
      name,
      setTimeout(() => void this.#write(name), REST_MS),
    );
  }

  async #write(name: string) {
    clearTimeout(this.#resting.get(name));
    this.#resting.delete(name);
    const text = JSON.stringify(name === ANALYZER ? this.analyzer : this.of(name));
    this.unkept = !(await database.set(this.#key(name), text));
    try {
      this.#others?.postMessage(name);
    } catch {
      // It was closed meanwhile.
    }
  }
}
