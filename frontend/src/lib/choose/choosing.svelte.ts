import {
  api,
  type BreakEven,
  type Candidate,
  type CandidateLook,
  type ChooseAnswer,
  type LengthsAnswer,
  type LossMap,
  type StationFile,
} from '../api/client';
import { Asking } from '../api/asking.svelte';
import { brokenStream, streamed } from '../api/lines';
import { sentenceOf } from '../api/refusals';

const SHOW_PROGRESS_AFTER_MS = 500;
/** How long a question must stand before it is asked what would break even. */
const STANDS_AFTER_MS = 350;
const RETRY_MS = 3000;

/** What the choice depends on: a rename of the station asks nothing anew. */
export function questionOf(document: StationFile): string {
  const { transmitter, chain, antenna, bands, comfort_swr, choice } = document;
  return JSON.stringify({ transmitter, chain, antenna, bands, comfort_swr, choice });
}

/** One question at a time: a newer one cancels the older, and its answers with it. */
export class Choosing {
  answer = $state.raw<ChooseAnswer | null>(null);
  progress = $state<{ done: number; of: number } | null>(null);
  /** The map of the decision or of what is selected, and of what stands now. */
  map = $state.raw<LossMap | null>(null);
  presentMap = $state.raw<LossMap | null>(null);
  evens = $state.raw<BreakEven[]>([]);
  selected = $state<string | null>(null);
  trouble = $state('');
  #lookOf = $state<string | null>(null);
  #question = '';
  #cancel = new AbortController();
  #retry: ReturnType<typeof setTimeout> | undefined;
  /** Which lengths of the feeder will do, and a candidate laid beside what stands: each waited for, and given up, by itself. */
  readonly trying = new Asking<LengthsAnswer>();
  readonly looking = new Asking<CandidateLook>();

  /** Nothing is asked any more. */
  cancel() {
    this.#cancel.abort();
    clearTimeout(this.#retry);
  }

  get decision(): Candidate | null {
    return this.answer?.candidates.find((candidate) => candidate.id === this.answer?.decision) ?? null;
  }
  get chosen(): Candidate | null {
    return this.answer?.candidates.find((candidate) => candidate.id === this.selected) ?? this.decision;
  }

  /** Ask, unless this is what was asked last. */
  async ask(document: StationFile) {
    const question = questionOf(document);
    if (question === this.#question) return;
    this.#question = question;
    this.cancel();
    this.#cancel = new AbortController();
    const { signal } = this.#cancel;
    try {
      const answer = await this.#stream(document, signal);
      if (!answer || signal.aborted) return;
      this.answer = answer;
      this.trouble = '';
      if (!answer.candidates.some((candidate) => candidate.id === this.selected)) this.selected = null;
      await this.#rest(document, answer, signal);
    } catch (error) {
      if (signal.aborted) return;
      this.trouble = brokenStream(error);
      this.#question = '';
      this.#retry = setTimeout(() => void this.ask(document), RETRY_MS);
    } finally {
      if (!signal.aborted) this.progress = null;
    }
  }

  async #stream(document: StationFile, signal: AbortSignal): Promise<ChooseAnswer | null> {
    const started = performance.now();
    for await (const line of streamed('/api/choose', { document }, signal)) {
      if (signal.aborted) return null;
      if (line.errors) {
        this.trouble = sentenceOf(line);
        this.progress = null;
        return null;
      }
      if (line.answer) return line.answer;
      if (performance.now() - started > SHOW_PROGRESS_AFTER_MS)
        this.progress = { done: line.done ?? 0, of: line.of ?? 1 };
    }
    throw new SyntaxError('cut off');
  }

  /** What comes after the verdict: the maps, and, once the question stands, the break-even. */
  async #rest(document: StationFile, answer: ChooseAnswer, signal: AbortSignal) {
    this.progress = null;
    const map = async (id: string) =>
      (await api.POST('/api/choose/map', { body: { document, id }, signal })).data;
    this.map = (await map(this.chosen?.id ?? answer.decision)) ?? null;
    const stands = answer.candidates.some((candidate) => candidate.id === 'present');
    this.presentMap = stands ? ((await map('present')) ?? null) : null;
    await new Promise((done) => setTimeout(done, STANDS_AFTER_MS));
    if (signal.aborted) return;
    // On the coax that stands now, against the best open line there is.
    const open_line = answer.candidates.find((candidate) => candidate.placement === 'open-room')?.line ?? '';
    const body = { document, coax: '', open_line };
    const even = await api.POST('/api/choose/break-even', { body, signal });
    this.evens = even.data ?? [];
  }

  /** Lay a candidate beside what stands now, at a frequency. */
  select(id: string, document: StationFile, mhz: number) {
    this.selected = id;
    this.looking.ask(async () => {
      const [look, map] = await Promise.all([
        api.POST('/api/choose/look', { body: { document, id, mhz } }),
        api.POST('/api/choose/map', { body: { document, id } }),
      ]);
      if (this.selected === id && map.data) this.map = map.data;
      if (look.data) this.#lookOf = id;
      return look;
    });
  }
  /** What is laid beside what stands now. */
  get look(): CandidateLook | null {
    return this.selected === this.#lookOf ? this.looking.answer : null;
  }

  close() {
    this.selected = null;
    this.looking.clear();
  }

  tryLengths(document: StationFile, low_m: number | string, high_m: number | string) {
    const body = { document, low_m, high_m, step_m: 0.25 };
    this.trying.ask(() => api.POST('/api/choose/lengths', { body }));
  }
}
