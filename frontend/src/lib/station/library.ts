import { api, type KeptStation, type StationFile } from '../api/client';
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
  return (data as KeptStation | undefined)?.id ?? null;
}

/** Keep a new station: its number, or why not. */
export async function keep(document: StationFile): Promise<{ id: number } | { refused: string }> {
  const { data, error } = await api.POST('/api/stations', { body: document });
  return data ? { id: (data as KeptStation).id } : { refused: sentence(error) };
}

/** Keep a new station from a station file: its number, or why not. */
export async function bringIn(file: File): Promise<{ id: number } | { refused: string }> {
  if (file.size > TOO_LARGE) return { refused: 'The file was not taken: it is larger than 48 MB.' };
  const body = (await file.text()) as unknown as StationFile;
  const bodySerializer = (text: unknown) => text as string;
  const { data, error } = await api.POST('/api/stations', { body, bodySerializer });
  return data ? { id: (data as KeptStation).id } : { refused: sentence(error) };
}

/** Whether a file holds everything that was kept, rather than one station. */
export async function holdsEverything(file: File): Promise<boolean> {
  return (await file.slice(0, 200).text()).includes('"tithe-library"');
}

/** Take in a file with everything, line by line: the stations it brought, and why it ended if it did early. */
export async function bringEverythingIn(file: File): Promise<{ stations: string[]; refused: string }> {
  const stations: string[] = [];
  for await (const line of textLines(file.stream())) {
    const bodySerializer = () => line;
    const { data, error } = await api.POST('/api/library/line', { bodySerializer, body: {} as never });
    if (!data) return { stations, refused: sentence(error) };
    if (data.station) stations.push(data.station);
  }
  return { stations, refused: '' };
}
