<script lang="ts">
  import type { Look } from '../api/client';
  import { across, frequencies, pathOf, upright, type Box } from '../charts/axes';
  import CurveTable from '../charts/CurveTable.svelte';
  import Foot from '../charts/Foot.svelte';
  import Levels from '../charts/Levels.svelte';
  import { dashes, lowest } from '../charts/marks';
  import Picture from '../charts/Picture.svelte';
  import { digits } from '../figures';

  interface Props {
    look: Look;
    /** Curves laid under it: id, name and curve, drawn thinner and dashed. */
    under?: { id: number; title: string; curve: Look['curve'] }[];
    target?: number | null;
    range?: { low_mhz: number; high_mhz: number } | null;
  }
  let { look, under = [], target = null, range = null }: Props = $props();
  const curve = $derived(look.curve);
  const low = $derived(range?.low_mhz ?? curve.mhz[0] ?? 0);
  const high = $derived(range?.high_mhz ?? curve.mhz.at(-1) ?? 1);
  const bands = $derived(look.reading.bands.filter((b) => b.high_mhz > low && b.low_mhz < high));
  const dips = $derived(look.reading.dips.filter((d) => d.mhz >= low && d.mhz <= high));
  const clip = $props.id();

  /** SWRs stand where their |Γ| is, so that all of them fit. */
  const scales = (box: Box) => ({ x: across(low, high, box), y: upright(0, 1, box) });
  const levels = (box: Box) =>
    look.disc.levels.map(({ swr, rho }) => ({
      at: scales(box).y(rho),
      name: swr === null ? '∞' : String(swr),
    }));
</script>

<Picture label={`SWR over frequency. ${look.reading.sentence}`} height={260} margins={{ top: 26 }}>
  {#snippet drawing(box)}
    {@const { x, y } = scales(box)}
    {@const path = (c: Look['curve']) => pathOf(c.mhz.map(x), c.rho.map(y))}
    {@const comfort = y(look.disc.comfort.rho)}
    <clipPath id={clip}
      ><rect x={box.left} y={box.top} width={box.right - box.left} height={box.bottom - box.top} /></clipPath
    >
    <g clip-path="url(#{clip})">
      {#each bands as band, i (i)}
        {@const x0 = x(band.low_mhz)}
        <rect
          x={x0}
          y={box.top}
          width={Math.max(x(band.high_mhz) - x0, 1.5)}
          height={box.bottom - box.top}
          fill="var(--paper-sunk)"
        />
      {/each}
      <rect
        x={box.left}
        y={comfort}
        width={box.right - box.left}
        height={box.bottom - comfort}
        fill="var(--radiated)"
        fill-opacity="0.08"
      />
    </g>
    {#each bands as band, i (i)}
      <text x={(x(band.low_mhz) + x(band.high_mhz)) / 2} y={box.top - 6} text-anchor="middle"
        >{band.name.replace(' m', '')}</text
      >
    {/each}
    <Levels {box} levels={levels(box)} />
    <Foot {box} ticks={frequencies(x, box)} unit="MHz" />
    <text x={4} y={box.top - 8}>SWR</text>
    <line
      x1={box.left}
      x2={box.right}
      y1={comfort}
      y2={comfort}
      stroke="var(--radiated-ink)"
      stroke-dasharray="3 3"
    />
    <g clip-path="url(#{clip})" fill="none">
      {#if target !== null}
        <line
          x1={x(target)}
          x2={x(target)}
          y1={box.top}
          y2={box.bottom}
          stroke="var(--ink)"
          stroke-width="1.5"
        />
      {/if}
      {#each under as sweepUnder, n (sweepUnder.id)}
        <path
          d={path(sweepUnder.curve)}
          stroke="var(--ink-soft)"
          stroke-width="1.2"
          stroke-dasharray={dashes(n)}
        />
      {/each}
      <path d={path(curve)} stroke="var(--standing-ink)" stroke-width="2" />
    </g>
    {#each dips as dip (dip.mhz)}
      <path
        d={lowest(x(dip.mhz), y(dip.rho))}
        fill="var(--standing-ink)"
        stroke="var(--paper)"
        stroke-width="0.5"
      />
      {#if dip.resonance && dip.resonance.mhz >= low && dip.resonance.mhz <= high}
        {@const rx = x(dip.resonance.mhz)}
        <g stroke="var(--radiated-ink)" stroke-width="2">
          <line x1={rx} x2={rx} y1={box.bottom - 34} y2={box.bottom} />
          <circle cx={rx} cy={box.bottom - 38} r="4" fill="none" />
        </g>
      {/if}
    {/each}
  {/snippet}
  {#snippet legend()}
    {#if dips.length}<span class="text-standing-ink">▲</span> lowest SWR{/if}
    {#if dips.some((dip) => dip.resonance)}<span class="text-radiated-ink">○</span> resonant: X is zero{/if}
    <span class="text-radiated-ink">┄</span> your comfort, {digits(look.disc.comfort.swr)}
    {#if target !== null}<span>│</span> the goal{/if}
    {#each under as sweepUnder, n (sweepUnder.id)}
      <span
        ><svg class="inline" width="26" height="8" aria-hidden="true"
          ><line x1="0" x2="26" y1="4" y2="4" stroke="var(--ink-soft)" stroke-dasharray={dashes(n)} /></svg
        >
        {sweepUnder.title}</span
      >
    {/each}
  {/snippet}
  {#snippet table()}
    <CurveTable mhz={curve.mhz} columns={[['SWR', curve.swr]]} />
  {/snippet}
</Picture>

<style>
  span + span {
    margin-left: -0.2rem;
  }
</style>
