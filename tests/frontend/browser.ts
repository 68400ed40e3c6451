/** The browser's own database, which jsdom has not (`setup.ts` puts this in its place, empty before each test). */
const kept = new Map<string, unknown>();
/** What a test may set: a browser that has no room for more. */
export const room = { full: false };

export class Database {
  readonly #name: string;
  constructor(name: string) {
    this.#name = name;
  }
  get(key: string | number) {
    return Promise.resolve(structuredClone(kept.get(`${this.#name}:${key}`)));
  }
  entries() {
    const mine = [...kept].filter(([key]) => key.startsWith(`${this.#name}:`));
    return Promise.resolve(mine.map(([key, value]) => [key.slice(this.#name.length + 1), value]));
  }
  set(key: string | number, value: unknown) {
    if (!room.full) kept.set(`${this.#name}:${key}`, structuredClone(value));
    return Promise.resolve(!room.full);
  }
  del(key: string) {
    return Promise.resolve(void kept.delete(`${this.#name}:${key}`));
  }
}

export function emptyDatabase() {
  kept.clear();
  room.full = false;
}
