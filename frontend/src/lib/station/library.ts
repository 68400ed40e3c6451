import { api, type StationFile } from '../api/client';
import { textLines } from '../api/lines';
import { sentenceOf } from '../api/refusals';

const TOO_LARGE = 48_000_000;

/** Why a file was not taken. */
function sentence(error: unknown): string {
  return `The file was not taken. ${sentenceOf(error)}`;
}

/** Keep a new station made from a start; its number. */
export async function begin(slug: string): Promise<number | null> {
  const { data } = await api.POST('/api/stations/start/{slug}', { params: { path: { slug } } });
  return data?.id ?? null;
}

/** Keep a new station: its number, or why not. */
export async function keep(document: StationFile): Promise<{ id: number } | { refused: string }> {
  const { data, error } = await api.POST('/api/stations', { body: document });
  return data ? { id: data.id } : { refused: sentence(error) };
}

/** Keep a new station from a station file: its number, or why not. */
export async function bringIn(file: File): Promise<{ id: number } | { refused: string }> {
  if (file.size > TOO_LARGE) return { refused: 'The file was not taken: it is larger than 48 MB.' };
  const body = (await file.text()) as unknown as StationFile;
  const bodySerializer = (text: unknown) => text as string;
  const { data, error } = await api.POST('/api/stations', { body, bodySerializer });
  return data ? { id: data.id } : { refused: sentence(error) };
}

/** Whether a file holds everything that was kept, rather than one station. */
export async function holdsEverything(file: File): Promise<boolean> {
  return (await file.slice(0, 200).text()).includes('"tithe-library"');
}

/** What a file with everything brought. */
export interface BroughtIn {
  stations: string[];
  /** How many more came of those deleted of late, and how many were here already. */
  deleted: number;
  already: number;
  /** Why it ended, if it did early. */
  refused: string;
}

/** Take in a file with everything, line by line; taken in again after it ended early, it doubles nothing. */
export async function bringEverythingIn(file: File): Promise<BroughtIn> {
  const broughtIn: BroughtIn = { stations: [], deleted: 0, already: 0, refused: '' };
  if (!(await isWhole(file)))
    return {
      ...broughtIn,
      refused: 'The file was not taken. It was cut off: its last line, which counts its lines, is not there.',
    };
  for await (const line of textLines(file.stream())) {
    const bodySerializer = () => line;
    const { data, error } = await api.POST('/api/library/line', { bodySerializer, body: {} });
    if (!data) return { ...broughtIn, refused: sentence(error) };
    if (data.already) broughtIn.already += 1;
    else if (data.deleted) broughtIn.deleted += 1;
    else if (data.station) broughtIn.stations.push(data.station);
  }
  return broughtIn;
}

/** Whether a file ends with the line that counts its lines, and has as many. Those of version 1 have none. */
async function isWhole(file: File): Promise<boolean> {
  let [count, last] = [-1, ''];
  for await (const line of textLines(file.stream())) {
    if (count < 0 && /"version": ?1\b/.test(line)) return true;
    last = line;
    count += 1;
  }
  return new RegExp(`^\\{"end": ?\\{"lines": ?${count}\\b`).test(last);
}
