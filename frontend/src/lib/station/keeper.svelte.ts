import { Asking } from '../api/asking.svelte';
import { api, unreachable, type KeptStation, type StationFile } from '../api/client';
import { refusalsOf } from '../api/refusals';

export type SaveState =
  'saved' | 'saving' | 'changed' | 'refused' | 'blocked' | 'gone' | 'conflict' | 'failing' | 'offline';
const PAUSE_MS = 350;
const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 30_000;

/** Keeps the document on the server, some time after each change; never over somebody else's save. */
export class Keeper {
  state = $state<SaveState>('saved');
  /** Called when a save was acknowledged. */
  onsaved: ((document: StationFile) => void) | undefined;
  conflict = $state.raw<KeptStation | null>(null);
  /** Why the server does not take it, where no field is to be marked. */
  why = $state('');
  #version: number;
  readonly id: number;
  readonly #jobs = new Asking<never>();
  #timer: ReturnType<typeof setTimeout> | undefined;
  #retryMs = FIRST_RETRY_MS;

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
    this.#timer = setTimeout(() => this.#jobs.run(() => this.#save(document, newKey())), PAUSE_MS);
  }

  /** What is on this screen goes on from a state that another save has replaced. */
  overtaken(kept: KeptStation) {
    this.conflict = kept;
    this.state = 'conflict';
  }

  /** Settle a conflict in favour of what is on this screen. */
  overwrite(document: StationFile) {
    if (this.conflict) this.#version = this.conflict.version;
    this.conflict = null;
    this.state = 'changed';
    this.#jobs.run(() => this.#save(document, newKey()));
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

  /** `key` names this save: repeated, because its answer was lost, it is known and changes nothing. */
  async #save(document: StationFile, key: string) {
    this.state = 'saving';
    const { data, error, response } = await api.PUT('/api/stations/{pk}', {
      params: { path: { pk: this.id } },
      body: { version: this.#version, document, key },
    });
    if (data) {
      this.#version = data.version;
      this.#retryMs = FIRST_RETRY_MS;
      if (this.state === 'saving') this.state = 'saved';
      this.onsaved?.(document);
    } else if (response.status === 409) {
      this.conflict = error as KeptStation;
      this.state = 'conflict';
    } else if (response.status >= 500) {
      this.state = unreachable(response) ? 'offline' : 'failing';
      clearTimeout(this.#timer);
      this.#timer = setTimeout(() => this.#jobs.run(() => this.#save(document, key)), this.#retryMs);
      this.#retryMs = Math.min(2 * this.#retryMs, LONGEST_RETRY_MS);
    } else if (response.status === 404) {
      this.state = 'gone';
    } else {
      const errors = refusalsOf(error);
      const marked = errors.some((one) => one.place !== '');
      this.why = errors[0]?.rule ?? `the server said ${String(response.status)}`;
      this.state = marked ? 'refused' : 'blocked';
    }
  }
}

function newKey(): string {
  return `${Date.now().toString(36)}-${Math.random().toString(36).slice(2)}`;
}
