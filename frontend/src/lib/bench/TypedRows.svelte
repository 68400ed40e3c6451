<script lang="ts">
  import Scroller from '../ui/Scroller.svelte';
  import type { JobTable } from '../api/client';
  import { decibels } from '../figures';
  import type { Bench, Row } from './bench.svelte';

  /** Readings by frequency, a row each; a cell that came from a file or the simulated bench holds its phase. */
  interface Props {
    bench: Bench;
    job: string;
    table: JobTable;
    /** Return losses of what came with its phase, by frequency and column, as the server tells them. */
    backs?: Record<string, number | null>[];
  }
  let { bench, job, table, backs = [] }: Props = $props();
  const rows = $derived(bench.of(job).rows);

  function backOf(row: Row, key: string): string {
    const backRow = backs.find((back) => back['mhz'] === Number(row['mhz']?.text))?.[key];
    return backRow == null ? '∠' : `${decibels(backRow)} ∠`;
  }
  function another() {
    bench.change(job, { rows: [...rows, {}] });
  }
</script>

<Scroller label="Readings by frequency">
  <table class="plain figures">
    <caption>{table.caption}</caption>
    <thead>
      <tr>
        {#each table.columns as { key, label } (key)}<th scope="col">{label}</th>{/each}
        <td></td>
      </tr>
    </thead>
    <tbody>
      {#each rows as row, n (n)}
        <tr>
          {#each table.columns as { key, label } (key)}
            {@const cell = row[key]}
            <td>
              {#if cell?.gamma}
                <span class="soft" title="Γ {cell.gamma.map((x) => x.toFixed(4)).join(', ')}"
                  >{backOf(row, key)}<span class="visually-hidden">, with its phase</span></span
                >
              {:else}
                <input
                  class="figures w-18.5 text-right"
                  inputmode="decimal"
                  autocomplete="off"
                  aria-label="{label}, row {n + 1}"
                  value={cell?.text ?? ''}
                  oninput={(event) => bench.cell(job, n, key, { text: event.currentTarget.value })}
                />
              {/if}
            </td>
          {/each}
          <td>
            <button
              type="button"
              class="linkish"
              aria-label="Take out row {n + 1}"
              disabled={rows.length === 1}
              onclick={() => bench.change(job, { rows: rows.filter((_, k) => k !== n) })}>✕</button
            >
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
</Scroller>
<p class="py-1.5"><button type="button" class="linkish" onclick={another}>Another frequency</button></p>

<style>
  :global(table.plain) thead td {
    border: none;
  }
</style>
