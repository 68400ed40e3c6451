import { storage } from '../ui/storage.svelte';
import type { System } from './units';

const KEY = 'tithe.units';

/** What the reader prefers, kept in the browser. */
class Preferences {
  system = $state<System>(storage.read(KEY) === 'feet' ? 'feet' : 'metric');

  toggleSystem() {
    this.system = this.system === 'metric' ? 'feet' : 'metric';
    storage.write(KEY, this.system);
  }
}

export const preferences = new Preferences();
