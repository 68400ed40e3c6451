import { api, unreachable, type KeptStation, type StationRow } from '../api/client';
import { sentenceOf } from '../api/refusals';

const PATIENCE_MS = 500;

/** The stations that are kept, and those deleted of late: listed, renamed, copied, deleted and brought back. */
export class Stations {
  rows = $state.raw<StationRow[]>([]);
  deleted = $state.raw<StationRow[]>([]);
  /** The one deleted last, which one click brings back. */
  last = $state.raw<StationRow | null>(null);
  trouble = $state('');
  /** Whether the list is waited for, for a while already. */
  waits = $state(false);

  async load() {
    const patience = setTimeout(() => (this.waits = true), PATIENCE_MS);
    const [list, deleted] = await Promise.all([
      api.GET('/api/stations'),
      api.GET('/api/stations', { params: { query: { removed: true } } }),
    ]).finally(() => {
      clearTimeout(patience);
      this.waits = false;
    });
    this.trouble = '';
    if (unreachable(list.response)) this.trouble = 'The server does not answer. Is it running?';
    else if (!list.data) this.trouble = 'The list of stations could not be read: the server has trouble.';
    this.rows = list.data ?? this.rows;
    this.deleted = deleted.data ?? this.deleted;
  }

  async rename(row: StationRow, name: string) {
    if (name.trim() !== row.name) await this.#change(row, { name: name.trim() });
  }

  async remove(row: StationRow) {
    if (await this.#change(row, { removed: true })) this.last = row;
  }

  async bringBack(row: StationRow) {
    await this.#change(row, { removed: false });
  }

  async copy(row: StationRow): Promise<KeptStation | null> {
    const params = { path: { pk: row.id } };
    const { data, error } = await api.POST('/api/stations/{pk}/copy', { params });
    await this.load();
    if (error) this.trouble = sentence(row, error);
    return data ?? null;
  }

  async #change(row: StationRow, body: { name?: string; removed?: boolean }): Promise<boolean> {
    const { error } = await api.PATCH('/api/stations/{pk}', { params: { path: { pk: row.id } }, body });
    this.last = null;
    await this.load();
    if (error) this.trouble = sentence(row, error);
    return !error;
  }
}

function sentence(row: StationRow, error: unknown): string {
  return `“${row.name}” was not changed. ${sentenceOf(error)}`;
}
