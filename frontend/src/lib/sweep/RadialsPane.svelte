<script lang="ts">
  import type { SweepRow } from '../api/client';
  import { decibels, digits } from '../figures';
  import { preferences } from '../station/preferences.svelte';
  import type { Sweeps } from './sweeps.svelte';
  import { parseTyped, unitShown } from '../station/units';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import { across, upright, type Box } from '../charts/axes';
  import CarriedWorkings from '../working/CarriedWorkings.svelte';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';
  import Foot from '../charts/Foot.svelte';
  import Levels from '../charts/Levels.svelte';
  import Picture from '../charts/Picture.svelte';

  let { sweeps, row }: { sweeps: Sweeps; row: SweepRow } = $props();
  let count = $state('');
  let length = $state('');
  const answer = $derived(sweeps.radials);
  const most = $derived(
    Math.max(answer?.next_count ?? 0, ...(answer?.readings.map((r) => r.count) ?? []), 4),
  );
  const top = $derived(Math.max(20, ...(answer?.readings.map((r) => r.r_ohm) ?? [])) * 1.1);
  const scales = (box: Box) => ({ x: across(0, most, box), y: upright(0, top, box) });

  async function put() {
    const typed = parseTyped(length, 'length', preferences.system);
    await sweeps.change(row.id, {
      radials: Number(count),
      radial_m: length.trim() === '' ? null : (typed as number),
    });
  }
</script>

{#if answer}<p class="serif my-2 max-w-184 text-large">{answer.sentence}</p>{/if}
{#if answer?.workings['parted'] && answer.workings['close']}
  <CarriedWorkings carried={answer.workings}>
    <p class="soft figures" use:roving>
      How it comes about:
      <Fig lone at="parted" name="gain" text="{decibels(answer.workings['parted'].values[0] ?? null)} dB" />
      where radials part the ground’s current,
      <Fig lone at="close" name="gain" text="{decibels(answer.workings['close'].values[0] ?? null)} dB" />
      where they lie close.
    </p>
  </CarriedWorkings>
{/if}
{#if answer?.readings.length}
  <Picture
    label="Resistance at the feedpoint over the number of radials"
    height={220}
    margins={{ right: 20, top: 14, bottom: 28 }}
  >
    {#snippet drawing(box)}
      {@const { x, y } = scales(box)}
      <Levels {box} levels={y.ticks(5).map((ohm) => ({ at: y(ohm), name: `${ohm} Ω` }))} />
      <Foot {box} ticks={x.ticks(6).map((count) => ({ at: x(count), name: String(count) }))} />
      {#if answer.next_count && answer.next_r_low_ohm != null && answer.next_r_high_ohm != null}
        {@const nx = x(answer.next_count)}
        <line
          x1={nx}
          x2={nx}
          y1={y(answer.next_r_high_ohm) - 3}
          y2={y(answer.next_r_low_ohm) + 3}
          stroke="var(--caution-ink)"
          stroke-width="5"
        />
        <text x={nx - 8} y={y(answer.next_r_high_ohm) - 6} text-anchor="end">likely</text>
      {/if}
      {#each answer.readings as reading (reading.id)}
        <circle cx={x(reading.count)} cy={y(reading.r_ohm)} r="4.5" fill="var(--conducted-ink)" />
      {/each}
    {/snippet}
  </Picture>
  <table class="plain figures">
    <thead
      ><tr><th scope="col">radials</th><th scope="col">wire in all, m</th><th scope="col">R, Ω</th></tr
      ></thead
    >
    <tbody>
      {#each answer.readings as reading (reading.id)}
        <tr>
          <th scope="row">{reading.count}</th>
          <td>{reading.wire_m == null ? '–' : digits(reading.wire_m)}</td>
          <td>{digits(reading.r_ohm)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}
<form
  class="max-w-88 py-2.75"
  aria-label="Radials when this sweep was taken"
  onsubmit={(event) => {
    event.preventDefault();
    void put();
  }}
>
  <p>How many radials lay when “{row.title}” was taken?</p>
  <PlainNumber label="Radials" value={count} oninput={(text) => (count = text)} />
  <PlainNumber
    label="Length of each"
    value={length}
    unit={unitShown('length', preferences.system)}
    oninput={(text) => (length = text)}
  />
  <button type="submit" class="firm">Note it</button>
</form>
<p class="soft">
  R is read where X is zero. Show the sweep at the feedpoint (above) if it was taken through a cable.
</p>
