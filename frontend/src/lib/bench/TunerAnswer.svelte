<script lang="ts">
  import type { BenchTuner } from '../api/client';
  import { decibels, digits, shown } from '../figures';
  import { lengthShown } from './lengths';
  import Scroller from '../ui/Scroller.svelte';
  import LossBars from './LossBars.svelte';

  let { answer }: { answer: BenchTuner } = $props();
  const percent = (share: number | null) => digits(100 * (share ?? 1), 3);
  const home = $derived(answer.rows.some((row) => row.in_station_db));
</script>

<LossBars rows={answer.rows} />
<Scroller label="The tuner by frequency">
  <table class="plain figures">
    <caption>Least to most of nineteen cases in twenty</caption>
    <thead>
      <tr>
        <th scope="col">MHz</th>
        <th scope="col">Loss into 50 Ω, dB</th>
        <th scope="col">gets through, %</th>
        <th scope="col">short, halved</th>
        <th scope="col">mean, halved</th>
        <th scope="col">Coil Q</th>
        {#if home}<th scope="col">Loss at your load, dB</th>{/if}
      </tr>
    </thead>
    <tbody>
      {#each answer.rows as row (row.mhz)}
        <tr>
          <th scope="row">{digits(row.mhz, 5)}</th>
          <td>{shown(row.loss_db, (db) => digits(db, 2))}</td>
          <td>{shown(row.efficiency, percent)}</td>
          <td>{row.short_alone_db === null ? '–' : digits(row.short_alone_db, 2)}</td>
          <td>{row.mean_halved_db === null ? '–' : digits(row.mean_halved_db, 2)}</td>
          <td>{row.coil_q ? shown(row.coil_q) : '–'}</td>
          {#if home}<td class="home">{row.in_station_db ? shown(row.in_station_db, decibels) : '–'}</td>{/if}
        </tr>
      {/each}
    </tbody>
  </table>
</Scroller>
{#if answer.lengths}
  {@const { length_m, present, mhz, loss_db } = answer.lengths}
  <h3 class="mt-4.75">The tuner’s loss at the real load, by the length of the run</h3>
  <Scroller label="The tuner’s loss by the length of the run">
    <table class="plain figures">
      <thead>
        <tr>
          <th scope="col">MHz</th>
          <th scope="col">into 50 Ω, dB</th>
          {#each length_m as metres, n (n)}
            <th scope="col">{n === present ? 'as it is, ' : ''}{lengthShown(metres)}</th>
          {/each}
        </tr>
      </thead>
      <tbody>
        {#each mhz as at, k (at)}
          <tr>
            <th scope="row">{digits(at, 5)}</th>
            <td>{decibels(answer.rows.find((row) => row.mhz === at)?.loss_db.median ?? null)}</td>
            {#each loss_db[k] ?? [] as span, n (n)}
              <td class:home={n === present}>{shown(span, decibels)}</td>
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
{/if}

<style>
  .home {
    font-weight: 600;
  }
</style>
