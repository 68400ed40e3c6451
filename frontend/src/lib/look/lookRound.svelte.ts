import { storage } from '../ui/storage.svelte';

/** The look round: five steps over the demo station, once, and again when asked for. */
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
    text: 'The verdict in a sentence, then every part with what it takes. Each figure opens: choose one, and its rule is shown with the numbers put in.',
  },
  {
    target: 'Inspector',
    title: 'The part at hand',
    text: 'Choose a part of the run and change it here: its length, its type, its setting. Every figure follows at once; undo is at the top.',
  },
  {
    target: 'Views',
    title: 'More views of the station',
    text: 'Sweep reads an analyzer’s file, Choose ranks where to match and which line to lay, Arrangements lays a variant beside the station, and Report is for the folder in the shack.',
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
