import { tick } from 'svelte';
import {
  api,
  comesBack,
  type Answer,
  type KeptStation,
  type PartModel,
  type StationFile,
} from '../api/client';
import { AGAIN, Asking } from '../api/asking.svelte';
import { refusalsOf, sentenceOf, type Refusal } from '../api/refusals';
import { inserted, moved, removed } from './chain';
import { forget, goesOn, holds, remember, type Left, type Recalled } from './drafts';
import { History } from './history.svelte';
import { Keeper } from './keeper.svelte';
import { withValue } from './paths';
import { lengthsOf } from '../strip/layout';
import { Sweeps } from '../sweep/sweeps.svelte';
import type { StationPlace } from '../../routes';
import type { View } from '../../views';

export type Selection = number | 'transmitter' | 'antenna';
/** Where a simulated tuner's dials stand: which part it is, a relay tuner's form, and which errors its dials hide. */
export interface Practice {
  at: number;
  dials: Record<string, number>;
  form: string;
  hidden: number | null;
}
const REST_MS = 250;
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
  /** What the answer is of. */
  #told = $state.raw<{ document: StationFile; mhz: number } | null>(null);
  /** Why there is no answer to what stands now, where no field is to be marked. */
  #why = $state('');
  /** What other tabs left of this station without having saved it. */
  left = $state.raw<Left[]>([]);
  selected = $state<Selection>('antenna');
  /** A simulated tuner's dials, with which the station answers as long as it is practised on. */
  practice = $state.raw<Practice | null>(null);
  /** How many readings were noted down here: with another one, there is more to explain. */
  noted = $state(0);
  /** Text of an editor whose half-typed lines are not in the document yet. */
  drafts = $state<Record<string, string>>({});
  /** The document that was last known to be kept: what both sides of a conflict started from; null: not known. */
  base: StationFile | null;
  readonly keeper: Keeper;
  readonly sweeps: Sweeps;
  readonly history: History<StationFile>;
  readonly #questions = new Asking<Answer>();
  #resting: ReturnType<typeof setTimeout> | undefined;

  constructor(kept: KeptStation, { own: draft, left }: Recalled = { own: null, left: [] }) {
    const behind = draft !== null && !goesOn(draft, kept);
    this.left = left;
    // A draft that somebody's save overtook is shown beside it if it holds what was never saved.
    const current = draft && (!behind || draft.unsaved) ? draft : null;
    this.document = current?.document ?? kept.document;
    this.history = new History(current?.past, current?.future);
    this.keeper = new Keeper(kept);
    this.base = behind ? draft.base : kept.document;
    this.sweeps = new Sweeps(kept.id);
    this.keeper.onsaved = (document) => {
      this.base = document;
      this.#remember();
    };
    this.mhz = firstFrequency(this.document);
    this.selected = firstSelection(this.document);
    if (current && behind) this.keeper.overtaken(kept);
    else if (current && !holds(kept.document, current.document)) this.keeper.later(current.document);
    this.#ask();
  }

  /** Why the figures shown are not those of what stands now; "" where they are. */
  get stale(): string {
    const why = this.#why || this.#questions.trouble;
    const listeners = this.#told;
    if (!this.answer || !listeners) return why;
    const before =
      listeners.mhz === this.mhz
        ? 'The figures shown are from before.'
        : `The figures shown are from before, at ${Number(listeners.mhz.toFixed(4))} MHz.`;
    if (Object.keys(this.faults).length) return 'The figures are those from before what is marked.';
    if (why) return `${why} ${before}`;
    return this.waited > 0 ? `Computing … ${before}` : '';
  }

  /** For how many seconds the answer is waited for, from half a second on. */
  get waited(): number {
    return this.#questions.waited;
  }

  /** Give up what is being computed. */
  stop() {
    this.#questions.stop();
    this.#why = 'This was stopped.';
  }

  /** Ask again what stands now. */
  again() {
    this.#ask();
  }

  /** Another station is shown: nothing is computed for this one any more. What is to be saved still is. */
  end() {
    clearTimeout(this.#resting);
    this.#questions.end();
  }

  /** What was left unsaved: taken over, as one step, or given up; either way it is settled. */
  settleLeft(draft: Left, take: boolean) {
    if (take) this.step(draft.draft.document, 'left over');
    this.left = this.left.filter((remaining) => remaining !== draft);
    void forget(draft.key);
  }

  /** Put a value at a place of the document, as typed; what is wrong with it comes back with the answer. */
  change(place: string, value: unknown) {
    this.replace(withValue(this.document, place, value), place);
  }

  /** Put another document in place of this one, as one step. */
  replace(next: StationFile, place: string) {
    this.history.record(this.document, place);
    this.#show(next);
  }

  /** The same as a step of its own, however soon it comes after another. */
  step = (next: StationFile, what: string) => {
    this.replace(next, `${what} ${String(performance.now())}`);
  };

  insert(at: number, part: PartModel) {
    this.#rechain(inserted(this.document.chain, at, part), at);
  }

  remove(at: number) {
    const left = removed(this.document.chain, at);
    this.#rechain(left, left.length ? Math.min(at, left.length - 1) : 'transmitter');
  }

  move(from: number, to: number) {
    if (to >= 0 && to < this.document.chain.length && from !== to)
      this.#rechain(moved(this.document.chain, from, to), to);
  }

  tuneTo(mhz: number) {
    this.mhz = mhz;
    this.#ask();
  }

  /** Turn the simulated tuner's dials, or (null) have the station again as it is written. */
  practise(dials: Practice | null) {
    if (dials === this.practice) return;
    this.practice = dials;
    this.#ask();
  }

  undo() {
    if (this.history.canUndo) this.#show(this.history.undo(this.document));
  }

  redo() {
    if (this.history.canRedo) this.#show(this.history.redo(this.document));
  }

  /** End a conflict with what was put together from both sides. */
  settle(document: StationFile) {
    this.history.record(this.document, 'conflict');
    this.document = document;
    this.drafts = {};
    this.keeper.overwrite(document);
    this.#remember();
    this.#ask();
  }

  takeTheirs() {
    const theirs = this.keeper.takeTheirs();
    if (!theirs) return;
    this.history.record(this.document, 'conflict');
    this.document = theirs;
    this.#remember();
    this.#ask();
  }

  #rechain(chain: PartModel[], selected: Selection) {
    this.step({ ...this.document, chain }, 'chain'); // pressing twice is two moves
    this.selected = selected;
  }

  #show(next: StationFile) {
    this.document = next;
    this.drafts = {};
    const planned = next.antenna.kind === 'wires' && next.antenna.spread !== false;
    if (typeof this.selected === 'number' && this.selected >= next.chain.length)
      this.selected = 'transmitter';
    this.#ask(planned);
    this.keeper.later(next);
    this.#remember();
  }

  #remember() {
    const { version, state } = this.keeper;
    const unsaved = state !== 'saved';
    const { base, document } = this;
    void remember(this.keeper.id, { version, unsaved, base, document, ...this.history.stacks });
  }

  /** `planned`: first without what the antenna may be instead, and with it once nothing is moved any more. */
  #ask(planned = false) {
    clearTimeout(this.#resting);
    if (planned) this.#resting = setTimeout(() => this.#ask(), REST_MS);
    const begun = performance.now();
    this.#questions.run(async () => {
      const { mhz, practice, document: of } = this;
      const document = planned ? withValue(of, 'antenna.spread', false) : of;
      const { data, error, response } = practice
        ? await api.POST('/api/tuner/turned', { body: { document, mhz, ...practice } })
        : await api.POST('/api/solve', { body: { document, mhz } });
      if (data) {
        this.answer = data;
        this.#told = { document: of, mhz };
        this.#why = '';
        this.faults = {};
      } else if (response.status === 422) {
        this.faults = faultsOf(refusalsOf(error).filter(({ place }) => place !== ''));
        this.#why = Object.keys(this.faults).length ? '' : sentenceOf(error);
      } else {
        // Busy, failing or gone: it is asked again.
        this.#why = `${sentenceOf(error)}${comesBack(response) ? ' It is asked again.' : ''}`;
        return comesBack(response) ? AGAIN : undefined;
      }
      await tick();
      performance.measure('tithe:redrawn', { start: begun, end: performance.now() });
    });
  }
}

/** A view of the station at the frequency and the part that are looked at. */
export function placeOn(session: Session, view: View): StationPlace {
  return { id: session.keeper.id, view, mhz: session.mhz, part: session.selected };
}

/** The tuner that is chosen on the strip; null where another part is. */
export function tunerAt({ selected, document }: Session): number | null {
  return typeof selected === 'number' && document.chain[selected]?.kind === 'tuner' ? selected : null;
}

/** The one next to the radio, if the run has any. */
export function firstTuner({ document }: Session): number | null {
  const at = document.chain.findIndex((part) => part.kind === 'tuner');
  return at < 0 ? null : at;
}

/** Of what the antenna is known at, the middle of the band round 7.1 MHz or of the first band there is. */
function firstFrequency({ bands = [], antenna }: StationFile): number {
  const known = 'points' in antenna ? antenna.points.map(([mhz]) => mhz) : [];
  const [low, high] = known.length ? [Math.min(...known), Math.max(...known)] : [0, Infinity];
  const within = (mhz: number) => mhz >= low && mhz <= high;
  const middles = bands
    .map((band) => ({ ...band, middle: (band.low_mhz + band.high_mhz) / 2 }))
    .filter(({ middle }) => within(middle));
  const first = middles.find((band) => band.low_mhz <= 7.1 && band.high_mhz >= 7.1) ?? middles[0];
  return first?.middle ?? (within(7.1) ? 7.1 : low);
}

/** What is longest, else the antenna. */
function firstSelection(document: StationFile): Selection {
  const lengths = lengthsOf(document.chain).map((length) => length ?? -1);
  const longest = Math.max(...lengths);
  return longest >= 0 ? lengths.indexOf(longest) : 'antenna';
}

export function faultsOf(errors: Refusal[]): Record<string, string> {
  return Object.fromEntries(errors.map(({ place, rule }) => [place.replace(IN_DOCUMENT, ''), rule]));
}
