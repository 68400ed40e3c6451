<script lang="ts">
  import type { Look } from '../api/client';
  import { across, ohmsTop, pathOf, upright } from './axes';
  import Frame from './Frame.svelte';

  let { look }: { look: Look } = $props();
  let width = $state(700);
  const HEIGHT = 260;
  const clip = $props.id();
  const box = $derived({ left: 46, right: width - 14, top: 12, bottom: HEIGHT - 26 });
  const curve = $derived(look.curve);
  const r = $derived(curve.r_ohm ?? []);
  const reactance = $derived(curve.x_ohm ?? []);
  const top = $derived(ohmsTop([...r, ...reactance]));
  const x = $derived(across(curve.mhz[0] ?? 0, curve.mhz.at(-1) ?? 1, box));
  const y = $derived(upright(-top, top, box));
  const path = (values: (number | null)[]) =>
    pathOf(
      curve.mhz.map(x),
      values.map((v) => (v === null ? null : y(Math.max(Math.min(v, 4 * top), -4 * top)))),
    );
</script>

<div bind:clientWidth={width}>
  <svg
    class="drawing"
    {width}
    height={HEIGHT}
    role="img"
    aria-label="Resistance and reactance over frequency, in ohms"
  >
    <clipPath id={clip}
      ><rect x={box.left} y={box.top} width={box.right - box.left} height={box.bottom - box.top} /></clipPath
    >
    <Frame
      {x}
      {box}
      levels={y.ticks(6).map((ohm) => ({ at: y(ohm), name: String(ohm), strong: ohm === 0 }))}
    />
    <g clip-path="url(#{clip})" fill="none" stroke-width="2">
      <path d={path(r)} stroke="var(--conducted-ink)" />
      <path d={path(reactance)} stroke="var(--standing-ink)" stroke-dasharray="6 3" />
      {#each look.reading.resonances as one (one.mhz)}
        <circle cx={x(one.mhz)} cy={y(0)} r="4.5" stroke="var(--radiated-ink)" />
      {/each}
    </g>
  </svg>
  <p class="drawing-key">
    <span class="r">━</span> R, Ω &nbsp; <span class="x">┅</span> X, Ω &nbsp; <span class="o">○</span> X is
    zero; what lies beyond {top} Ω is cut off.
  </p>
</div>

<style>
  .r {
    color: var(--conducted-ink);
  }
  .x {
    color: var(--standing-ink);
  }
  .o {
    color: var(--radiated-ink);
  }
</style>
