<script lang="ts">
  import type { Look } from '../api/client';
  import { digits } from '../figures';
  import { across, pathOf, upright } from './axes';

  let { look }: { look: Look } = $props();
  let width = $state(700);
  const HEIGHT = 260;
  const box = $derived({ left: 46, right: width - 14, top: 12, bottom: HEIGHT - 26 });
  const curve = $derived(look.curve);
  const most = $derived(Math.min(Math.max(20, ...curve.return_loss_db.map((v) => v ?? 0)), 60));
  const x = $derived(across(curve.mhz[0] ?? 0, curve.mhz.at(-1) ?? 1, box));
  // More comes back further up: 0 dB at the top, as with SWR.
  const y = $derived(upright(most, 0, box));
</script>

<div bind:clientWidth={width}>
  <svg {width} height={HEIGHT} role="img" aria-label="Return loss over frequency, in decibels">
    {#each y.ticks(6) as tick (tick)}
      <line x1={box.left} x2={box.right} y1={y(tick)} y2={y(tick)} class="hair" />
      <text x={box.left - 6} y={y(tick) + 4} text-anchor="end" class="small figures">{tick}</text>
    {/each}
    {#each x.ticks(Math.max(3, Math.floor(width / 110))) as tick (tick)}
      <text x={x(tick)} y={box.bottom + 17} text-anchor="middle" class="small figures">{digits(tick, 6)}</text
      >
    {/each}
    <path
      d={pathOf(
        curve.mhz.map(x),
        curve.return_loss_db.map((v) => y(Math.min(v ?? most, most))),
      )}
      fill="none"
      stroke="var(--standing-ink)"
      stroke-width="2"
    />
  </svg>
  <p>
    Return loss, dB: how far below what was sent the returned wave lies. 0 dB returns all, 20 dB one
    hundredth.
  </p>
</div>

<style>
  svg {
    display: block;
    max-width: 100%;
  }
  .hair {
    stroke: var(--hairline);
  }
  .small {
    font-size: 12px;
    fill: var(--ink-soft);
  }
  p {
    color: var(--ink-soft);
    font-size: 13px;
  }
</style>
