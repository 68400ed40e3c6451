<script lang="ts">
  import type { Look } from '../api/client';
  import type { Sweeps } from './sweeps.svelte';
  import DipTable from './DipTable.svelte';
  import DiscPicture from './DiscPicture.svelte';
  import LossPicture from './LossPicture.svelte';
  import OhmsPicture from './OhmsPicture.svelte';
  import SweepBands from './SweepBands.svelte';
  import Segments from '../ui/Segments.svelte';
  import SweepPicture from './SweepPicture.svelte';

  let { sweeps, look, moved }: { sweeps: Sweeps; look: Look; moved: boolean } = $props();
  let picture = $state<'swr' | 'ohms' | 'loss' | 'disc'>('swr');
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

<div class="mt-2 mb-0.75 flex flex-wrap gap-x-4 gap-y-0.75">
  <Segments label="Picture" value={picture} options={pictures} onchoose={(key) => (picture = key)} />
  {#if sweeps.window}
    <button type="button" class="linkish" onclick={() => (sweeps.window = null)}>The whole sweep</button>
  {/if}
</div>
{#if picture === 'ohms' && look.reading.phase}<OhmsPicture {look} />
{:else if picture === 'loss'}<LossPicture {look} />
{:else if picture === 'disc' && look.reading.phase}<DiscPicture {look} />
{:else}<SweepPicture {look} range={sweeps.window} />{/if}
<DipTable reading={look.reading} />
<SweepBands reading={look.reading} {moved} onzoom={zoom} />
