<script lang="ts">
  import type { Look } from '../api/client';
  import { digits } from '../figures';
  import { pathOf } from '../charts/axes';

  let { look }: { look: Look } = $props();
  const SIZE = 340;
  const R = 150;
  const px = (re: number) => SIZE / 2 + re * R;
  const py = (im: number) => SIZE / 2 - im * R;
  const levels = $derived(look.disc.levels.filter(({ swr }) => swr !== null && swr > 1 && swr !== 5));
  const clip = $props.id();
  const path = $derived(
    pathOf(
      (look.curve.re ?? []).map((v) => px(v ?? 0)),
      (look.curve.im ?? []).map((v) => (v === null ? null : py(v))),
    ),
  );
</script>

<div class="grid grid-cols-[auto_minmax(0,1fr)] items-center gap-5.5 max-[720px]:grid-cols-1">
  <svg
    class="drawing max-[720px]:max-w-full"
    width={SIZE}
    height={SIZE}
    role="img"
    aria-label="The sweep on the disc of impedances: the centre is 50 ohms, the rim reflects everything"
  >
    <clipPath id={clip}><circle cx={SIZE / 2} cy={SIZE / 2} r={R} /></clipPath>
    <circle
      cx={SIZE / 2}
      cy={SIZE / 2}
      r={R * look.disc.comfort.rho}
      fill="var(--radiated)"
      fill-opacity="0.12"
    />
    {#each levels as { swr, rho } (swr)}
      <circle cx={SIZE / 2} cy={SIZE / 2} r={R * rho} class="hair" />
      <text x={px(-0.71 * rho)} y={py(-0.71 * rho) + 4} text-anchor="middle" class="figures ratio">{swr}</text
      >
    {/each}
    <g clip-path="url(#{clip})">
      {#each look.disc.resistances as resistance (resistance.r_ohm)}
        <circle
          cx={px(resistance.centre)}
          cy={SIZE / 2}
          r={R * resistance.radius}
          class="fill-none stroke-hairline"
        />
      {/each}
      <path d={path} fill="none" stroke="var(--standing-ink)" stroke-width="2" />
    </g>
    <circle cx={SIZE / 2} cy={SIZE / 2} r={R} class="fill-none stroke-ink-soft" />
    <line x1={px(-1)} x2={px(1)} y1={SIZE / 2} y2={SIZE / 2} class="fill-none stroke-ink-soft" />
    {#each look.reading.dips as dip (dip.mhz)}
      {#if dip.re !== null && dip.im !== null}
        <path d="M{px(dip.re)} {py(dip.im)}m0 -6l5 9h-10Z" fill="var(--standing-ink)" stroke="var(--paper)" />
        <text x={px(dip.re) + 8} y={py(dip.im) + 14} class="figures">{digits(dip.mhz, 4)}</text>
      {/if}
      {#if dip.resonance?.gamma != null}
        <circle
          cx={px(dip.resonance.gamma)}
          cy={SIZE / 2}
          r="5"
          fill="none"
          stroke="var(--radiated-ink)"
          stroke-width="2"
        />
      {/if}
    {/each}
    <text x={SIZE / 2} y={14} text-anchor="middle">inductive, X above 0</text>
    <text x={SIZE / 2} y={SIZE - 6} text-anchor="middle">capacitive, X below 0</text>
    <text x={2} y={SIZE / 2 - 4}>short</text>
    <text x={SIZE - 2} y={SIZE / 2 - 4} text-anchor="end">open</text>
  </svg>
  <p class="soft max-w-88">
    The centre is 50 Ω; distance from it is reflection. Circles round the centre are SWR. On the level line X
    is zero: below it the antenna is too short, above it too long, near its first resonance. Going round means
    phase, and a line turns the whole sweep round the centre.
  </p>
</div>

<style>
  .ratio {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
  }
  .hair {
    fill: none;
    stroke-dasharray: 3 3;
  }
</style>
