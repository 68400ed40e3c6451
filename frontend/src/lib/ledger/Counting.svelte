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

<section aria-label="Three ways of counting the loss">
  <h2>The same loss, counted three ways</h2>
  <dl class="figures" use:roving>
    {#each ways as way, i (i)}
      <div>
        <dt><Termed text={way.name} /></dt>
        <dd class="db"><Fig at={way.at} name={way.name} text={shown(way.db, decibels)} /> dB</dd>
        <dd class="when">{way.when}</dd>
      </div>
    {/each}
  </dl>
</section>

<style>
  section {
    margin-top: 1.6rem;
  }
  h2 {
    font-size: 1.05rem;
  }
  dl {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
    gap: 0 1.4rem;
    margin-top: 0.4rem;
  }
  dl > div {
    border-top: 1px solid var(--hairline);
    padding-top: 0.4rem;
  }
  dt {
    color: var(--ink-soft);
  }
  .db {
    font-size: 1.2rem;
  }
  .when {
    font-size: 13px;
    color: var(--ink-soft);
  }
</style>
