<script lang="ts">
  import { shown, watts } from '../figures';
  import { HEIGHT, type Segment } from './layout';

  let { segment }: { segment: Segment } = $props();

  const centre = $derived((segment.x0 + segment.x1) / 2);
  const width = $derived(Math.min(segment.takenHeight, segment.x1 - segment.x0));
  /** Drawn behind the ribbon, from its narrower end down. */
  const edge = $derived(HEIGHT.top + segment.outHeight);
  const taken = $derived(shown(segment.stage.taken_w, watts));
</script>

{#if segment.takenHeight >= 0.3}
  <g mask="url(#heat-mask)">
    <rect
      x={centre - Math.max(width, 1.2) / 2}
      y={edge}
      width={Math.max(width, 1.2)}
      height={HEIGHT.floor - edge}
      fill="url(#heat-hatch)"
    />
  </g>
  <text
    x={centre}
    y={HEIGHT.floor + 13}
    text-anchor="middle"
    class="figures"
    fill="var(--heat-ink)"
    font-size="12"
    font-weight="600">{taken} W</text
  >
{/if}
