<script lang="ts">
  import type { Here } from '../api/client';
  import HeatFall from './HeatFall.svelte';
  import MeterFlag from './MeterFlag.svelte';
  import StandingWave from './StandingWave.svelte';
  import StripEnds from './StripEnds.svelte';
  import { HEIGHT, ribbonPath, type StripLayout } from './layout';
  import { described } from './words';

  interface Props {
    here: Here;
    layout: StripLayout;
    name: string;
    stale?: boolean;
  }
  let { here, layout, name, stale = false }: Props = $props();

  const highest = $derived(
    Math.max(...here.waves.flatMap((wave) => wave?.highest ?? wave?.volts_peak ?? []), 1e-9),
  );
</script>

<svg
  class="block"
  width={layout.width}
  height={HEIGHT.floor + 18}
  role="img"
  aria-label={described(name, here)}
  class:stale
  data-testid="strip"
>
  {#each layout.segments as segment (segment.index)}<HeatFall {segment} />{/each}
  <path d={ribbonPath(layout)} fill="var(--conducted)" />
  {#each layout.segments as segment (segment.index)}
    <line
      x1={segment.x1}
      x2={segment.x1}
      y1={HEIGHT.top}
      y2={HEIGHT.top + segment.outHeight}
      stroke="var(--paper)"
      stroke-width="1"
    />
    {@const wave = here.waves[segment.index]}
    {#if wave && 'volts_peak_max' in segment.stage}
      <StandingWave {wave} line={segment.stage} {highest} {segment} />
    {/if}
    {#if 'forward_w' in segment.stage}
      <MeterFlag {segment} meter={segment.stage} />
    {/if}
  {/each}
  <StripEnds {here} {layout} />
</svg>

<style>
  .stale {
    opacity: 0.45;
  }
</style>
