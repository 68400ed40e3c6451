import { storage } from './storage.svelte';

/** Light or dark: the reader's choice, kept in the browser; the system's until one is made. */
const KEY = 'tithe.mode';
type Mode = 'light' | 'dark';

function initial(): Mode {
  const kept = storage.read(KEY);
  if (kept === 'light' || kept === 'dark') return kept;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

class Theme {
  mode = $state<Mode>(initial());

  constructor() {
    this.#apply();
  }

  toggle() {
    this.mode = this.mode === 'light' ? 'dark' : 'light';
    storage.write(KEY, this.mode);
    this.#apply();
  }

  #apply() {
    document.documentElement.dataset['mode'] = this.mode;
  }
}

export const theme = new Theme();
