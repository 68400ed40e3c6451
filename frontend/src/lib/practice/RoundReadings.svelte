<script lang="ts">
  import type { PracticeRound } from '../api/client';
  import { digits, ofHundred, swr, watts } from '../figures';
  import Scroller from '../ui/Scroller.svelte';
  import type { Reading } from './playing.svelte';

  /** What was read in a round, and what to read next. */
  interface Props {
    round: PracticeRound;
    busy: boolean;
    onread: (reading: Reading) => void;
  }
  let { round, busy, onread }: Props = $props();
  let place = $state(0);
  let mhz = $state<number | null>(null);
  let tuner = $state<'auto' | 'bypass'>('auto');
  const chosen = $derived(round.places[place] ?? round.places[0]);
  const at = $derived(mhz ?? round.mhz[0] ?? 0);
  const tuned = $derived(round.tuners.length > 1);
  const atMeter = (how?: string) => how === 'meter' || how === 'dummy';
  const switches = $derived(tuned && atMeter(chosen?.how));
  const minutes = $derived(
    (chosen?.minutes ?? 0) + (tuned && chosen?.how === 'meter' && tuner === 'bypass' ? 1 : 0),
  );
  const took = (count: number) => `${digits(count)} ${count === 1 ? 'minute' : 'minutes'}`;
  const named = ({ how, name }: { how: string; name: string }) =>
    ({
      meter: name,
      dummy: `${name} into a dummy load`,
      bench: `${name} on the bench`,
      analyzer: `analyzer ${name}`,
    })[how] ?? name;
  function shown(reading: PracticeRound['readings'][number]) {
    if (reading.how === 'bench')
      return `loses ${digits(reading.factor, 2)} times what is written, give or take ${ofHundred(reading.factor_within ?? 0)} %`;
    if (atMeter(reading.how))
      return `${watts(reading.forward_w)} W forward, ${watts(reading.reflected_w)} W reflected`;
    if (reading.r_ohm === null || reading.x_ohm === null) return 'open: R and X beyond what it tells';
    return `${digits(reading.r_ohm)} ${reading.x_ohm < 0 ? '−' : '+'} j${digits(Math.abs(reading.x_ohm))} Ω`;
  }
  function withTuner({ how, tuner }: PracticeRound['readings'][number]) {
    if (how === 'bench') return '–';
    return how === 'analyzer' || tuner === 'bypass' ? 'out of line' : 'in use';
  }
  /** A meter that does not move tells no SWR. */
  const ratio = (reading: PracticeRound['readings'][number]) =>
    reading.swr === null && (reading.how === 'bench' || (atMeter(reading.how) && !reading.reflected_w))
      ? '–'
      : swr(reading.swr);
</script>

{#if round.readings.length}
  <Scroller label="What you have read">
    <table class="plain figures">
      <thead>
        <tr>
          <th scope="col" class="text">Where</th>
          <th scope="col">MHz</th>
          {#if tuned}<th scope="col" class="text">Tuner</th>{/if}
          <th scope="col" class="text">Shows</th>
          <th scope="col">SWR</th>
          <th scope="col">as described</th>
          <th scope="col">minutes</th>
        </tr>
      </thead>
      <tbody>
        {#each round.readings as reading, n (n)}
          <tr>
            <th scope="row" class="text">{named(reading)}</th>
            <td>{reading.how === 'bench' ? '–' : digits(reading.mhz, 5)}</td>
            {#if tuned}<td class="text">{withTuner(reading)}</td>{/if}
            <td class="text">{shown(reading)}</td>
            <td>{ratio(reading)}</td>
            <td>{reading.how === 'bench' ? '–' : swr(reading.expected_swr)}</td>
            <td>{digits(reading.minutes)}</td>
          </tr>
        {/each}
      </tbody>
      <tfoot>
        <tr
          ><th scope="row" colspan={tuned ? 6 : 5} class="text">Minutes so far</th><td
            >{digits(round.minutes)}</td
          ></tr
        >
      </tfoot>
    </table>
  </Scroller>
{/if}
<form
  class="mt-3.25 flex flex-wrap items-center gap-x-4 gap-y-2"
  aria-label="Read next"
  onsubmit={(event) => {
    event.preventDefault();
    if (chosen) onread({ how: chosen.how, at: chosen.at, mhz: at, tuner: switches ? tuner : 'auto' });
  }}
>
  <label>
    Read
    <select bind:value={place}>
      {#each round.places as place, n (n)}<option value={n}>{named(place)}, {took(place.minutes)}</option
        >{/each}
    </select>
  </label>
  {#if chosen?.how !== 'bench'}
    <label>
      at
      <select value={at} onchange={(event) => (mhz = Number(event.currentTarget.value))}>
        {#each round.mhz as mhz (mhz)}<option value={mhz}>{digits(mhz, 5)} MHz</option>{/each}
      </select>
    </label>
  {/if}
  {#if switches}
    <label>
      the tuner
      <select bind:value={tuner}>
        <option value="auto">in use, matched</option>
        <option value="bypass">out of line</option>
      </select>
    </label>
  {/if}
  <button type="submit" class="firm" disabled={busy}>Read it, {took(minutes)}</button>
</form>
