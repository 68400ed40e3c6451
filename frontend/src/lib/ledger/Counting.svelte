<script lang="ts">
  import type { Result } from '../api/client';
  import { decibels, shown } from '../figures';
  import Termed from '../terms/Termed.svelte';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';

  let { counted }: { counted: Result['counted'] } = $props();
  const ways = $derived([
    {
      name: 'Whole chain',
      at: 'counted.whole_chain_db',
      db: counted.whole_chain_db,
      when: 'True here: every part with its real currents, the radio’s protection included.',
    },
    {
      name: 'Handbook',
      at: 'counted.handbook_db',
      db: counted.handbook_db,
      when: 'Matched losses and the handbook’s extra for SWR, a tuner without loss. Good for long lines at moderate SWR.',
    },
    {
      name: 'Mismatch only',
      at: 'counted.mismatch_only_db',
      db: counted.mismatch_only_db,
      when: 'Reflected power taken for lost. True only where nothing sends it back again: no tuner, and a source that absorbs it.',
    },
  ]);
</script>

<section class="mt-6.5" aria-label="Three ways of counting the loss">
  <h2 class="text-lead">The same loss, counted three ways</h2>
  <dl class="figures mt-1.5 grid grid-cols-[repeat(auto-fit,minmax(11rem,1fr))] gap-x-5.5 gap-y-0" use:roving>
    {#each ways as way, i (i)}
      <div class="border-t pt-1.5">
        <dt class="soft"><Termed text={way.name} /></dt>
        <dd class="text-large"><Fig at={way.at} name={way.name} text={shown(way.db, decibels)} /> dB</dd>
        <dd class="soft text-fine">{way.when}</dd>
      </div>
    {/each}
  </dl>
</section>
