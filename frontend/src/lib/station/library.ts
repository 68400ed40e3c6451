import { api, type KeptStation, type Refusal } from '../api/client';

const TOO_LARGE = 10_000_000;

function sentence(error: unknown): string {
  const first = (error as { errors?: Refusal[] } | undefined)?.errors?.[0];
  if (!first) return 'The server did not say why.';
  const place = first.place.replace(/^(file|document)\.?/, '');
  const text = place ? `${place} ${first.rule}` : first.rule;
  return `The file was not taken: ${text}.`;
}

/** Keep a new station made from a start; its number. */
export async function begin(slug: string): Promise<number | null> {
  const { data } = await api.POST('/api/stations/start/{slug}', { params: { path: { slug } } });
  return (data as KeptStation | undefined)?.id ?? null;
}

/** Keep a new station from a station file: its number, or why not. */
export async function bringIn(file: File): Promise<{ id: number } | { refused: string }> {
  if (file.size > TOO_LARGE) return { refused: 'The file was not taken: it is larger than 10 MB.' };
  const { data, error } = await api.POST('/api/stations/file', { body: { text: await file.text() } });
  return data ? { id: (data as KeptStation).id } : { refused: sentence(error) };
}

export function openStation(id: number) {
  location.assign(`/station/${id}`);
}
