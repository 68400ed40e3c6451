import { server } from '../api/server.svelte';
import { storage } from '../ui/storage.svelte';
import { newKey } from './keeper.svelte';

const keyOf = (station: number, form: string) => `tithe.form.${server.folder}/${station}/${form}`;

function recalled<T>(key: string): Partial<T> {
  try {
    return JSON.parse(storage.readTab(key) ?? '{}') as Partial<T>;
  } catch {
    return {};
  }
}

/**
 * What is typed into a form of a station and not kept yet: it survives another view, a step back and a reload of this
 * tab. To be called where a component begins.
 */
export function typedForm<T extends object>(station: number, form: string, blank: () => T): T {
  const key = keyOf(station, form);
  const value = $state({ ...blank(), ...recalled<T>(key) });
  $effect(() => {
    const text = JSON.stringify(value);
    storage.writeTab(key, text === JSON.stringify(blank()) ? null : text);
  });
  return value;
}

/**
 * Names for what a form sends. The same sent again, since its answer was slow or lost, has the same name, and is kept
 * once; even after a reload.
 */
export class Sending {
  busy = $state(false);
  readonly #key: string;

  constructor(station: number, form: string) {
    this.#key = `${keyOf(station, form)}/sent`;
  }

  /** Send, one at a time; what was wrong as a sentence, "" where it was kept; null where one is on its way already. */
  async send(what: unknown, job: (key: string) => Promise<string>): Promise<string | null> {
    if (this.busy) return null;
    const content = JSON.stringify(what);
    const before = recalled<{ content: string; key: string }>(this.#key);
    const key = before.content === content && before.key ? before.key : newKey();
    storage.writeTab(this.#key, JSON.stringify({ content, key }));
    this.busy = true;
    try {
      const wrong = await job(key);
      if (!wrong) storage.writeTab(this.#key, null);
      return wrong;
    } finally {
      this.busy = false;
    }
  }
}
