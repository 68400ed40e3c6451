import type { StationFile } from '../api/client';

/** The present arrangement put among the kept ones under its name; the present one stays, as a new variant. */
export function keptAs(document: StationFile, name: string): StationFile {
  const { transmitter, chain, antenna, arrangement, arrangements = [] } = document;
  const kept = { name: arrangement ?? 'as it is', transmitter, chain, antenna };
  return { ...document, arrangement: name, arrangements: [...arrangements, kept] };
}

/** Change over to a kept arrangement; the present one takes its place among the kept. */
export function changedOver(document: StationFile, at: number): StationFile {
  const { transmitter, chain, antenna, arrangement, arrangements = [] } = document;
  const next = arrangements[at];
  if (!next) return document;
  const kept = arrangements.map((present, n) =>
    n === at ? { name: arrangement ?? 'as it is', transmitter, chain, antenna } : present,
  );
  return {
    ...document,
    transmitter: next.transmitter,
    chain: next.chain,
    antenna: next.antenna,
    arrangement: next.name,
    arrangements: kept,
  };
}

export function dropped(document: StationFile, at: number): StationFile {
  return { ...document, arrangements: (document.arrangements ?? []).filter((_, n) => n !== at) };
}
