<script lang="ts">
  import { digits, swr } from '../figures';
  import { jointName } from '../sweep/joints';
  import SweepPicture from '../sweep/SweepPicture.svelte';
  import type { Seen } from './seen.svelte';

  /** The sweep that came last. */
  let { seen }: { seen: Seen } = $props();
  const row = $derived(seen.sweeps.at(-1) ?? null);
  const look = $derived(seen.look);
</script>

{#if row}
  <h2 class="serif text-large">{row.title || 'A sweep without a name'}</h2>
  <p class="soft">
    {row.taken.slice(0, 16).replace('T', ' ')}, {jointName(row.chain, row.joint)}
  </p>
  {#if look}
    <SweepPicture {look} />
    <p>{look.reading.sentence}</p>
    {#if look.contradiction}<p class="fault">{look.contradiction}</p>{/if}
    <ul>
      {#each look.reading.dips as dip, n (n)}
        <li class="figures border-t py-2">
          <strong>{dip.mhz.toFixed(3)} MHz</strong>{dip.within_khz
            ? ` ± ${digits(dip.within_khz, 2)} kHz`
            : ''}, SWR {swr(dip.swr)}{#if dip.resonance}; X is zero at
            {dip.resonance.mhz.toFixed(3)} MHz{/if}
        </li>
      {/each}
    </ul>
  {:else}
    <p>{seen.due ? 'The server has not read it yet.' : 'It could not be read.'}</p>
  {/if}
{:else}
  <h2 class="serif text-large">The last sweep</h2>
  <p>No sweep of this station is kept yet.</p>
{/if}
