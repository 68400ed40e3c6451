/** Places in a document, written as in the station file: `chain[2].length_m`. */

type Step = string | number;

function steps(place: string): Step[] {
  return [...place.matchAll(/\[(\d+)\]|([^.[\]]+)/g)].map((match) =>
    match[1] !== undefined ? Number(match[1]) : (match[2] ?? ''),
  );
}

/** The value at a place, or undefined. */
export function valueAt(root: unknown, place: string): unknown {
  let at = root as Record<Step, unknown> | undefined;
  for (const step of steps(place)) at = at?.[step] as Record<Step, unknown> | undefined;
  return at;
}

/** A copy of `root` with the value at a place replaced; what is not on the way is shared. */
export function withValue<T>(root: T, place: string, value: unknown): T {
  const [first, ...rest] = steps(place);
  if (first === undefined) return value as T;
  const copy = (Array.isArray(root) ? [...root] : { ...root }) as Record<Step, unknown>;
  const restPlace = rest.map((step) => (typeof step === 'number' ? `[${step}]` : `.${step}`)).join('');
  const next = restPlace ? withValue(copy[first] ?? {}, restPlace, value) : value;
  if (next === undefined)
    return Object.fromEntries(Object.entries(copy).filter(([key]) => key !== first)) as T;
  copy[first] = next;
  return copy as T;
}
