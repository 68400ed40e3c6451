<script lang="ts">
  import type { RetuningOut } from '../api/client';
  import { across, frequencies, pathOf, upright } from '../charts/axes';
  import CurveTable from '../charts/CurveTable.svelte';
  import Foot from '../charts/Foot.svelte';
  import Levels from '../charts/Levels.svelte';
  import { dashes } from '../charts/marks';
  import Picture from '../charts/Picture.svelte';
  import { digits } from '../figures';

  /** The SWR over one band as each preset stands, and without a tuner. */
  interface Props {
    band: RetuningOut['bands'][number];
    limits: number[];
  }
  let { band, limits }: Props = $props();
  const TOP = 5;
  const nameOf = (limit: number, n: number) => (n === 2 ? `${limit}, the radio holds back` : String(limit));
  const named = $derived(
    band.spots.map((spot) => `${digits(spot.mhz, 5)} MHz${spot.preset === null ? ', predicted' : ''}`),
  );
</script>

<Picture
  label="SWR over {band.name} as each setting stands. {band.sentence}"
  height={210}
  margins={{ left: 40 }}
>
  {#snippet drawing(box)}
    {@const x = across(band.mhz[0] ?? 0, band.mhz.at(-1) ?? 1, box)}
    {@const y = upright(1, TOP, box)}
    {@const within = (values: (number | null)[]) =>
      values.map((value) => (value === null || value > TOP ? null : y(value)))}
    <Levels {box} levels={[1, 3, 4, 5].map((ratio) => ({ at: y(ratio), name: String(ratio) }))} />
    {#each limits as limit, n (limit)}
      {#if limit < TOP}
        <line x1={box.left} x2={box.right} y1={y(limit)} y2={y(limit)} class="limit" />
        <text x={box.right - 4} y={y(limit) - 3} text-anchor="end" class="figures">{nameOf(limit, n)}</text>
      {/if}
    {/each}
    <Foot {box} unit="MHz" ticks={frequencies(x, box)} />
    <path
      d={pathOf(band.mhz.map(x), within(band.bare))}
      fill="none"
      stroke="var(--ink-soft)"
      stroke-width="1.2"
      stroke-dasharray="1 3"
    />
    {#each band.spots as spot, n (n)}
      <path
        d={pathOf(band.mhz.map(x), within(spot.swr))}
        fill="none"
        stroke="var(--standing-ink)"
        stroke-width="2"
        stroke-dasharray={n ? dashes(n) : undefined}
      />
      <path d="M{x(spot.mhz)} {y(1)}l-5 9h10Z" fill="var(--standing-ink)" />
    {/each}
  {/snippet}
  {#snippet legend()}
    <span>▲ set there; SWR left as one moves away</span>
    <span
      >dotted: without the tuner{band.bare.every((ratio) => (ratio ?? TOP + 1) > TOP)
        ? `, above ${TOP}`
        : ''}</span
    >
  {/snippet}
  {#snippet table()}
    <CurveTable
      mhz={band.mhz}
      columns={[
        ...band.spots.map((spot, n): [string, (number | null)[]] => [named[n] ?? '', spot.swr]),
        ['without', band.bare],
      ]}
    />
  {/snippet}
</Picture>

<style>
  .limit {
    stroke: var(--caution-ink);
    stroke-dasharray: 5 3;
    stroke-width: 0.8;
  }
</style>
