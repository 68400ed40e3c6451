import { getContext, setContext } from 'svelte';
import type { WorkingOut } from '../api/client';
import { Asking } from '../api/asking.svelte';
import type { Reply } from '../api/typed';

type Question = (figure: string) => Promise<Reply<WorkingOut>>;
const KEY = Symbol('workings');

/** The working that is open in a view, if any: which figure, what it is called, and how it comes about. */
export class Workings {
  open = $state('');
  name = $state('');
  readonly asking = new Asking<WorkingOut>();
  readonly #question: Question;

  /** `question`: asks the server how the figure at a path of the view's answer comes about. */
  constructor(question: Question) {
    this.#question = question;
  }

  show(figure: string, name: string) {
    this.asking.clear();
    this.open = figure;
    this.name = name;
    this.asking.ask(() => this.#question(figure));
  }

  close() {
    this.open = '';
  }
}

/** Make a view's figures open to their working. */
export function offerWorkings(question: Question): Workings {
  return setContext(KEY, new Workings(question));
}

/** Of the view around, if it offers any. */
export function workingsHere(): Workings | undefined {
  return getContext<Workings | undefined>(KEY);
}
