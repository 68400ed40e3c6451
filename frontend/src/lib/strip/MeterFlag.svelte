<script lang="ts">
  import type { MeterResult } from '../api/client';
  import { highest, lowest, shown, span, swr } from '../figures';
  import { HEIGHT, type Segment } from './layout';

  let { segment, meter }: { segment: Segment; meter: MeterResult } = $props();
  const x = $derived((segment.x0 + segment.x1) / 2);
  const reading = $derived(shown(meter.swr, swr));
  const low = $derived(swr(lowest(meter.swr_low)));
  const high = $derived(swr(highest(meter.swr_high)));
  const doubt = $derived(low === high || span(low, high) === reading ? '' : span(low, high));
  const flag = $derived(Math.max(46, 14 + 6.2 * reading.length));
  const room = $derived(segment.x1 - segment.x0);
</script>

<g aria-hidden="true">
  <line x1={x} x2={x} y1={HEIGHT.top} y2="24" stroke="var(--ink)" stroke-width="1" />
  {#if room > 44}
    <path d="M{x} 24h{flag}l-5 9l5 9h-{flag}z" fill="var(--paper)" stroke="var(--ink)" stroke-width="1" />
    <text x={x + 5} y="38" class="figures" font-size="12.5" fill="var(--ink)">{reading}</text>
    <text x={x + 2} y="18" font-size="10.5" fill="var(--ink-soft)">SWR</text>
    {#if room > 80}<text x={x + 5} y="57" class="figures" font-size="10.5" fill="var(--ink-soft)"
        >{doubt}</text
      >{/if}
  {:else}
    <path d="M{x} 24h12l-3 6l3 6h-12z" fill="var(--ink)" />
  {/if}
</g>
