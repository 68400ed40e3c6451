<script lang="ts">
  import { scaleBand } from 'd3-scale';
  import type { BenchTuner } from '../api/client';
  import { upright } from '../charts/axes';
  import Foot from '../charts/Foot.svelte';
  import Levels from '../charts/Levels.svelte';
  import Picture from '../charts/Picture.svelte';
  import { digits, highest, lowest, middle } from '../figures';

  /** The tuner's loss band by band: into 50 Ω as a hatched block, at the station's own load as a solid one. */
  let { rows }: { rows: BenchTuner['rows'] } = $props();
  const names = $derived(rows.map(({ mhz }) => digits(mhz, 4)));
  const top = $derived(
    Math.max(0.1, ...rows.flatMap((row) => [highest(row.loss_db) ?? 0, highest(row.in_station_db) ?? 0])),
  );
</script>

<Picture
  label="Loss of the tuner in decibels by frequency, into 50 ohms and at the station’s own load"
  height={230}
>
  {#snippet drawing(box)}
    {@const x = scaleBand(names, [box.left, box.right]).padding(0.3)}
    {@const y = upright(0, top * 1.05, box)}
    {@const wide = Math.min(x.bandwidth() / 2, 34)}
    <Levels {box} levels={y.ticks(5).map((db) => ({ at: y(db), name: String(db) }))} />
    <text x={4} y={box.top + 4}>dB</text>
    <Foot
      {box}
      unit="MHz"
      ticks={names.map((name) => ({ at: (x(name) ?? 0) + x.bandwidth() / 2, name }))}
      grid={false}
    />
    {#each rows as row, n (n)}
      {@const centre = (x(names[n] ?? '') ?? 0) + x.bandwidth() / 2}
      {#each [row.loss_db, row.in_station_db] as span, k (k)}
        {#if span}
          {@const left = centre + (k - 1) * wide}
          <rect
            x={left + 1}
            width={wide - 2}
            y={y(middle(span) ?? 0)}
            height={y(0) - y(middle(span) ?? 0)}
            class={k ? 'home' : 'bench'}
          />
          <path d="M{left + wide / 2} {y(lowest(span) ?? 0)}V{y(highest(span) ?? 0)}" class="between" />
        {/if}
      {/each}
    {/each}
  {/snippet}
  {#snippet legend()}
    <span
      ><svg width="14" height="11" aria-hidden="true"><rect width="14" height="11" class="bench" /></svg> into 50
      Ω</span
    >
    {#if rows.some((row) => row.in_station_db)}<span
        ><svg width="14" height="11" aria-hidden="true"><rect width="14" height="11" class="home" /></svg> at your
        station’s load</span
      >{/if}
    <span>the stroke: from least to most</span>
  {/snippet}
</Picture>

<style>
  .bench {
    fill: var(--paper-sunk);
    stroke: var(--heat-ink);
    stroke-width: 1;
  }
  .home {
    fill: var(--heat);
  }
  .between {
    stroke: var(--ink);
    stroke-width: 1.5;
  }
</style>
