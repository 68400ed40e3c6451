<script lang="ts">
  import { onMount } from 'svelte';
  import { Asking } from '../api/asking.svelte';
  import { api, type PlacedOut, type ReconcileAnswer, type Reconciled, type TrendOut } from '../api/client';
  import type { Session } from '../station/session.svelte';
  import { withValue } from '../station/paths';
  import Trouble from '../ui/Trouble.svelte';
  import Explained from './Explained.svelte';
  import { Log, noteDown } from './log.svelte';
  import ReadingForm from './ReadingForm.svelte';
  import Timeline from './Timeline.svelte';
  import Trend from './Trend.svelte';

  /** The log of the station: what was read, noted and changed, and what explains the last readings. */
  let { session }: { session: Session } = $props();
  const log = $derived(new Log(session.keeper.id));
  const trending = new Asking<TrendOut>();
  const explaining = new Asking<ReconcileAnswer>();
  let note = $state('');
  let noteTrouble = $state('');
  const id = $props.id();

  onMount(() => void log.load());
  function explain() {
    const params = { path: { pk: session.keeper.id } };
    const body = { document: session.document };
    explaining.ask(() => api.POST('/api/stations/{pk}/reconcile', { params, body }));
    const [low_mhz, high_mhz] = log.band ?? [0, 1e6];
    trending.ask(() =>
      api.POST('/api/stations/{pk}/trend', { params, body: { ...body, low_mhz, high_mhz } }),
    );
  }
  $effect(explain);
  const placing = new Asking<PlacedOut[]>();
  $effect(() => {
    const body = { document: session.document, mhz: session.mhz };
    placing.ask(() => api.POST('/api/meters/places', { body }));
  });
  function changed() {
    void log.load();
    explain();
  }
  /** The station's figures as the readings have them, as one step. */
  function take(changes: Reconciled['changes']) {
    const next = changes.reduce(
      (document, { place, value }) => withValue(document, place, value),
      session.document,
    );
    session.step(next, 'readings taken over');
  }
  async function keepNote(event: SubmitEvent) {
    event.preventDefault();
    noteTrouble = await noteDown(session.keeper.id, {
      note: { date: new Date().toISOString().slice(0, 10), text: note },
    });
    if (noteTrouble) return;
    note = '';
    changed();
  }
  const found = $derived(explaining.answer);
</script>

<section class="log" aria-label="Log">
  <Trouble text={Object.keys(session.faults).length ? '' : explaining.trouble} />
  {#if found?.answer}
    <Explained {found} rows={log.rows} ontake={take} />
  {:else if found}
    <p class="serif lead">
      What do the meters show? Type a reading, here or at the meter itself, and it stands beside what it
      should be, with what explains the difference.
    </p>
  {/if}
  <div class="forms">
    <div>
      <h3>A reading</h3>
      <ReadingForm {session} onkept={changed} />
    </div>
    <form onsubmit={keepNote} aria-label="A note">
      <h3><label for="{id}-note">A note</label></h3>
      <textarea id="{id}-note" rows="3" bind:value={note} placeholder="new connector, storm …"></textarea>
      <p><button type="submit" class="firm" disabled={!note.trim()}>Keep the note</button></p>
      <Trouble text={noteTrouble} />
    </form>
  </div>
  {#if trending.answer && trending.answer.days.length > 1}
    <section>
      <h3>Over time</h3>
      <Trend found={trending.answer} />
    </section>
  {/if}
  {#if placing.answer?.length && !placing.trouble}
    <section>
      <h3>Where a meter would tell most, on this band</h3>
      <ul>
        {#each placing.answer as one (one.question)}<li>{one.text}</li>{/each}
      </ul>
    </section>
  {/if}
  <h3>The log</h3>
  <Timeline {log} bands={session.document.bands ?? []} onchange={explain} />
</section>

<style>
  .log {
    padding: 0.8rem 1rem 2rem;
    min-width: 0;
  }
  .lead {
    margin: 0.5rem 0;
    max-width: 46rem;
  }
  .forms {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(20rem, 100%), 1fr));
    gap: 0.4rem 2rem;
    margin: 1.2rem 0;
    border-top: 1px solid var(--hairline);
    padding-top: 0.6rem;
  }
  textarea {
    width: 100%;
    background: none;
    border: 1px solid var(--ink-soft);
    padding: 0.3rem 0.5rem;
  }
  li {
    border-top: 1px solid var(--hairline);
    padding: 0.25rem 0;
  }
  p {
    padding: 0.35rem 0;
  }
</style>
