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

<div class="with-flags">
  <section aria-label="The run, transmitter to antenna" class="strip" bind:clientWidth={width}>
    {#if here && layout}
      {#if full}<StripDrawing {here} {layout} name="The run" {stale} />
      {:else}<SlimDrawing {here} {layout} {stale} />{/if}
    {:else}
      <p class="empty" class:full>
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
      class="opens"
      aria-expanded={full}
      aria-label="The strip in full"
      title={full ? 'Make the strip slim' : 'Show the strip in full'}
      onclick={preferences.strip.toggle}
      >{#if full}<ChevronUp size={16} />{:else}<ChevronDown size={16} />{/if}</button
    >
  {/if}
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
    display: flex;
    align-items: center;
    padding: 0.3rem 2.5rem 0.3rem 1.5rem;
    min-height: 49px;
    color: var(--ink-soft);
  }
  .empty.full {
    min-height: 100px;
  }
  .opens {
    position: absolute;
    top: 2px;
    right: 4px;
    width: 24px;
    height: 24px;
    display: grid;
    place-items: center;
    color: var(--ink-soft);
    border-radius: 50%;
  }
  .opens:hover {
    color: var(--ink);
    background: var(--paper-sunk);
  }
</style>
