import { storage } from '../ui/storage.svelte';

/** The look round: over the demo station once, and again when asked for; it can be left at any step. */
const KEY = 'tithe.look-round';

export interface Step {
  /** What it is about, by its name on the page. */
  target: string;
  title: string;
  text: string;
}

export const STEPS: readonly Step[] = [
  {
    target: 'The run, transmitter to antenna',
    title: 'The run',
    text: 'From the transmitter on the left to the antenna on the right. Its height is the power that is left; what falls out below is heat. Over each line stands the voltage along it, over each meter what it shows.',
  },
  {
    target: 'Bands',
    title: 'The bands',
    text: 'How many watts leave the antenna on each band, and whether anyone would hear what is lost. Choose a band to see the whole page for it.',
  },
  {
    target: 'Ledger',
    title: 'The ledger',
    text: 'The verdict in a sentence, what comes next in three steps at most, then every part with what it takes. Each figure opens: choose one, and its rule is shown with the numbers put in.',
  },
  {
    target: 'Inspector',
    title: 'The part at hand',
    text: 'Choose a part of the run and change it here: its length, its type, its setting. Every figure follows at once; undo is at the top.',
  },
  {
    target: 'Plan',
    title: 'Plan',
    text: 'Before anything is bought or hung: what an antenna will be, where the match belongs and which line to lay, a variant beside the station, and what practitioners disagree on.',
  },
  {
    target: 'Measure',
    title: 'Measure',
    text: 'What an analyzer’s sweep says, what a tuner or a line really loses on the bench, and the log: readings beside what they should be, and what is wrong where they are not. In Practice something is hidden, to be found.',
  },
  {
    target: 'Set',
    title: 'Set',
    text: 'The tuner: how far it reaches, its chart of presets and its dials; and the bands that count.',
  },
  {
    target: 'Keep',
    title: 'Keep',
    text: 'Every earlier state of the station, and a report for the folder in the shack.',
  },
];

class LookRound {
  /** The step shown; none outside a look round. */
  at = $state<number | null>(null);

  get seen(): boolean {
    return storage.read(KEY) === 'seen';
  }

  begin() {
    this.at = 0;
    storage.write(KEY, 'seen'); // it comes by itself only once, even if the page is closed in the middle
  }

  go(by: 1 | -1) {
    const next = (this.at ?? 0) + by;
    this.at = next < STEPS.length ? Math.max(next, 0) : null;
  }

  end() {
    this.at = null;
  }
}

export const lookRound = new LookRound();
