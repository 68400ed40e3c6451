import { againAfter_s, api, comesBack, type KeptStation, type SweepRow, unreachable } from '../api/client';
import { server } from '../api/server.svelte';
import { Database } from '../station/database';
import { type Computed, Computing, isSame } from './computing';

/** What a phone shows of a station, as it was answered last. */
export interface Seen extends Computed {
  folder: string;
  station: KeptStation;
  sweeps: SweepRow[];
  /** When it was answered, ms. */
  at: number;
}
/** So many are told of, whatever there are. */
const LAST_SWEEPS = 30;
export type State = 'opening' | 'there' | 'signed-out' | 'gone';

/** A station as a phone sees it: what was answered last is shown until something newer comes, also where nothing does. */
export class Station {
  seen = $state.raw<Seen | null>(null);
  state = $state<State>('opening');
  readonly id: number;
  readonly #name: string;
  readonly #database = new Database('garden');
  /** After how many seconds what the server had no time for is to be asked again; 0: nothing is. */
  again_s = $state(0);
  #left = false;
  #computing: Computing | null = null;
  #busy: Promise<void> | null = null;

  constructor(id: number, person: string) {
    this.id = id;
    this.#name = `seen/${person}/${id}`;
  }

  /** What this phone kept, and then what is so now. */
  async open() {
    const kept = await this.#database.get<Seen>(this.#name);
    if (kept && !this.seen) {
      this.seen = kept;
      if (!server.folder) server.folder = kept.folder;
      this.state = 'there';
    }
    await this.load();
  }

  /** Ask what is so now; one at a time. */
  load(): Promise<void> {
    this.#busy ??= this.#load().finally(() => (this.#busy = null));
    return this.#busy;
  }

  /** The same after something was sent: what is being asked may not know of it. */
  async loadAnew() {
    await this.#busy;
    await this.load();
  }

  async #load() {
    const params = { path: { pk: this.id } };
    const { data: station, response } = await api.GET('/api/stations/{pk}', { params });
    if (!station) return this.#without(response);
    const query = { last: LAST_SWEEPS };
    const kept = await api.GET('/api/stations/{pk}/sweeps', { params: { ...params, query } });
    if (!kept.data) return this.#without(kept.response);
    await this.#compute(
      station,
      kept.data.filter((row) => !row.removed),
    );
  }

  async #compute(station: KeptStation, sweeps: SweepRow[]) {
    const now = { folder: server.folder, station, sweeps, at: Date.now() };
    const before = this.seen;
    if (before && !before.due && isSame(before.station, before.sweeps, station, sweeps)) {
      this.again_s = 0;
      return this.#show({ ...before, ...now });
    }
    if (!this.#computing?.isOf(station, sweeps)) this.#computing = new Computing(station, sweeps);
    for await (const computed of this.#computing.steps())
      // What was whole is shown until what is new is whole.
      if (!computed.due || (this.seen?.due ?? true)) await this.#show({ ...now, ...computed });
    this.again_s = this.#computing.again_s;
  }

  async #show(seen: Seen) {
    if (this.#left) return;
    this.state = 'there';
    this.seen = seen;
    await this.#database.set(this.#name, seen);
  }

  /** What was kept is for whom it is for: not for who is not let in any more. */
  async #without(response: Response) {
    this.again_s = againAfter_s(response);
    if (unreachable(response) || comesBack(response)) return;
    this.state = response.status === 401 ? 'signed-out' : 'gone';
    this.seen = null;
    await this.#database.del(this.#name);
  }

  /** Nothing of it stays on this phone, nor what is being asked still. */
  async forget() {
    this.#left = true;
    await this.#database.del(this.#name);
  }
}
