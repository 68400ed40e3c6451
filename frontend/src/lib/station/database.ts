import { createStore, del, entries, get, set, type UseStore } from 'idb-keyval';
import { storage } from '../ui/storage.svelte';

/** The browser's own database, where larger things are kept; a browser that has none is asked only once. */
export class Database {
  readonly #name: string;
  #store: UseStore | null | undefined;

  constructor(name: string) {
    this.#name = name;
  }

  async get<T>(key: string | number): Promise<T | undefined> {
    return this.#try((store) => get<T>(key, store));
  }
  async entries<T>(): Promise<[IDBValidKey, T][]> {
    return (await this.#try((store) => entries<IDBValidKey, T>(store))) ?? [];
  }
  /** Whether it is kept. */
  async set(key: string | number, value: unknown): Promise<boolean> {
    return (await this.#try(async (store) => (await set(key, value, store), true))) ?? false;
  }
  async del(key: IDBValidKey): Promise<void> {
    await this.#try((store) => del(key, store));
  }

  async #try<T>(job: (store: UseStore) => Promise<T>): Promise<T | undefined> {
    try {
      this.#store ??= createStore(this.#name === 'drafts' ? 'tithe' : `tithe-${this.#name}`, this.#name);
      return await job(this.#store);
    } catch (error) {
      if (!(error instanceof DOMException && error.name === 'QuotaExceededError')) storage.blocked = true;
      return undefined;
    }
  }
}
