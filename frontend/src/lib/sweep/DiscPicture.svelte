<script lang="ts">
  import type { Look } from '../api/client';
  import { digits } from '../figures';
  import { pathOf, rhoOf } from './axes';

  let { look, comfort }: { look: Look; comfort: number } = $props();
  const SIZE = 340;
  const R = 150;
  const px = (re: number) => SIZE / 2 + re * R;
  const py = (im: number) => SIZE / 2 - im * R;
  const RESISTANCES = [10, 25, 50, 100, 200];
  const clip = $props.id();
  const path = $derived(
    pathOf(
      (look.curve.re ?? []).map((v) => px(v ?? 0)),
      (look.curve.im ?? []).map((v) => (v === null ? null : py(v))),
    ),
  );
  /** Γ of R + jX, re 50 Ω. */
  function at(r: number, x: number): [number, number] {
    const [a, b] = [r - 50, r + 50];
    const d = b * b + x * x;
    return [(a * b + x * x) / d, (2 * 50 * x) / d];
  }
</script>

<div class="disc">
  <svg
    class="drawing"
    width={SIZE}
    height={SIZE}
    role="img"
    aria-label="The sweep on the disc of impedances: the centre is 50 ohms, the rim reflects everything"
  >
    <clipPath id={clip}><circle cx={SIZE / 2} cy={SIZE / 2} r={R} /></clipPath>
    <circle cx={SIZE / 2} cy={SIZE / 2} r={R * rhoOf(comfort)} fill="var(--radiated)" fill-opacity="0.12" />
    {#each [1.5, 2, 3, 10] as swr (swr)}
      <circle cx={SIZE / 2} cy={SIZE / 2} r={R * rhoOf(swr)} class="hair" />
      <text
        x={px(-0.71 * rhoOf(swr))}
        y={py(-0.71 * rhoOf(swr)) + 4}
        text-anchor="middle"
        class="figures label">{swr}</text
      >
    {/each}
    <g clip-path="url(#{clip})">
      {#each RESISTANCES as r (r)}
        <circle cx={px(r / (r + 50))} cy={SIZE / 2} r={(R * 50) / (r + 50)} class="faint" />
      {/each}
      <path d={path} fill="none" stroke="var(--standing-ink)" stroke-width="2" />
    </g>
    <circle cx={SIZE / 2} cy={SIZE / 2} r={R} class="rim" />
    <line x1={px(-1)} x2={px(1)} y1={SIZE / 2} y2={SIZE / 2} class="rim" />
    {#each look.reading.dips as dip (dip.mhz)}
      {#if dip.r_ohm !== null && dip.x_ohm !== null}
        {@const [re, im] = at(dip.r_ohm, dip.x_ohm)}
        <path d="M{px(re)} {py(im)}m0 -6l5 9h-10Z" fill="var(--standing-ink)" stroke="var(--paper)" />
        <text x={px(re) + 8} y={py(im) + 14} class="figures">{digits(dip.mhz, 4)}</text>
      {/if}
      {#if dip.resonance?.r_ohm != null}
        {@const [re] = at(dip.resonance.r_ohm, 0)}
        <circle cx={px(re)} cy={SIZE / 2} r="5" fill="none" stroke="var(--radiated-ink)" stroke-width="2" />
      {/if}
    {/each}
    <text x={SIZE / 2} y={14} text-anchor="middle">inductive, X above 0</text>
    <text x={SIZE / 2} y={SIZE - 6} text-anchor="middle">capacitive, X below 0</text>
    <text x={2} y={SIZE / 2 - 4}>short</text>
    <text x={SIZE - 2} y={SIZE / 2 - 4} text-anchor="end">open</text>
  </svg>
  <p>
    The centre is 50 Ω; distance from it is reflection. Circles round the centre are SWR. On the level line X
    is zero: below it the antenna is too short, above it too long, near its first resonance. Going round means
    phase, and a line turns the whole sweep round the centre.
  </p>
</div>

<style>
  .disc {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr);
    gap: 1.4rem;
    align-items: center;
  }
  p {
    color: var(--ink-soft);
    max-width: 22rem;
  }
  .label {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
  }
  .hair {
    fill: none;
    stroke-dasharray: 3 3;
  }
  .faint {
    fill: none;
    stroke: var(--hairline);
  }
  .rim {
    fill: none;
    stroke: var(--ink-soft);
  }
  @media (max-width: 720px) {
    .disc {
      grid-template-columns: minmax(0, 1fr);
    }
    svg {
      max-width: 100%;
    }
  }
</style>
