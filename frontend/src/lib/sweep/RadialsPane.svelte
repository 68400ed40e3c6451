<script lang="ts">
  import type { SweepRow } from '../api/client';
  import { digits } from '../figures';
  import { preferences } from '../station/preferences.svelte';
  import type { Session } from '../station/session.svelte';
  import { parseTyped, unitShown } from '../station/units';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import { across, upright } from './axes';

  let { session, row }: { session: Session; row: SweepRow } = $props();
  const sweeps = $derived(session.sweeps);
  let count = $state('');
  let length = $state('');
  const answer = $derived(sweeps.radials);
  const HEIGHT = 220;
  let width = $state(600);
  const box = $derived({ left: 46, right: width - 20, top: 14, bottom: HEIGHT - 28 });
  const most = $derived(
    Math.max(answer?.next_count ?? 0, ...(answer?.readings.map((r) => r.count) ?? []), 4),
  );
  const top = $derived(Math.max(20, ...(answer?.readings.map((r) => r.r_ohm) ?? [])) * 1.1);
  const x = $derived(across(0, most, box));
  const y = $derived(upright(0, top, box));

  async function put() {
    const typed = parseTyped(length, 'length', preferences.system);
    await sweeps.change(row.id, {
      radials: Number(count),
      radial_m: length.trim() === '' ? null : (typed as number),
    });
  }
</script>

{#if answer}<p class="verdict serif">{answer.sentence}</p>{/if}
{#if answer?.readings.length}
  <div bind:clientWidth={width}>
    <svg
      class="drawing"
      {width}
      height={HEIGHT}
      role="img"
      aria-label="Resistance at the feedpoint over the number of radials"
    >
      {#each y.ticks(5) as tick (tick)}
        <line x1={box.left} x2={box.right} y1={y(tick)} y2={y(tick)} stroke="var(--hairline)" />
        <text x={box.left - 6} y={y(tick) + 4} text-anchor="end">{tick} Ω</text>
      {/each}
      {#each x.ticks(6) as tick (tick)}
        <text x={x(tick)} y={box.bottom + 16} text-anchor="middle">{tick}</text>
      {/each}
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
    </svg>
  </div>
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

<style>
  .verdict {
    font-size: 1.25rem;
    margin: 0.5rem 0;
    max-width: 46rem;
  }
  form {
    max-width: 22rem;
    padding: 0.7rem 0;
  }
  .soft {
    color: var(--ink-soft);
  }
</style>
