<script lang="ts">
  import { scaleLog } from 'd3-scale';
  import type { LossAnswer } from '../api/client';
  import { pathOf, upright } from '../charts/axes';
  import Foot from '../charts/Foot.svelte';
  import Levels from '../charts/Levels.svelte';
  import Picture from '../charts/Picture.svelte';
  import { highest, lowest, middle, swr } from '../figures';
  import CurveTable from './CurveTable.svelte';
  import { strokeOf } from './marks';

  /** Loss of the line over the SWR at the antenna: as an interval over the phases, the handbook beside it. */
  let { answer, onLine }: { answer: LossAnswer; onLine: boolean } = $props();
  const of = $derived(`SWR at the antenna${onLine ? ', against each line’s own impedance' : ''}`);
  const top = $derived(
    Math.max(1, ...answer.lines.flatMap((line) => line.over_swr.map((point) => highest(point.loss_db) ?? 0))),
  );
  const TICKS = [1, 1.5, 2, 3, 5, 10, 20];
</script>

<Picture label="Loss of the line in decibels, over the {of}" height={240}>
  {#snippet drawing(box)}
    {@const x = scaleLog([1, 20], [box.left, box.right - 46])}
    {@const y = upright(0, top * 1.05, box)}
    <Levels {box} levels={y.ticks(5).map((db) => ({ at: y(db), name: String(db) }))} />
    <text x={4} y={box.top + 4}>dB</text>
    <Foot {box} ticks={TICKS.map((tick) => ({ at: x(tick), name: String(tick) }))} unit="SWR" />
    {#each answer.lines as line, n (n)}
      {@const stroke = strokeOf(n)}
      {@const xs = answer.ratios.map((ratio) => x(ratio))}
      {@const low = line.over_swr.map((point) => y(lowest(point.loss_db) ?? top))}
      {@const high = line.over_swr.map((point) => y(highest(point.loss_db) ?? top))}
      <path
        d="{pathOf(xs, low)}L{pathOf([...xs].reverse(), [...high].reverse()).slice(1)}Z"
        fill={stroke.colour}
        opacity="0.18"
      />
      <path
        d={pathOf(
          xs,
          line.over_swr.map((point) => y(middle(point.loss_db) ?? top)),
        )}
        fill="none"
        stroke={stroke.colour}
        stroke-dasharray={stroke.dash}
        stroke-width="2"
      />
      {#each line.over_swr as point, k (k)}
        {@const says = middle(point.handbook_extra_db)}
        {#if says !== null}<path
            d="M{(xs[k] ?? 0) - 3} {y(point.matched_db + says)}h6m-3 -3v6"
            stroke={stroke.colour}
            fill="none"
          />{/if}
      {/each}
      {@const ratio = middle(line.swr_asked)}
      {#if ratio !== null && ratio <= 20}
        <circle
          cx={x(ratio)}
          cy={y(middle(line.loss_db) ?? top)}
          r="5"
          fill="var(--paper)"
          stroke={stroke.colour}
          stroke-width="2"
        />
      {/if}
    {/each}
  {/snippet}
  {#snippet legend()}
    {#each answer.lines as line, n (n)}
      {@const stroke = strokeOf(n)}
      <span
        ><svg width="26" height="8" aria-hidden="true"
          ><path d="M1 4H25" stroke={stroke.colour} stroke-dasharray={stroke.dash} stroke-width="2" /></svg
        >
        {line.name}</span
      >
    {/each}
    <span>dB over the {of}; shaded: by the unknown phase</span><span>+ the handbook</span><span
      >○ the question</span
    >
  {/snippet}
  {#snippet table()}
    <CurveTable
      lines={answer.lines}
      curve="over_swr"
      {of}
      points={answer.ratios.map(swr)}
      columns={['swr_radio', 'loss_db', 'extra_db', 'handbook_extra_db', 'radiated_w', 's_units']}
    />
  {/snippet}
</Picture>
