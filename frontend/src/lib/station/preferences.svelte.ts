import type { System } from './units';

const KEY = 'tithe.units';

/** What the reader prefers, kept in the browser. */
class Preferences {
  system = $state<System>(localStorage.getItem(KEY) === 'feet' ? 'feet' : 'metric');

  toggleSystem() {
    this.system = this.system === 'metric' ? 'feet' : 'metric';
    localStorage.setItem(KEY, this.system);
  }
}

export const preferences = new Preferences();
