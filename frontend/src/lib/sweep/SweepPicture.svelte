<script lang="ts">
  import type { Look } from '../api/client';
  import { digits } from '../figures';
  import { across, pathOf, rhoOf, SWR_TICKS, upright } from './axes';
  import Frame from './Frame.svelte';

  interface Props {
    look: Look;
    comfort: number;
    /** Curves laid under it: id, name and curve, drawn thinner and dashed. */
    under?: { id: number; title: string; curve: Look['curve'] }[];
    target?: number | null;
    range?: { low_mhz: number; high_mhz: number } | null;
  }
  let { look, comfort, under = [], target = null, range = null }: Props = $props();
  let width = $state(700);
  const HEIGHT = 260;
  const box = $derived({ left: 46, right: width - 14, top: 26, bottom: HEIGHT - 26 });
  const curve = $derived(look.curve);
  const low = $derived(range?.low_mhz ?? curve.mhz[0] ?? 0);
  const high = $derived(range?.high_mhz ?? curve.mhz.at(-1) ?? 1);
  const x = $derived(across(low, high, box));
  const y = $derived(upright(0, 1, box));
  const path = (c: Look['curve']) =>
    pathOf(
      c.mhz.map(x),
      c.swr.map((s) => y(rhoOf(s))),
    );
  const bands = $derived(look.reading.bands.filter((b) => b.high_mhz > low && b.low_mhz < high));
  const dips = $derived(look.reading.dips.filter((d) => d.mhz >= low && d.mhz <= high));
  const clip = $props.id();
  const DASHES = ['5 3', '2 3', '8 3 2 3', '1 2'];
</script>

<div bind:clientWidth={width}>
  <svg
    class="drawing"
    {width}
    height={HEIGHT}
    role="img"
    aria-label={`SWR over frequency. ${look.reading.sentence} The tables below have the figures.`}
  >
    <clipPath id={clip}
      ><rect x={box.left} y={box.top} width={box.right - box.left} height={box.bottom - box.top} /></clipPath
    >
    <g clip-path="url(#{clip})">
      {#each bands as band (band.name)}
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
        y={y(rhoOf(comfort))}
        width={box.right - box.left}
        height={box.bottom - y(rhoOf(comfort))}
        fill="var(--radiated)"
        fill-opacity="0.08"
      />
    </g>
    {#each bands as band (band.name)}
      <text x={(x(band.low_mhz) + x(band.high_mhz)) / 2} y={box.top - 6} text-anchor="middle"
        >{band.name.replace(' m', '')}</text
      >
    {/each}
    <Frame
      {x}
      {box}
      levels={SWR_TICKS.map((swr) => ({ at: y(rhoOf(swr)), name: swr === null ? '∞' : String(swr) }))}
    />
    <text x={4} y={box.top - 8}>SWR</text>
    <line
      x1={box.left}
      x2={box.right}
      y1={y(rhoOf(comfort))}
      y2={y(rhoOf(comfort))}
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
      {#each under as one, n (one.id)}
        <path
          d={path(one.curve)}
          stroke="var(--ink-soft)"
          stroke-width="1.2"
          stroke-dasharray={DASHES[n % DASHES.length]}
        />
      {/each}
      <path d={path(curve)} stroke="var(--standing-ink)" stroke-width="2" />
    </g>
    {#each dips as dip (dip.mhz)}
      <g>
        <path
          d="M{x(dip.mhz)} {y(rhoOf(dip.swr)) + 3}l-5 9h10Z"
          fill="var(--standing-ink)"
          stroke="var(--paper)"
          stroke-width="0.5"
        />
        {#if dip.resonance && dip.resonance.mhz >= low && dip.resonance.mhz <= high}
          {@const rx = x(dip.resonance.mhz)}
          <line
            x1={rx}
            x2={rx}
            y1={box.bottom - 34}
            y2={box.bottom}
            stroke="var(--radiated-ink)"
            stroke-width="2"
          />
          <circle
            cx={rx}
            cy={box.bottom - 38}
            r="4"
            fill="none"
            stroke="var(--radiated-ink)"
            stroke-width="2"
          />
        {/if}
      </g>
    {/each}
  </svg>
  <p class="drawing-key">
    {#if dips.length}<span class="lowest">▲</span> lowest SWR{/if}
    {#if dips.some((dip) => dip.resonance)}<span class="resonant">○</span> resonant: X is zero{/if}
    <span class="comfort">┄</span> your comfort, {digits(comfort)}
    {#if target !== null}<span>│</span> the goal{/if}
    {#each under as one, n (one.id)}
      <span
        ><svg width="26" height="8" aria-hidden="true"
          ><line
            x1="0"
            x2="26"
            y1="4"
            y2="4"
            stroke="var(--ink-soft)"
            stroke-dasharray={DASHES[n % DASHES.length]}
          /></svg
        >
        {one.title}</span
      >
    {/each}
  </p>
</div>

<style>
  p svg {
    display: inline;
  }
  .lowest {
    color: var(--standing-ink);
  }
  .resonant,
  .comfort {
    color: var(--radiated-ink);
  }
  p > span + span {
    margin-left: -0.2rem;
  }
</style>
