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
  /** A tick's name gives way to the unit. */
  const free = (at: number) => unit === '' || grid || at < box.right - 40;
</script>

{#each ticks as tick, i (i)}
  <line
    x1={tick.at}
    x2={tick.at}
    y1={grid ? box.top : box.bottom}
    y2={box.bottom + (grid ? 0 : 4)}
    class="hair"
  />
  {#if free(tick.at)}
    <text x={tick.at} y={box.bottom + 17} text-anchor="middle" class="figures">{tick.name}</text>
  {/if}
{/each}
{#if unit}<text x={box.right} y={box.bottom + (grid ? 31 : 17)} text-anchor="end" class="fill-ink"
    >{unit}</text
  >{/if}
