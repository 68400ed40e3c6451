import { tick } from 'svelte';
import { api, type Answer, type KeptStation, type Refusal, type StationFile } from '../api/client';
import { History } from './history.svelte';
import { Keeper } from './keeper.svelte';
import { Latest } from './latest';
import { withValue } from './paths';

export type Selection = number | 'transmitter' | 'antenna';
const IN_DOCUMENT = /^document\.?/;

/**
 * One station on the screen: its document (right or wrong, as typed), the frequency looked at, the last
 * answer, and what is wrong where.
 */
export class Session {
  document = $state.raw<StationFile>() as StationFile;
  mhz = $state(7.1);
  answer = $state.raw<Answer | null>(null);
  faults = $state.raw<Record<string, string>>({});
  reachable = $state(true);
  selected = $state<Selection>('transmitter');
  readonly keeper: Keeper;
  readonly history = new History<StationFile>();
  readonly #questions = new Latest();

  constructor(kept: KeptStation) {
    this.document = kept.document;
    this.keeper = new Keeper(kept);
    const bands = kept.document.bands ?? [];
    const first = bands.find((band) => band.low_mhz <= 7.1 && band.high_mhz >= 7.1) ?? bands[0];
    if (first) this.mhz = (first.low_mhz + first.high_mhz) / 2;
    const longest = kept.document.chain
      .map((part, index) => ({ index, length: part.kind === 'line' ? part.length_m : 0 }))
      .sort((a, b) => b.length - a.length)[0];
    if (longest) this.selected = longest.index;
    this.#ask();
  }

  /** Put a value at a place of the document, as typed; what is wrong with it comes back with the answer. */
  change(place: string, value: unknown) {
    this.#replace(withValue(this.document, place, value), place);
  }

  tuneTo(mhz: number) {
    this.mhz = mhz;
    this.#ask();
  }

  undo() {
    if (this.history.canUndo) this.#show(this.history.undo(this.document));
  }

  redo() {
    if (this.history.canRedo) this.#show(this.history.redo(this.document));
  }

  takeTheirs() {
    const theirs = this.keeper.takeTheirs();
    if (!theirs) return;
    this.history.record(this.document, 'conflict');
    this.document = theirs;
    this.#ask();
  }

  #replace(next: StationFile, place: string) {
    this.history.record(this.document, place);
    this.#show(next);
  }

  #show(next: StationFile) {
    this.document = next;
    this.#ask();
    this.keeper.later(next);
  }

  #ask() {
    const asked = performance.now();
    this.#questions.run(async () => {
      const { document, mhz } = this;
      try {
        const { data, error } = await api.POST('/api/solve', { body: { document, mhz } });
        this.reachable = true;
        if (data) {
          this.answer = data;
          this.faults = {};
        } else {
          this.faults = faultsOf((error as { errors?: Refusal[] }).errors ?? []);
        }
      } catch {
        this.reachable = false;
        return;
      }
      await tick();
      performance.measure('tithe:redrawn', { start: asked, end: performance.now() });
    });
  }
}

function faultsOf(errors: Refusal[]): Record<string, string> {
  return Object.fromEntries(errors.map(({ place, rule }) => [place.replace(IN_DOCUMENT, ''), rule]));
}
