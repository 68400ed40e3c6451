<script lang="ts">
  import Scroller from '../ui/Scroller.svelte';
  import type { Job } from '../api/client';

  /** How it is set up: from the instrument through the part to what is put at its far side in turn. */
  let { job }: { job: Job } = $props();
  const BOX = 84;
  const GAP = 26;
  const HEIGHT = 38;
  const end = $derived(16 + job.chain.length * (BOX + GAP));
  const wide = $derived(end + 190);
  const tall = $derived(Math.max(job.ends.length * 30 + 26, 76));
  const middle = $derived(tall / 2);
</script>

<Scroller label="How it is set up">
  <svg
    class="drawing w-full"
    style:max-width="{wide}px"
    style:min-width="{wide * 0.85}px"
    viewBox="0 0 {wide} {tall}"
    role="img"
    aria-label="{job.chain.join(', then the ')}, and at its far side in turn: {job.ends.join('; ')}"
  >
    {#each job.chain as name, n (n)}
      {@const x = 16 + n * (BOX + GAP)}
      <path d="M{x + BOX} {middle}h{GAP}" class="stroke-conducted stroke-6" />
      <rect
        class="fill-paper-sunk stroke-conducted-ink stroke-[1.2]"
        {x}
        y={middle - HEIGHT / 2}
        width={BOX}
        height={HEIGHT}
        class:instrument={n === 0}
      />
      <text class="fill-ink" x={x + BOX / 2} y={middle + 4} text-anchor="middle">{name}</text>
    {/each}
    {#each job.ends as name, n (n)}
      {@const y = middle + (n - (job.ends.length - 1) / 2) * 30}
      <path
        d="M{end - GAP + 34 - 4} {middle}C{end + 18} {middle},{end + 6} {y},{end + 26} {y}"
        class="turn"
        class:first={n === 0}
      />
      <circle class="fill-paper stroke-ink-soft" cx={end + 30} cy={y} r="4" class:first={n === 0} />
      <text class="fill-ink" x={end + 42} y={y + 4}
        >{job.ends.length > 1 ? `${String(n + 1)}. ` : ''}{name}</text
      >
    {/each}
  </svg>
</Scroller>

<style>
  .instrument {
    stroke-dasharray: 5 3;
  }
  .turn {
    fill: none;
    stroke: var(--ink-soft);
    stroke-dasharray: 3 3;
  }
  .turn.first {
    stroke-dasharray: none;
  }
  circle.first {
    fill: var(--conducted-ink);
    stroke: none;
  }
</style>
