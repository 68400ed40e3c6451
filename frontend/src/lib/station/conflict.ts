import type { StationFile } from '../api/client';

/** One place in which two states of a station differ. `both`: it was changed on both sides since `base`. */
export interface Difference {
  place: string;
  name: string;
  mine: unknown;
  theirs: unknown;
  both: boolean;
  /** Which of the two stands unless one chooses: what only one side changed is taken from there. */
  usual: 'mine' | 'theirs';
}

const NAMES: Record<string, string> = {
  name: 'Name',
  notes: 'Notes',
  transmitter: 'Transmitter',
  chain: 'The run',
  antenna: 'Antenna',
  bands: 'Bands',
  comfort_swr: 'Comfortable SWR',
  arrangement: 'Name of the arrangement',
  arrangements: 'Kept arrangements',
  trim: 'Trimming',
  choice: 'Wishes of the choice',
};

/** Where the document on this screen and the one saved elsewhere differ: by part where both runs have as many. */
export function differences(mine: StationFile, theirs: StationFile, base: StationFile | null): Difference[] {
  const out: Difference[] = [];
  const keys = Object.keys({ ...mine, ...theirs }) as (keyof StationFile)[];
  for (const key of keys) {
    if (alike(mine[key], theirs[key])) continue;
    if (key === 'chain' && mine.chain.length === theirs.chain.length) {
      mine.chain.forEach((part, at) => {
        const theirPart = theirs.chain[at];
        if (!alike(part, theirPart))
          out.push(
            difference(
              `chain[${at}]`,
              part.label || part.kind,
              part,
              theirPart,
              base?.chain[at],
              base !== null,
            ),
          );
      });
    } else {
      out.push(difference(key, NAMES[key] ?? key, mine[key], theirs[key], base?.[key], base !== null));
    }
  }
  return out;
}

function difference(
  place: string,
  name: string,
  mine: unknown,
  theirs: unknown,
  base: unknown,
  known: boolean,
): Difference {
  const [mineChanged, theirsChanged] = [!known || !alike(mine, base), !known || !alike(theirs, base)];
  return {
    place,
    name,
    mine,
    theirs,
    both: mineChanged && theirsChanged,
    usual: mineChanged ? 'mine' : 'theirs',
  };
}

/** The document on this screen with what is to be taken from the other one. */
export function merged(mine: StationFile, theirs: StationFile, fromTheirs: Set<string>): StationFile {
  const out = { ...mine, chain: [...mine.chain] };
  for (const place of fromTheirs) {
    const part = /^chain\[(\d+)\]$/.exec(place)?.[1];
    if (part === undefined) Object.assign(out, { [place]: theirs[place as keyof StationFile] });
    else {
      const theirPart = theirs.chain[Number(part)];
      if (theirPart) out.chain[Number(part)] = theirPart;
    }
  }
  return out;
}

/** The same but for what is not there: the server writes defaults out. */
function alike(a: unknown, b: unknown): boolean {
  if ((a ?? null) === null || (b ?? null) === null) return (a ?? null) === (b ?? null);
  if (typeof a !== 'object' || typeof b !== 'object') return a === b;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>];
  return Object.keys({ ...x, ...y }).every((key) => alike(x[key], y[key]));
}

/** A value in a line, for laying the two side by side. */
export function inWords(value: unknown): string {
  if (value === undefined || value === null) return 'nothing';
  if (typeof value !== 'object') return String(value);
  if (Array.isArray(value)) return `${value.length} entries`;
  return Object.entries(value)
    .filter(([, value]) => value !== null && value !== undefined)
    .map(([key, value]) => entry(key, value))
    .join(', ');
}

const UNITS: Record<string, string> = {
  m: 'm',
  mm: 'mm',
  w: 'W',
  db: 'dB',
  ohm: 'Ω',
  mhz: 'MHz',
  pf: 'pF',
  uh: 'µH',
  nh: 'nH',
  pct: '%',
};

/** A key of the file with its value: `length_m` 20 → "length 20 m". */
function entry(key: string, value: unknown): string {
  const [, name = key, suffix = ''] = /^(.+)_([a-z]+)$/.exec(key) ?? [];
  const unit = UNITS[suffix];
  return unit === undefined
    ? `${key.replaceAll('_', ' ')} ${short(value)}`
    : `${name.replaceAll('_', ' ')} ${short(value)} ${unit}`;
}

function short(value: unknown): string {
  const text = typeof value === 'object' ? JSON.stringify(value) : String(value);
  return text.length > 40 ? `${text.slice(0, 40)}…` : text;
}
