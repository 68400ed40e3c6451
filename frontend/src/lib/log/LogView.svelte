<script lang="ts">
  import type { StationPlace } from '../../routes';
  import { untrack } from 'svelte';
  import { Asking } from '../api/asking.svelte';
  import {
    api,
    type LogRow,
    type PlacedOut,
    type ReconcileAnswer,
    type Reconciled,
    type TrendOut,
  } from '../api/client';
  import type { Session } from '../station/session.svelte';
  import { withValue } from '../station/paths';
  import Trouble from '../ui/Trouble.svelte';
  import Beforehand from './Beforehand.svelte';
  import Explained from './Explained.svelte';
  import { Log } from './log.svelte';
  import NoteForm from './NoteForm.svelte';
  import Places from './Places.svelte';
  import ReadingForm from './ReadingForm.svelte';
  import Timeline from './Timeline.svelte';
  import Trend from './Trend.svelte';

  /** The log of the station: what was read, noted and changed, and what explains the last readings. */
  interface Props {
    session: Session;
    onshow: (place: Partial<StationPlace>) => void;
  }
  let { session, onshow }: Props = $props();
  const log = $derived(new Log(session.keeper.id));
  const trending = new Asking<TrendOut>();
  const explaining = new Asking<ReconcileAnswer>();
  const placing = new Asking<PlacedOut[]>();
  const bands = $derived(session.document.bands ?? []);

  /** What the readings come to. It waits for the log itself, which is to be there at once. */
  async function explain() {
    const [low_mhz, high_mhz] = log.band ?? [0, 1e6];
    const params = { path: { pk: session.keeper.id } };
    const body = { document: session.document };
    const { mhz } = session;
    await untrack(() => log.loaded);
    explaining.ask(() => api.POST('/api/stations/{pk}/reconcile', { params, body }));
    placing.ask(() => api.POST('/api/meters/places', { body: { ...body, mhz } }));
    trending.ask(() =>
      api.POST('/api/stations/{pk}/trend', { params, body: { ...body, low_mhz, high_mhz } }),
    );
  }
  $effect(() => {
    void session.noted;
    untrack(() => void log.load());
  });
  $effect(() => {
    void session.noted;
    void explain();
  });
  /** The station's figures as the readings have them, as one step. */
  function take(changes: Reconciled['changes']) {
    const next = changes.reduce(
      (document, { place, value }) => withValue(document, place, value),
      session.document,
    );
    session.step(next, 'readings taken over');
  }
  /** What is to be read next stands ready to be typed. */
  let wanted = $state.raw<{ at: string; tuner: 'auto' | 'bypass'; load: 'antenna' | 'dummy' } | null>(null);
  function read(next: Reconciled['next'][number]) {
    session.mhz = next.mhz;
    const [tuner, load] = [next.tuner === 'bypass', next.how === 'dummy'];
    wanted = { at: next.at, tuner: tuner ? 'bypass' : 'auto', load: load ? 'dummy' : 'antenna' };
  }
  function open(row: LogRow) {
    if (row.kind === 'sweep') onshow({ view: 'sweep', sweep: row.key });
    else onshow({ view: 'tuner', part: Number(row.body.part), tuner: 'chart' });
  }
  const explained = $derived(explaining.answer);
  const labels = $derived(session.document.chain.map((part) => part.label || part.kind));
</script>

<section class="min-w-0 px-4 pt-3.25 pb-8" aria-label="Log">
  <h2 class="print-only">{session.document.name}: log</h2>
  <div class="no-print">
    <Trouble text={Object.keys(session.faults).length ? '' : explaining.trouble} asking={explaining} />
    {#each explained?.left_out ?? [] as sentence, i (i)}<p class="soft py-1.5">{sentence}</p>{/each}
    {#if explained?.answer}
      <Explained {explained} rows={log.rows} ontake={take} onread={read} />
      <Beforehand {session} />
    {:else if explained && !explained.left_out.length}
      <p class="serif my-2 max-w-184 py-1.5">
        What do the meters show? Type a reading, here or at a flag on the strip, and it stands beside what it
        should be, with what explains the difference.
      </p>
    {/if}
    <div class="forms">
      <div>
        <h3>A reading</h3>
        <ReadingForm {session} {wanted} />
      </div>
      <NoteForm station={session.keeper.id} onkept={() => (session.noted += 1)} />
    </div>
    {#if trending.answer && trending.answer.days.length > 1}
      <section>
        <h3>Over time</h3>
        <Trend trend={trending.answer} {bands} />
      </section>
    {/if}
    {#if placing.answer?.length && !placing.trouble}
      <section>
        <h3>Where a meter would tell most, on this band</h3>
        <Places places={placing.answer} {labels} mhz={session.mhz} />
      </section>
    {/if}
    <h3>The log</h3>
  </div>
  <Timeline {log} station={session.keeper.id} {bands} onchange={explain} onopen={open} />
</section>

<style>
  .forms {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(20rem, 100%), 1fr));
    gap: 0.4rem 2rem;
    margin: 1.2rem 0;
    border-top: 1px solid var(--hairline);
    padding-top: 0.6rem;
  }
</style>
