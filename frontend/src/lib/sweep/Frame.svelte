<script lang="ts">
  import { digits } from '../figures';
  import type { Box, Scale } from './axes';

  /** Frequencies along the foot of a picture, and level lines across it with their names. */
  interface Props {
    x: Scale;
    box: Box;
    levels: { at: number; name: string; strong?: boolean }[];
  }
  let { x, box, levels }: Props = $props();
  const count = $derived(Math.max(3, Math.floor((box.right - box.left) / 105)));
</script>

{#each levels as level (level.name)}
  <line x1={box.left} x2={box.right} y1={level.at} y2={level.at} class={level.strong ? 'zero' : 'hair'} />
  <text x={box.left - 6} y={level.at + 4} text-anchor="end" class="figures">{level.name}</text>
{/each}
{#each x.ticks(count) as tick (tick)}
  <line x1={x(tick)} x2={x(tick)} y1={box.bottom} y2={box.bottom + 4} class="hair" />
  <text x={x(tick)} y={box.bottom + 17} text-anchor="middle" class="figures">{digits(tick, 6)}</text>
{/each}
<text x={box.right} y={box.bottom + 17} text-anchor="end" class="unit">MHz</text>

<style>
  .zero {
    stroke: var(--ink-soft);
  }
  .unit {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 5px;
  }
</style>
