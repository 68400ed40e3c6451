/** Undo and redo over whole documents; quick changes at one place count as one step. */
const SAME_STEP_MS = 700;
const DEPTH = 200;

export class History<T> {
  #past = $state.raw<T[]>([]);
  #future = $state.raw<T[]>([]);
  #lastPlace = '';
  #lastTime = 0;

  constructor(past: T[] = [], future: T[] = []) {
    this.#past = past;
    this.#future = future;
  }

  /** Both stacks, to be kept. */
  get stacks(): { past: T[]; future: T[] } {
    return { past: this.#past, future: this.#future };
  }

  get canUndo() {
    return this.#past.length > 0;
  }
  get canRedo() {
    return this.#future.length > 0;
  }

  /** Remember the state that a change at `place` is about to replace. */
  record(before: T, place: string, now = performance.now()) {
    const same = place === this.#lastPlace && now - this.#lastTime < SAME_STEP_MS;
    if (!same) this.#past = [...this.#past, before].slice(-DEPTH);
    this.#future = [];
    this.#lastPlace = place;
    this.#lastTime = now;
  }

  undo(present: T): T {
    return this.#move(present, 'undo');
  }

  redo(present: T): T {
    return this.#move(present, 'redo');
  }

  #move(present: T, way: 'undo' | 'redo'): T {
    const [from, to] = way === 'undo' ? [this.#past, this.#future] : [this.#future, this.#past];
    const last = from.at(-1);
    if (last === undefined) return present;
    this.#past = way === 'undo' ? from.slice(0, -1) : [...to, present];
    this.#future = way === 'undo' ? [...to, present] : from.slice(0, -1);
    this.#lastPlace = '';
    return last;
  }
}
