import { Asking } from '../api/asking.svelte';
import { api, unreachable, type KeptStation, type StationFile } from '../api/client';
import { refusalsOf, sentenceOf } from '../api/refusals';
import { server } from '../api/server.svelte';

export type SaveState =
  | 'saved'
  | 'saving'
  | 'shown'
  | 'changed'
  | 'refused'
  | 'blocked'
  | 'gone'
  | 'elsewhere'
  | 'conflict'
  | 'failing'
  | 'offline';
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
  #digest: string;
  readonly id: number;
  readonly #jobs = new Asking<never>();
  #timer: ReturnType<typeof setTimeout> | undefined;
  #retryMs = FIRST_RETRY_MS;

  constructor(kept: KeptStation) {
    this.id = kept.id;
    this.#version = kept.version;
    this.#digest = kept.digest;
    if (kept.right === 'read') this.state = 'shown';
  }

  get version() {
    return this.#version;
  }

  /** Save soon; a newer call replaces an older one that has not started. */
  later(document: StationFile) {
    // What is shown to somebody to be read changes on their screen alone.
    if (this.state === 'conflict' || this.state === 'shown') return;
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
    if (this.conflict) this.#goOnFrom(this.conflict);
    this.conflict = null;
    this.state = 'changed';
    this.#jobs.run(() => this.#save(document, newKey()));
  }

  /** Settle a conflict in favour of what was saved elsewhere, which is returned. */
  takeTheirs(): StationFile | null {
    const theirs = this.conflict;
    if (!theirs) return null;
    this.#goOnFrom(theirs);
    this.conflict = null;
    this.state = 'saved';
    return theirs.document;
  }

  #goOnFrom({ version, digest }: Pick<KeptStation, 'version' | 'digest'>) {
    this.#version = version;
    this.#digest = digest;
  }

  /** `key` names this save: repeated, because its answer was lost, it is known and changes nothing. */
  async #save(document: StationFile, key: string) {
    this.state = 'saving';
    try {
      const { data, error, response } = await api.PUT('/api/stations/{pk}', {
        params: { path: { pk: this.id } },
        body: { version: this.#version, digest: this.#digest, document, key },
      });
      if (data) this.#saved(document, data);
      else if (response.status === 409) {
        this.conflict = error as KeptStation;
        this.state = 'conflict';
      } else if (response.status === 404) this.state = 'gone';
      else if (response.status === 412) this.state = 'elsewhere';
      else if (response.status >= 500) {
        this.why = sentenceOf(error);
        this.#later(document, key, unreachable(response) ? 'offline' : 'failing');
      } else {
        const errors = refusalsOf(error);
        const marked = errors.some((error) => error.place !== '');
        this.why = errors.length ? sentenceOf(error) : `The server said ${String(response.status)}.`;
        this.state = marked ? 'refused' : 'blocked';
      }
    } catch (error) {
      // Whatever is wrong with the answer: sent again, the save is known by its key.
      console.error(error);
      this.why = 'The server’s answer could not be used.';
      this.#later(document, key, 'failing');
    }
  }

  #saved(document: StationFile, kept: Pick<KeptStation, 'version' | 'digest'>) {
    if (typeof kept.version !== 'number') throw new TypeError('no answer to a save');
    this.#goOnFrom(kept);
    this.#retryMs = FIRST_RETRY_MS;
    if (this.state === 'saving') this.state = 'saved';
    this.onsaved?.(document);
  }

  /** Try again by and by, or as soon as the server answers anybody. */
  #later(document: StationFile, key: string, state: 'offline' | 'failing') {
    if (this.state === 'changed') return; // a newer state is about to be saved
    this.state = state;
    clearTimeout(this.#timer);
    const again = () => {
      callOff();
      clearTimeout(this.#timer);
      if (this.state === state) this.#jobs.run(() => this.#save(document, key));
    };
    const callOff = state === 'offline' ? server.whenBack(again) : () => undefined;
    this.#timer = setTimeout(again, this.#retryMs);
    this.#retryMs = Math.min(2 * this.#retryMs, LONGEST_RETRY_MS);
  }
}

/** A name for something that is sent, by which it is known when it is sent again. */
export function newKey(): string {
  return `${Date.now().toString(36)}-${Math.random().toString(36).slice(2)}`;
}
