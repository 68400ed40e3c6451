<script lang="ts">
  import type { Here } from '../api/client';
  import { shown, swr, watts } from '../figures';
  import { HEIGHT, ribbonPath, type StripLayout } from './layout';
  import { described } from './words';

  /** The run in two lines: the watts left after each part, heat as ticks, meters as dots. */
  interface Props {
    here: Here;
    layout: StripLayout;
    stale?: boolean;
  }
  let { here, layout, stale = false }: Props = $props();

  const TOP = 19;
  const THICK = 20;
  const FLOOR = 49;
  const ROOM = 38;
  const share = THICK / HEIGHT.ribbon;
  const wide = $derived(layout.start > 60);
  /** As many of them as do not lie over each other, the last before the antenna first of all. */
  const left = $derived.by(() => {
    const labels: { x: number; text: string }[] = [];
    let before = wide ? Infinity : layout.width - 66;
    for (const { x1, stage } of [...layout.segments].reverse()) {
      const text = shown(stage.out_w, watts);
      const room = Math.max(ROOM, 7 * text.length + 8);
      if (before - x1 < room || x1 - layout.start < room / 2) continue;
      labels.push({ x: x1, text });
      before = x1;
    }
    return labels;
  });
  const leaves = $derived(`${shown(here.result.antenna.radiated_w, watts)} W`);
  const tip = $derived(layout.end + (wide ? 22 : 10));
  const arrow = $derived(Math.max(layout.radiatedHeight * share, 2));
</script>

<svg
  class="block"
  width={layout.width}
  height={FLOOR}
  role="img"
  aria-label={described('The run', here)}
  class:stale
  data-testid="strip"
>
  {#each layout.segments as { index, x0, x1, outHeight, takenHeight } (index)}
    {@const edge = TOP + outHeight * share}
    {#if takenHeight >= 0.3}
      {@const thick = Math.min(Math.max(takenHeight * share, 1.5), x1 - x0)}
      <rect x={(x0 + x1 - thick) / 2} y={edge} width={thick} height={FLOOR - edge} fill="url(#heat-hatch)" />
    {/if}
  {/each}
  <path
    d={ribbonPath(layout)}
    fill="var(--conducted)"
    transform="translate(0 {TOP}) scale(1 {share}) translate(0 {-HEIGHT.top})"
  />
  <rect
    x={layout.start - 14}
    y={TOP}
    width="14"
    height={layout.acceptedHeight * share}
    fill="var(--conducted)"
  />
  <path
    d="M{layout.end} {TOP}H{tip}V{TOP - 4}L{tip + 9} {TOP + arrow / 2}L{tip} {TOP + arrow + 4}V{TOP +
      arrow}H{layout.end}Z"
    fill="var(--radiated)"
  />
  {#each left as { x, text } (x)}
    <text {x} y="13" text-anchor="middle" class="figures" font-size="12" fill="var(--ink-soft)">{text}</text>
    <line x1={x} x2={x} y1="15" y2={TOP + 3} stroke="var(--hairline)" />
  {/each}
  {#each layout.segments as { index, stage, x0, x1 } (index)}
    {#if 'forward_w' in stage}
      <circle cx={(x0 + x1) / 2} cy={TOP} r="3.5" fill="var(--paper)" stroke="var(--ink)" stroke-width="1.25"
        ><title>{stage.label}: SWR {shown(stage.swr, swr)}</title></circle
      >
    {/if}
  {/each}
  {#if wide}
    <text x="14" y={TOP + 14} class="figures serif" font-size="15" fill="var(--ink)"
      >{watts(here.result.transmitter.rated_w)} W</text
    >
    <text
      x={tip + 14}
      y={TOP + 13}
      class="figures serif"
      font-size={leaves.length > 8 ? 12 : 17}
      fill="var(--radiated-ink)">{leaves}</text
    >
    <text x={tip + 14} y={TOP + 27} font-size="12" fill="var(--ink-soft)">leave</text>
  {:else}
    <text
      x={layout.width - 30}
      y="13"
      text-anchor="end"
      class="figures serif"
      font-size="13"
      fill="var(--radiated-ink)">{shown(here.result.antenna.radiated_w, watts)} W leave</text
    >
  {/if}
</svg>

<style>
  .stale {
    opacity: 0.45;
  }
</style>
