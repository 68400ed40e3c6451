<script lang="ts">
  import { scaleBand } from 'd3-scale';
  import type { LossAnswer } from '../api/client';
  import { upright } from '../charts/axes';
  import Foot from '../charts/Foot.svelte';
  import Levels from '../charts/Levels.svelte';
  import Picture from '../charts/Picture.svelte';
  import { highest, lowest, middle } from '../figures';
  import CurveTable from './CurveTable.svelte';
  import { strokeOf } from './marks';

  /** The same mismatch on every band: the matched loss as a block, what the SWR adds above it. */
  let { answer }: { answer: LossAnswer } = $props();
  const top = $derived(
    Math.max(
      1,
      ...answer.lines.flatMap((line) => line.over_bands.map((over_band) => highest(over_band.loss_db) ?? 0)),
    ),
  );
  const names = $derived(answer.bands.map((band) => band.name));
</script>

<Picture label="Loss of the line in decibels, band by band at the same SWR" height={240}>
  {#snippet drawing(box)}
    {@const x = scaleBand(names, [box.left, box.right]).padding(0.25)}
    {@const y = upright(0, top * 1.05, box)}
    {@const wide = x.bandwidth() / answer.lines.length}
    <Levels {box} levels={y.ticks(5).map((db) => ({ at: y(db), name: String(db) }))} />
    <text x={4} y={box.top + 4}>dB</text>
    <Foot
      {box}
      ticks={names.map((name) => ({ at: (x(name) ?? 0) + x.bandwidth() / 2, name: name.replace(' m', '') }))}
    />
    {#each answer.lines as line, n (n)}
      {@const stroke = strokeOf(n)}
      {#each line.over_bands as over_band, k (k)}
        {@const left = (x(names[k] ?? '') ?? 0) + n * wide}
        {@const total = middle(over_band.loss_db) ?? top}
        <rect
          x={left + 1}
          width={Math.max(wide - 2, 1)}
          y={y(over_band.matched_db)}
          height={y(0) - y(over_band.matched_db)}
          fill={stroke.colour}
          opacity="0.75"
        />
        <rect
          x={left + 1}
          width={Math.max(wide - 2, 1)}
          y={y(Math.max(total, over_band.matched_db))}
          height={Math.max(y(over_band.matched_db) - y(total), 0)}
          fill={stroke.colour}
          opacity="0.3"
        />
        <path
          d="M{left + wide / 2} {y(lowest(over_band.loss_db) ?? top)}V{y(highest(over_band.loss_db) ?? top)}"
          stroke="var(--ink)"
          stroke-width="1.5"
        />
      {/each}
    {/each}
  {/snippet}
  {#snippet legend()}
    {#each answer.lines as line, n (n)}<span
        ><svg width="12" height="10" aria-hidden="true"
          ><rect width="12" height="10" fill={strokeOf(n).colour} /></svg
        >
        {line.name}</span
      >{/each}
    <span>dB by band (m): solid, matched; pale, added by the SWR; the stroke: by the unknown phase</span>
  {/snippet}
  {#snippet table()}
    <CurveTable
      lines={answer.lines}
      curve="over_bands"
      of="Band"
      points={names}
      columns={['matched_db', 'extra_db', 'handbook_extra_db', 'radiated_w', 's_units']}
    />
  {/snippet}
</Picture>
