import { storage } from '../ui/storage.svelte';

const keyOf = (name: string) => `tithe.garden/${name}`;

/** Something for a form to begin with. */
export function putIntoPocket(name: string, value: object) {
  storage.write(keyOf(name), JSON.stringify(value));
}

/** What is typed outside and not kept yet: it survives the phone putting the page away. Where a component begins. */
export function pocketForm<T extends object>(name: string, blank: () => T): T {
  const key = keyOf(name);
  let before: Partial<T> = {};
  try {
    before = JSON.parse(storage.read(key) ?? '{}') as Partial<T>;
  } catch {
    // As if nothing had been typed.
  }
  const value = $state({ ...blank(), ...before });
  $effect(() => {
    storage.write(key, JSON.stringify(value));
  });
  return value;
}

/** What is typed as a number: of a phone's keys, with a comma or a point; null where it is none. */
export function typedNumber(text: string): number | null {
  const plain = text.trim().replace(',', '.').replace('−', '-');
  return plain !== '' && Number.isFinite(Number(plain)) ? Number(plain) : null;
}
