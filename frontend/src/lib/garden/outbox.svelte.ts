import { comesBack, unreachable } from '../api/client';
import { sentenceOf } from '../api/refusals';
import { server } from '../api/server.svelte';
import { Database } from '../station/database';
import { newKey } from '../station/keeper.svelte';
import { givenUp, send, type Waiting } from './sent';

const AGAIN_MS = 5000;

/**
 * What was typed and is not sent yet. It is kept in the browser before anything else, and goes in the order of its
 * typing once the server is there; what the server refuses stays, with the reason.
 */
export class Outbox {
  items = $state.raw<Waiting[]>([]);
  /** What has gone since the page was opened, the last first. */
  gone = $state.raw<Waiting[]>([]);
  /** Whether the server wants to know first who this is. */
  signedOut = $state(false);
  /** Whether the browser keeps nothing: what is typed lives on this page alone. */
  fleeting = $state(false);
  readonly #station: number;
  readonly #person: string;
  readonly #ongone: () => void;
  readonly #database = new Database('garden');
  #busy = false;
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(station: number, person: string, ongone: () => void) {
    this.#station = station;
    this.#person = person;
    this.#ongone = ongone;
  }

  /** Those that stand still to be sent, from any visit before. */
  async load() {
    const prefix = this.#name('');
    const kept = await this.#database.entries<Waiting>();
    const mine = kept.filter(([name]) => String(name).startsWith(prefix)).map(([, item]) => item);
    const known = this.items.map(({ key }) => key);
    this.items = [...mine.filter(({ key }) => !known.includes(key)), ...this.items].sort(
      (a, b) => a.at - b.at,
    );
    void this.send();
  }

  /** Keep one, and send it if that is possible. */
  async put(item: Omit<Waiting, 'key' | 'at' | 'folder' | 'station'>): Promise<void> {
    const { folder } = server;
    const whole = { ...item, station: this.#station, key: newKey(), at: Date.now(), folder };
    this.items = [...this.items, whole];
    await this.#keep(whole);
    void this.send();
  }

  /** The same in another form, and sent again. */
  async change(key: string, item: Partial<Waiting>): Promise<void> {
    this.items = this.items.map((waiting) => (waiting.key === key ? { ...waiting, ...item } : waiting));
    const changed = this.items.find((item) => item.key === key);
    if (changed) await this.#keep(changed);
    void this.send();
  }

  async drop(key: string): Promise<void> {
    this.items = this.items.filter((item) => item.key !== key);
    await this.#database.del(this.#name(key));
  }

  /** Send what can be sent, one after the other. */
  async send(): Promise<void> {
    if (this.#busy) return;
    this.#busy = true;
    clearTimeout(this.#timer);
    let went = false;
    try {
      for (;;) {
        const next = this.items.find((item) => item.refused === undefined && !item.unconfirmed);
        if (!next || !(await this.#sendOne(next))) break;
        went = true;
      }
    } finally {
      this.#busy = false;
    }
    if (went) this.#ongone();
    if (this.items.some((item) => item.refused === undefined && !item.unconfirmed)) this.#later();
  }

  /** Whether the next one may go. */
  async #sendOne(item: Waiting): Promise<boolean> {
    if (!server.folder) server.folder = item.folder;
    const { error, response } = await send(item);
    if (error === undefined) {
      await this.drop(item.key);
      this.gone = [item, ...this.gone].slice(0, 3);
      this.signedOut = false;
      return true;
    }
    this.signedOut = response.status === 401;
    if (givenUp(response)) server.lost();
    if (this.signedOut || givenUp(response) || unreachable(response) || comesBack(response)) return false;
    await this.#keepRefused(item, sentenceOf(error));
    return true;
  }

  async #keepRefused(item: Waiting, refused: string) {
    this.items = this.items.map((waiting) => (waiting.key === item.key ? { ...waiting, refused } : waiting));
    await this.#keep({ ...item, refused });
  }

  async #keep(item: Waiting) {
    this.fleeting = !(await this.#database.set(this.#name(item.key), $state.snapshot(item)));
  }

  #later() {
    this.#timer = setTimeout(() => void this.send(), AGAIN_MS);
  }

  #name(key: string): string {
    return `sent/${this.#person}/${this.#station}/${key}`;
  }
}
