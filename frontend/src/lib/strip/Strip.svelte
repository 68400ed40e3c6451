<script lang="ts">
  import { whyItWaits } from '../api/server.svelte';
  import type { Session } from '../station/session.svelte';
  import { digits, middle, watts } from '../figures';
  import JointMarks from '../sweep/JointMarks.svelte';
  import FlagReadings from './FlagReadings.svelte';
  import PartLabels from './PartLabels.svelte';
  import StripDrawing from './StripDrawing.svelte';
  import { layOut, lengthsOf, partEdges, runEnd } from './layout';

  let { session, oninsert }: { session: Session; oninsert: (at: number) => void } = $props();
  let width = $state(1200);

  const here = $derived(session.answer?.here ?? null);
  const fits = $derived(here?.result.stages.length === session.document.chain.length);
  const layout = $derived(here ? layOut(here, lengthsOf(session.document.chain), width) : null);
  const edges = $derived(partEdges(layout, session.document.chain.length, width));
  const stale = $derived(!fits || session.stale !== '');
</script>

<div class="with-flags">
  <section aria-label="The run, transmitter to antenna" class="strip" bind:clientWidth={width}>
    {#if here && layout}
      <StripDrawing {here} {layout} name="The run" {stale} />
    {:else}
      <p class="empty">{(session.answer?.why ?? session.stale) || `Computing the run … ${whyItWaits()}`}</p>
    {/if}
    {#if session.view === 'sweep'}<JointMarks
        sweeps={session.sweeps}
        chain={session.document.chain}
        {edges}
      />{/if}
    <PartLabels
      {session}
      {width}
      {edges}
      inserting={session.view !== 'sweep'}
      end={runEnd(width)}
      {oninsert}
    />
    <p class="visually-hidden" aria-live="polite">
      {here
        ? `${digits(session.mhz, 6)} megahertz: ${watts(middle(here.result.total.radiated_w))} watts leave`
        : ''}
    </p>
  </section>
  {#if session.view !== 'sweep'}<FlagReadings {session} {width} {edges} />{/if}
</div>

<style>
  .with-flags {
    position: relative;
  }
  .strip {
    position: relative;
    border-bottom: 1px solid var(--hairline);
    overflow: hidden;
  }
  .empty {
    padding: 4rem 1.5rem;
    min-height: 230px;
    color: var(--ink-soft);
  }
</style>
