<script lang="ts">
  import type { DrawnAntenna } from './drawing';

  /** An antenna from the side, small; all of a table to one scale. */
  interface Props {
    antenna: DrawnAntenna;
    /** Points a metre. */
    metre: number;
  }
  let { antenna, metre }: Props = $props();
  const WIDTH = 76;
  const HEIGHT = 30;
  const ends = $derived(antenna.wires.flatMap(([x = 0, , , x2 = 0]) => [x, x2]));
  const middle = $derived((Math.min(...ends) + Math.max(...ends)) / 2);
  const x = (metres: number | undefined) => WIDTH / 2 + metre * ((metres ?? 0) - middle);
  const z = (metres: number | undefined) => HEIGHT - 3 - metre * (metres ?? 0);
</script>

<svg class="flex-none" width={WIDTH} height={HEIGHT} aria-hidden="true">
  <path d="M0 {z(0)}H{WIDTH}" class="fill-none stroke-ink-soft stroke-1" />
  {#each antenna.wires as wire, n (n)}
    <path
      d="M{x(wire[0])} {z(wire[2])}L{x(wire[3])} {z(wire[5])}"
      class="fill-none stroke-conducted-ink stroke-[1.6]"
    />
  {/each}
  <circle class="fill-ink" cx={x(antenna.feed[0])} cy={z(antenna.feed[2])} r="2.5" />
</svg>
