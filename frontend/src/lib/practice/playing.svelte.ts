import { api, type PracticeRound, type PracticeScore, type StationFile } from '../api/client';
import { sentenceOf } from '../api/refusals';
import { storage } from '../ui/storage.svelte';

const KEY = 'tithe.practice';
export type Level = 1 | 2 | 3;
export interface Reading {
  how: PracticeRound['places'][number]['how'];
  at: number;
  mhz: number;
  tuner: 'auto' | 'bypass';
}
type Reply = { data?: PracticeRound; error?: unknown };

/** A round as it is played in this tab: it goes on where it was left. */
export class Playing {
  round = $state.raw<PracticeRound | null>(null);
  score = $state.raw<PracticeScore | null>(null);
  trouble = $state('');
  busy = $state(false);

  async resume() {
    void this.#count();
    const id = storage.readTab(KEY);
    if (id) await this.#take(() => api.GET('/api/practice/{pk}', { params: { path: { pk: id } } }));
    // A round of another data folder is none here.
    if (!this.round) this.trouble = '';
  }
  begin(level: Level, document: StationFile) {
    return this.#take(() =>
      api.POST('/api/practice', { body: { level, document: level === 1 ? null : document } }),
    );
  }
  read(reading: Reading) {
    return this.#take((pk) =>
      api.POST('/api/practice/{pk}/read', { params: { path: { pk } }, body: reading }),
    );
  }
  async answer(cause: string) {
    await this.#take((pk) =>
      api.POST('/api/practice/{pk}/answer', { params: { path: { pk } }, body: { cause } }),
    );
    await this.#count();
  }
  leave() {
    this.round = null;
    storage.writeTab(KEY, null);
  }

  async #take(ask: (id: string) => Promise<Reply>) {
    if (this.busy) return;
    this.busy = true;
    const { data, error } = await ask(this.round?.id ?? '').finally(() => (this.busy = false));
    this.trouble = data ? '' : sentenceOf(error);
    if (!data) return;
    this.round = data;
    storage.writeTab(KEY, data.id);
  }
  async #count() {
    this.score = (await api.GET('/api/practice/score')).data ?? this.score;
  }
}
