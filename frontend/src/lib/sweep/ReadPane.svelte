<script lang="ts">
  import type { Look } from '../api/client';
  import type { Session } from '../station/session.svelte';
  import DipTable from './DipTable.svelte';
  import DiscPicture from './DiscPicture.svelte';
  import LossPicture from './LossPicture.svelte';
  import OhmsPicture from './OhmsPicture.svelte';
  import SweepBands from './SweepBands.svelte';
  import SweepPicture from './SweepPicture.svelte';

  let { session, look, moved }: { session: Session; look: Look; moved: boolean } = $props();
  const sweeps = $derived(session.sweeps);
  let picture = $state<'swr' | 'ohms' | 'loss' | 'disc'>('swr');
  const comfort = $derived(Number(session.document.comfort_swr) || 2);
  const pictures = $derived<[typeof picture, string][]>([
    ['swr', 'SWR'],
    ...(look.reading.phase ? ([['ohms', 'R and X']] as [typeof picture, string][]) : []),
    ['loss', 'Return loss'],
    ...(look.reading.phase ? ([['disc', 'Impedance disc']] as [typeof picture, string][]) : []),
  ]);

  function zoom(low: number, high: number) {
    const beside = (high - low) * 0.6;
    const { low_mhz, high_mhz } = look.reading;
    sweeps.window = { low_mhz: Math.max(low - beside, low_mhz), high_mhz: Math.min(high + beside, high_mhz) };
  }
</script>

<p class="pictures" role="group" aria-label="Picture">
  {#each pictures as [key, name] (key)}
    <button type="button" class="linkish" aria-pressed={picture === key} onclick={() => (picture = key)}
      >{name}</button
    >
  {/each}
  {#if sweeps.window}
    <button type="button" class="linkish" onclick={() => (sweeps.window = null)}>The whole sweep</button>
  {/if}
</p>
{#if picture === 'ohms' && look.reading.phase}<OhmsPicture {look} />
{:else if picture === 'loss'}<LossPicture {look} />
{:else if picture === 'disc' && look.reading.phase}<DiscPicture {look} {comfort} />
{:else}<SweepPicture {look} {comfort} range={sweeps.window} />{/if}
<DipTable reading={look.reading} />
<SweepBands reading={look.reading} {moved} onzoom={zoom} />

<style>
  .pictures {
    display: flex;
    flex-wrap: wrap;
    gap: 0.2rem 1rem;
    margin: 0.5rem 0 0.2rem;
  }
  [aria-pressed='true'] {
    font-weight: 600;
    text-decoration: none;
  }
</style>
