<script lang="ts">
  import type { Box, Tick } from './axes';

  /** Ticks along the foot of a picture with what they stand for, and the unit at their right end. */
  interface Props {
    box: Box;
    ticks: Tick[];
    unit?: string;
    /** Lines up through the picture rather than short strokes. */
    grid?: boolean;
  }
  let { box, ticks, unit = '', grid = false }: Props = $props();
</script>

{#each ticks as tick (tick.name)}
  <line
    x1={tick.at}
    x2={tick.at}
    y1={grid ? box.top : box.bottom}
    y2={box.bottom + (grid ? 0 : 4)}
    class="hair"
  />
  <text x={tick.at} y={box.bottom + 17} text-anchor="middle" class="figures">{tick.name}</text>
{/each}
{#if unit}<text x={box.right} y={box.bottom + (grid ? 31 : 17)} text-anchor="end" class="unit">{unit}</text
  >{/if}

<style>
  .unit {
    fill: var(--ink);
  }
</style>
