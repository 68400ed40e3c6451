<script lang="ts">
  import { api } from '../api/client';
  import { sentenceOf } from '../api/refusals';
  import { server } from '../api/server.svelte';
  import type { Seen } from './seen.svelte';

  /** What is to be trimmed to: the middle of a band. */
  let { seen, reads, onchanged }: { seen: Seen; reads: boolean; onchanged: () => void } = $props();
  let trouble = $state('');
  let busy = $state(false);
  const bands = $derived(seen.station.document.bands ?? []);

  async function begin(low_mhz: number, high_mhz: number) {
    const { id, version, document } = seen.station;
    const target_mhz = Number(((low_mhz + high_mhz) / 2).toFixed(3));
    const trim = { target_mhz, sides: 2, means: 'wire', aim: 'resonance' } as const;
    busy = true;
    const { error } = await api.PUT('/api/stations/{pk}', {
      params: { path: { pk: id } },
      body: { version, document: { ...document, trim } },
    });
    busy = false;
    trouble = error ? sentenceOf(error) : '';
    onchanged();
  }
</script>

<h2 class="serif">Trim an antenna</h2>
{#if reads}
  <p>Nothing is trimmed at this station now.</p>
{:else if !bands.length}
  <p>This station has no band yet: give it one in the room.</p>
{:else}
  <p>
    Each sweep that you keep here then says whether the last cut moved the right way, and how much the next
    one takes.
  </p>
  {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
  {#if !server.reachable}<p>To begin needs a connection, once.</p>{/if}
  <ul>
    {#each bands as band, n (n)}
      <li class="py-1">
        <button
          type="button"
          class="firm"
          disabled={busy || !server.reachable}
          onclick={() => begin(band.low_mhz, band.high_mhz)}>For the middle of {band.name}</button
        >
      </li>
    {/each}
  </ul>
  <p class="soft">
    Both sides are then cut alike, until the reactance is zero there. Another goal is set in the room.
  </p>
{/if}

<style>
  h2 {
    font-size: 1.5rem;
  }
</style>
