import { api, type KeptStation, type StationFile } from '../api/client';
import { Latest } from './latest';

export type SaveState = 'saved' | 'saving' | 'changed' | 'refused' | 'conflict' | 'offline';
const PAUSE_MS = 350;

/** Keeps the document on the server, some time after each change; never over somebody else's save. */
export class Keeper {
  state = $state<SaveState>('saved');
  /** Called when a save was acknowledged. */
  onsaved: (() => void) | undefined;
  conflict = $state.raw<KeptStation | null>(null);
  #version: number;
  readonly id: number;
  readonly #jobs = new Latest();
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(kept: KeptStation) {
    this.id = kept.id;
    this.#version = kept.version;
  }

  get version() {
    return this.#version;
  }

  /** Save soon; a newer call replaces an older one that has not started. */
  later(document: StationFile) {
    if (this.state === 'conflict') return;
    this.state = 'changed';
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => this.#jobs.run(() => this.#save(document)), PAUSE_MS);
  }

  /** Settle a conflict in favour of what is on this screen. */
  overwrite(document: StationFile) {
    if (this.conflict) this.#version = this.conflict.version;
    this.conflict = null;
    this.state = 'changed';
    this.#jobs.run(() => this.#save(document));
  }

  /** Settle a conflict in favour of what was saved elsewhere, which is returned. */
  takeTheirs(): StationFile | null {
    const theirs = this.conflict;
    if (!theirs) return null;
    this.#version = theirs.version;
    this.conflict = null;
    this.state = 'saved';
    return theirs.document;
  }

  async #save(document: StationFile) {
    this.state = 'saving';
    try {
      const { data, error, response } = await api.PUT('/api/stations/{pk}', {
        params: { path: { pk: this.id } },
        body: { version: this.#version, document },
      });
      if (data) {
        this.#version = data.version;
        this.onsaved?.();
        if (this.state === 'saving') this.state = 'saved';
      } else if (response.status === 409) {
        this.conflict = error as KeptStation;
        this.state = 'conflict';
      } else {
        this.state = 'refused';
      }
    } catch {
      this.state = 'offline';
      clearTimeout(this.#timer);
      this.#timer = setTimeout(() => this.#jobs.run(() => this.#save(document)), 2000);
    }
  }
}
