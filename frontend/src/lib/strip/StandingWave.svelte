<script lang="ts">
  import type { Here, LineResult } from '../api/client';
  import { digits, middle, shown } from '../figures';
  import { bandPath, HEIGHT, wavePath, type Segment } from './layout';

  type Wave = NonNullable<Here['waves'][number]>;
  interface Props {
    wave: Wave;
    line: LineResult;
    highest: number;
    segment: Segment;
  }
  let { wave, line, highest, segment }: Props = $props();

  const { x0, x1 } = $derived(segment);
  const crest = $derived(middle(line.volts_peak_max) ?? 0);
  const at = $derived(middle(line.volts_peak_max_at_m) ?? 0);
  const length = $derived(wave.x_m.at(-1) ?? 0);
  const crestX = $derived(length > 0 ? x0 + ((x1 - x0) * at) / length : x0);
  const crestY = $derived(HEIGHT.waveBase - (crest / highest) * HEIGHT.wave);
  const anchor = $derived(crestX - x0 < 60 ? 'start' : x1 - crestX < 60 ? 'end' : 'middle');
</script>

<g aria-hidden="true">
  {#if wave.lowest && wave.highest}
    <path
      d={bandPath(wave.lowest, wave.highest, highest, x0 + 1, x1 - 1)}
      fill="var(--standing)"
      fill-opacity="0.22"
      stroke="var(--standing)"
      stroke-width="0.75"
    />
  {:else}
    <path
      d={wavePath(wave.volts_peak, highest, x0 + 1, x1 - 1)}
      fill="var(--standing)"
      fill-opacity="0.16"
      stroke="var(--standing)"
      stroke-width="1.25"
    />
  {/if}
  {#if x1 - x0 > 110}
    {#if !wave.lowest}<circle cx={crestX} cy={crestY} r="2.5" fill="var(--standing-ink)" />{/if}
    <text
      x={crestX}
      y={crestY - 5}
      text-anchor={anchor}
      class="figures"
      font-size="11"
      fill="var(--standing-ink)"
      >{shown(line.volts_peak_max)} V peak{wave.lowest ? '' : ` at ${digits(at)} m`}</text
    >
  {/if}
</g>
