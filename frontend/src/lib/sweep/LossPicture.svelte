<script lang="ts">
  import type { Look } from '../api/client';
  import { across, pathOf, upright } from './axes';
  import Frame from './Frame.svelte';

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
  <svg
    class="drawing"
    {width}
    height={HEIGHT}
    role="img"
    aria-label="Return loss over frequency, in decibels"
  >
    <Frame {x} {box} levels={y.ticks(6).map((db) => ({ at: y(db), name: String(db) }))} />
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
  <p class="drawing-key">
    Return loss, dB: how far below what was sent the returned wave lies. 0 dB returns all, 20 dB one
    hundredth.
  </p>
</div>
