import { storage } from '../ui/storage.svelte';
import type { System } from './units';

const KEY = 'tithe.units';
/** From so many pixels on the rail stands in full unless it has been folded. */
const ROOM_FOR_RAIL = 1180;

/** Something that is open or not, as it was left, kept in the browser. */
class Opened {
  open = $state(false);
  readonly #key: string;

  constructor(key: string, first: boolean) {
    this.#key = key;
    this.open = (storage.read(key) ?? (first ? 'open' : 'closed')) === 'open';
  }
  toggle = () => {
    this.open = !this.open;
    storage.write(this.#key, this.open ? 'open' : 'closed');
  };
}

/** What the reader prefers, kept in the browser. */
class Preferences {
  system = $state<System>(storage.read(KEY) === 'feet' ? 'feet' : 'metric');
  /** The strip in full where it is not what a view is about. */
  readonly strip = new Opened('tithe.strip', false);
  readonly rail = new Opened('tithe.rail', window.innerWidth >= ROOM_FOR_RAIL);
  readonly legend = new Opened('tithe.legend', false);

  toggleSystem() {
    this.system = this.system === 'metric' ? 'feet' : 'metric';
    storage.write(KEY, this.system);
  }
}

export const preferences = new Preferences();
