<script lang="ts">
  import type { Here } from '../api/client';
  import { shown, watts } from '../figures';
  import { HEIGHT, type StripLayout } from './layout';

  let { here, layout }: { here: Here; layout: StripLayout } = $props();

  const y = HEIGHT.top;
  const wide = $derived(layout.start > 60);
  const back = $derived(layout.ratedHeight - layout.acceptedHeight);
  const notSent = $derived(shown(here.result.transmitter.not_sent_w, watts));
  const tip = $derived(layout.end + (wide ? 34 : 20));
  const leaving = $derived(layout.radiatedHeight);
  const leaves = $derived(`${shown(here.result.antenna.radiated_w, watts)} W`);
  const arrow = $derived(Math.max(leaving, 3));
</script>

<g>
  <rect x={layout.start - 22} {y} width="22" height={layout.acceptedHeight} fill="var(--conducted)" />
  {#if back > 0.4}
    <rect
      x={layout.start - 22}
      y={y + layout.acceptedHeight}
      width="22"
      height={back}
      fill="url(#back-dots)"
      stroke="var(--standing)"
      stroke-width="0.75"
    />
  {/if}
  {#if wide}
    <text x="14" y={y + 16} font-size="17" class="figures serif" fill="var(--ink)"
      >{watts(here.result.transmitter.rated_w)} W</text
    >
    <text x="14" y={y + 32} font-size="12" fill="var(--ink-soft)">rated</text>
    {#if back > 0.4}
      <text x="14" y={y + 62} font-size="12" class="figures" fill="var(--standing-ink)">{notSent} W</text>
      <text x="14" y={y + 76} font-size="12" fill="var(--standing-ink)">not sent</text>
    {/if}
  {/if}
  <path
    d="M{layout.end} {y}H{tip}V{y - 7}L{tip + 14} {y + arrow / 2}L{tip} {y + arrow + 7}V{y +
      arrow}H{layout.end}Z"
    fill="var(--radiated)"
  />
  {#if wide}
    <text
      x={tip + 20}
      y={y + 17}
      font-size={leaves.length > 12 ? 12 : leaves.length > 5 ? 15 : 22}
      class="figures serif"
      fill="var(--radiated-ink)">{leaves}</text
    >
    <text x={tip + 20} y={y + 34} font-size="12" fill="var(--ink-soft)">leave</text>
  {:else}
    <text
      x={layout.width - 4}
      y={y - 14}
      text-anchor="end"
      font-size="15"
      class="figures serif"
      fill="var(--radiated-ink)">{leaves}</text
    >
  {/if}
</g>
