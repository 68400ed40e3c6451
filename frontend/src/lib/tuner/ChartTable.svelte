<script lang="ts">
  import Ratio from '../convert/Ratio.svelte';
  import { digits } from '../figures';
  import { knobName, type KnobTuner, knobsOf } from './knobs';
  import type { ChartRow } from './presetRows';
  import Scroller from '../ui/Scroller.svelte';

  interface Props {
    tuner: KnobTuner;
    rows: ChartRow[];
    /** What is wrong, by the row's place in the file. */
    faults?: Record<number, string>;
    onedit: (place: number) => void;
    onremove: (place: number) => void;
  }
  let { tuner, rows, faults = {}, onedit, onremove }: Props = $props();
  const knobs = $derived(knobsOf(tuner));
  const relays = $derived(rows.some((row) => row.relays));
</script>

<Scroller label="Chart of presets">
  <table class="plain figures w-full" style:--rows={rows.filter((row) => row.kind !== 'older').length}>
    <thead>
      <tr>
        <th scope="col">Band</th>
        <th scope="col">MHz</th>
        {#each knobs as knob (knob)}<th scope="col">{knobName(knob)}</th>{/each}
        {#if relays}<th scope="col" class="text">Relays</th>{/if}
        <th scope="col">SWR reached</th>
        <th scope="col">expected now</th>
        <th scope="col" class="text">Date</th>
        <th scope="col" class="text">Note</th>
        <th scope="col" class="no-print"><span class="visually-hidden">to change it</span></th>
      </tr>
    </thead>
    <tbody>
      {#each rows as row (row.key)}
        <tr class={row.kind}>
          <th scope="row">{row.band || '–'}</th>
          <td>{digits(row.mhz, 5)}</td>
          {#each row.numbers as number, n (n)}
            <td
              ><b>{number.text}</b>{#if number.span}<span class="visually-hidden">, may be </span><small
                  >{number.span}</small
                >{/if}</td
            >
          {/each}
          {#if relays}<td class="text">{row.relays}</td>{/if}
          <td
            >{#if row.swr === null}–{:else}<Ratio value={row.swr} />{/if}</td
          >
          <td
            >{#if row.expected === null}–{:else}<Ratio value={row.expected} />{/if}</td
          >
          <td class="text">{row.date}</td>
          <td class="text note"
            >{row.note}{#if row.kind === 'older'}<span class="visually-hidden">; </span><small
                >since then {row.moved}</small
              >{/if}{#if row.odd}<span class="visually-hidden">; </span><small class="odd"
                >▲ disagrees with the rest</small
              >{/if}</td
          >
          <td class="no-print">
            {#if faults[row.place ?? -1]}<p class="fault" role="alert">✕ {faults[row.place ?? -1]}</p>{/if}
            {#if row.place !== null}
              {@const place = row.place}
              <button
                type="button"
                class="linkish mr-2.5 text-fine"
                aria-label="put right the row of {digits(row.mhz, 5)} MHz"
                onclick={() => onedit(place)}>put right</button
              >
              <button
                type="button"
                class="linkish mr-2.5 text-fine"
                aria-label="remove the row of {digits(row.mhz, 5)} MHz"
                onclick={() => onremove(place)}>remove</button
              >
            {/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
</Scroller>

<style>
  small {
    display: block;
    font-size: 12px;
    color: var(--ink-soft);
  }
  .older th,
  .older td,
  .older td b {
    color: var(--ink-soft);
    font-weight: 400;
    border-top-style: dotted;
  }
  .predicted td,
  .predicted th {
    font-style: italic;
  }
  .fault {
    white-space: normal;
    text-align: left;
  }
  .odd {
    color: var(--caution-ink);
  }
  .note {
    white-space: normal;
    min-width: 8rem;
    overflow-wrap: anywhere;
  }
  th,
  td {
    vertical-align: top;
  }
  @media print {
    .older {
      display: none;
    }
    /* One page, to be read standing: the fewer rows, the larger. */
    table {
      font-size: clamp(9px, calc(560px / var(--rows) / 2), 27px);
    }
    th,
    td {
      padding-block: 2px;
    }
    small {
      font-size: 0.5em;
    }
  }
</style>
