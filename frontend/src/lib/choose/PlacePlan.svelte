<script lang="ts">
  import type { StationFile } from '../api/client';
  import { digits } from '../figures';

  /** A place from above, to scale: its supports with their heights, and where the feed leaves the house. */
  let { place }: { place: NonNullable<StationFile['place']> } = $props();
  const WIDTH = 300;
  const EDGE = 14;
  const long = $derived(Math.max(Number(place.length_m) || 1, 0.1));
  const broad = $derived(Math.max(Number(place.breadth_m) || 1, 0.1));
  const scale = $derived(Math.min((WIDTH - 2 * EDGE) / long, 200 / broad));
  const x = (metres: number | undefined) => EDGE + scale * (Number(metres) || 0);
  const y = (metres: number | undefined) => EDGE + scale * (broad - (Number(metres) || 0));
  const told = $derived(
    `${digits(long)} m by ${digits(broad)} m, with ${String(place.supports?.length ?? 0)} supports`,
  );
</script>

<svg
  viewBox="0 0 {WIDTH} {2 * EDGE + scale * broad}"
  role="img"
  aria-label="The place from above: {told}"
  class="figures"
>
  <rect x={EDGE} y={EDGE} width={scale * long} height={scale * broad} />
  <path d="M{x(place.house?.x_m) - 5} {y(place.house?.y_m) + 4}h10v-6l-5 -5l-5 5z" />
  {#each place.supports ?? [] as one, n (n)}
    <circle cx={x(one.x_m)} cy={y(one.y_m)} r="4" />
    <text x={x(one.x_m) + 7} y={y(one.y_m) + 4}>{digits(Number(one.height_m) || 0)} m</text>
  {/each}
</svg>

<style>
  svg {
    width: 100%;
    max-width: 20rem;
    font-size: 12px;
    fill: var(--ink);
  }
  rect {
    fill: var(--paper-sunk);
    stroke: var(--hairline);
  }
  circle {
    fill: var(--radiated);
  }
  path {
    fill: var(--ink-soft);
  }
</style>
