<script lang="ts">
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import ChevronUp from '@lucide/svelte/icons/chevron-up';
  import { whyItWaits } from '../api/server.svelte';
  import type { View } from '../../views';
  import type { Session } from '../station/session.svelte';
  import { digits, middle, watts } from '../figures';
  import { preferences } from '../station/preferences.svelte';
  import JointMarks from '../sweep/JointMarks.svelte';
  import FlagReadings from './FlagReadings.svelte';
  import PartLabels from './PartLabels.svelte';
  import SlimDrawing from './SlimDrawing.svelte';
  import StripDrawing from './StripDrawing.svelte';
  import { layOut, lengthsOf, partEdges, runEnd } from './layout';

  interface Props {
    session: Session;
    view: View;
    oninsert: (at: number) => void;
  }
  let { session, view, oninsert }: Props = $props();
  let width = $state(1200);

  const here = $derived(session.answer?.here ?? null);
  const fits = $derived(here?.result.stages.length === session.document.chain.length);
  const layout = $derived(here ? layOut(here, lengthsOf(session.document.chain), width) : null);
  const edges = $derived(partEdges(layout, session.document.chain.length, width));
  const stale = $derived(!fits || session.stale !== '');
  /** The ledger is about the strip; elsewhere it leaves the room to what the view is about. */
  const always = $derived(view === 'ledger');
  const full = $derived(always || preferences.strip.open);
</script>

<div class="relative">
  <section
    aria-label="The run, transmitter to antenna"
    class="strip relative overflow-hidden border-b"
    bind:clientWidth={width}
  >
    {#if here && layout}
      {#if full}<StripDrawing {here} {layout} name="The run" {stale} />
      {:else}<SlimDrawing {here} {layout} {stale} />{/if}
    {:else}
      <p class="empty soft flex min-h-12.25 items-center py-1.25 pr-10 pl-6" class:full>
        {(session.answer?.why ?? session.stale) || `Computing the run … ${whyItWaits()}`}
      </p>
    {/if}
    {#if view === 'sweep'}<JointMarks sweeps={session.sweeps} chain={session.document.chain} {edges} />{/if}
    <PartLabels {session} {width} {edges} inserting={view !== 'sweep'} end={runEnd(width)} {oninsert} />
    <p class="visually-hidden" aria-live="polite">
      {here
        ? `${digits(session.mhz, 6)} megahertz: ${watts(middle(here.result.total.radiated_w))} watts leave`
        : ''}
    </p>
  </section>
  {#if full && view !== 'sweep'}<FlagReadings {session} {width} {edges} />{/if}
  {#if !always}
    <button
      type="button"
      class="opens soft absolute top-0.5 right-1 grid h-6 w-6 place-items-center rounded-full hover:bg-paper-sunk hover:text-ink"
      aria-expanded={full}
      aria-label="The strip in full"
      title={full ? 'Make the strip slim' : 'Show the strip in full'}
      onclick={preferences.strip.toggle}
      >{#if full}<ChevronUp size={16} />{:else}<ChevronDown size={16} />{/if}</button
    >
  {/if}
</div>

<style>
  .empty.full {
    min-height: 100px;
  }
</style>
