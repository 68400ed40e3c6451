<script lang="ts">
  import type { ReachOut, TunerBand } from '../api/client';
  import { pathOf } from '../charts/axes';
  import { byLoss, byPower } from './reaching';

  /** The disc of loads at the tuner: what it matches, shaded, and each band's loads as a track on it. */
  interface Props {
    reach: ReachOut;
    bands: TunerBand[];
    /** The band that is looked at. */
    chosen: string;
    shade: 'loss' | 'power';
    power_w: number;
    reference_ohm: number;
  }
  let { reach, bands, chosen, shade, power_w, reference_ohm }: Props = $props();
  const SIZE = 440;
  const R = 178;
  const ROUND = [2, 5, 20];
  const px = (re: number) => SIZE / 2 + re * R;
  const py = (im: number) => SIZE / 2 - im * R;
  const clip = $props.id();
  const classes = $derived(shade === 'loss' ? byLoss(reach, px, py) : byPower(reach, power_w, px, py));
  const tracks = $derived(
    bands.map((band) => {
      const middle = (band.re.length - 1) / 2;
      const [re, im] = [band.re[middle] ?? 0, band.im[middle] ?? 0];
      return { band, path: pathOf(band.re.map(px), band.im.map(py)), x: px(re), y: py(im), out: re > 0 };
    }),
  );
</script>

<svg
  class="drawing w-full max-w-120"
  viewBox="0 0 {SIZE} {SIZE}"
  role="img"
  aria-label="What the tuner matches at {reach.mhz} MHz, on the disc of loads: the centre is {reference_ohm} ohms, the rim reflects everything. {reach.sentence}"
>
  <clipPath id={clip}><circle cx={SIZE / 2} cy={SIZE / 2} r={R} /></clipPath>
  <defs>
    <pattern id="{clip}-out" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <line x1="0" x2="0" y1="0" y2="7" stroke="var(--ink-soft)" stroke-width="1.6" />
    </pattern>
  </defs>
  <g clip-path="url(#{clip})">
    <circle cx={SIZE / 2} cy={SIZE / 2} r={R} fill="url(#{clip}-out)" opacity="0.5" />
    {#each classes as lossClass, i (i)}
      <path
        d={lossClass.path}
        fill="color-mix(in oklab, var(--heat) {100 * lossClass.strength}%, var(--paper-sunk))"
      />
    {/each}
  </g>
  {#each ROUND as ratio (ratio)}
    {@const rho = (ratio - 1) / (ratio + 1)}
    <circle cx={SIZE / 2} cy={SIZE / 2} r={R * rho} class="circle" />
    <text x={px(0)} y={py(-rho) + 4} text-anchor="middle" class="figures named">{ratio}</text>
  {/each}
  <line x1={px(-1)} x2={px(1)} y1={SIZE / 2} y2={SIZE / 2} class="circle" />
  <circle cx={SIZE / 2} cy={SIZE / 2} r={R} class="fill-none stroke-ink-soft" />
  {#each tracks as { band, path, x, y }, i (i)}
    {@const mine = band.name === chosen}
    <path d={path} fill="none" stroke="var(--paper)" stroke-width={mine ? 5.5 : 4} stroke-linecap="round" />
    <path
      d={path}
      fill="none"
      stroke="var(--standing-ink)"
      stroke-width={mine ? 3.2 : 1.7}
      stroke-linecap="round"
    />
    {#if band.matched}
      <circle cx={x} cy={y} r={mine ? 5 : 3.5} fill="var(--standing-ink)" stroke="var(--paper)" />
    {:else}
      <path
        d="M{x - 5} {y - 5}l10 10M{x - 5} {y + 5}l10 -10"
        stroke="var(--standing-ink)"
        stroke-width="2.4"
      />
    {/if}
  {/each}
  {#each tracks as { band, x, y, out }, i (i)}
    {@const mine = band.name === chosen}
    <text x={x + (out ? -8 : 8)} y={y - 7} text-anchor={out ? 'end' : 'start'} class="named" class:mine
      >{band.name}</text
    >
  {/each}
  <text x={SIZE / 2} y={20} text-anchor="middle">inductive, X above 0</text>
  <text x={SIZE / 2} y={SIZE - 16} text-anchor="middle">capacitive, X below 0</text>
  <text x={2} y={SIZE / 2 - 5}>short</text>
  <text x={SIZE - 2} y={SIZE / 2 - 5} text-anchor="end">open</text>
</svg>
<p class="drawing-key">
  {#each classes as lossClass, i (i)}
    {#if lossClass.path}
      <span
        ><svg width="12" height="10" aria-hidden="true"
          ><rect
            width="12"
            height="10"
            fill="color-mix(in oklab, var(--heat) {100 * lossClass.strength}%, var(--paper-sunk))"
            stroke="var(--hairline)"
          /></svg
        >
        {lossClass.name}</span
      >
    {/if}
  {/each}
  <span
    ><svg width="12" height="10" aria-hidden="true"
      ><path d="M-2 10l8 -12M3 13l9 -13" stroke="var(--ink-soft)" stroke-width="1.4" /></svg
    >
    nothing matches</span
  >
  <span>● middle of a band, matched</span>
  <span>✕ not matched</span>
</p>

<style>
  .circle {
    fill: none;
    stroke: var(--ink-soft);
    stroke-width: 0.7;
    stroke-dasharray: 3 3;
  }
  .named {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
  }
  .named.mine {
    font-weight: 700;
    fill: var(--ink);
  }
</style>
