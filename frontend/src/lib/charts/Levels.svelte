<script lang="ts">
  import type { Box, Level } from './axes';

  /** Level lines across a picture, with their names at its left edge. */
  let { box, levels }: { box: Box; levels: Level[] } = $props();
</script>

{#each levels as level, i (i)}
  <line x1={box.left} x2={box.right} y1={level.at} y2={level.at} class={level.strong ? 'zero' : 'hair'} />
  <text x={box.left - 6} y={level.at + 4} text-anchor="end" class="figures">{level.name}</text>
{/each}

<style>
  .zero {
    stroke: var(--ink-soft);
  }
</style>
