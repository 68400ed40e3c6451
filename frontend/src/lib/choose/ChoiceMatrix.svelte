<script lang="ts">
  import type { ChooseAnswer } from '../api/client';
  import { decibels, digits, ofHundred, watts } from '../figures';
  import { firstRows, sorted, type Column } from './sorting';
  import Scroller from '../ui/Scroller.svelte';

  interface Props {
    answer: ChooseAnswer;
    chosen: string;
    onselect: (id: string, band: number | null) => void;
  }
  let { answer, chosen, onselect }: Props = $props();
  const FIRST = 10;
  type Shows = 'share' | 'regret' | 's-units';
  const SHOWS: [Shows, string][] = [
    ['share', 'share radiated, %'],
    ['regret', 'behind the best, dB'],
    ['s-units', 'in S-units'],
  ];
  let shows = $state<Shows>('share');
  let by = $state<Column>('score');
  let all = $state(false);
  const order = $derived(sorted(answer.candidates, by));
  const rows = $derived(all ? order : firstRows(order, answer, chosen, FIRST));
  type Cell = ChooseAnswer['candidates'][number]['cells'][number];

  function figureOf(cell: Cell): string {
    if (shows === 'share') return String(Math.round(100 * cell.share));
    const behind = shows === 'regret' ? cell.regret_db : cell.regret_s_units;
    return behind === null ? '∞' : digits(behind, 2);
  }
  const percent = (share: number | null) => (share === null ? '' : `${ofHundred(share)} %`);
  const stands = $derived(answer.candidates.some((candidate) => candidate.id === 'present'));
  const REACH = { all: '', some: '◐', none: '✕' };
  const heads = $derived<[Column, string][]>([
    ['name', 'Place of the match, and line'],
    ['score', 'over all, W'],
    ['behind', 'behind, dB'],
    ...answer.bands.map((band, n): [Column, string] => [n, band.replace(' m', '')]),
    ['cost', 'cost'],
  ]);
</script>

<p class="shows flex flex-wrap gap-x-4" role="group" aria-label="What the cells show">
  Each cell:
  {#each SHOWS as [key, name] (key)}
    <button type="button" class="linkish" aria-pressed={shows === key} onclick={() => (shows = key)}
      >{name}</button
    >
  {/each}
</p>
<p>
  The shading is the share radiated of {watts(answer.rated_w)} W, by band in metres. ◐ the tuner matches at some
  phases only, ✕ not all over the band. Behind: in the middle of {answer.worlds} cases that may be, below it at
  most in nine of ten, and in how many it is within {digits(answer.within_db, 2)} dB of the best. Choose a row to
  see its run.
</p>
<Scroller label="Candidates by bands">
  <table class="figures w-full border-collapse">
    <caption class="visually-hidden">Candidates by bands</caption>
    <thead>
      <tr>
        {#each heads as [column, name] (column)}
          <th
            scope="col"
            aria-sort={by === column
              ? column === 'name' || column === 'cost' || column === 'behind'
                ? 'ascending'
                : 'descending'
              : 'none'}
          >
            <button type="button" onclick={() => (by = column)}>{name}{by === column ? ' ▾' : ''}</button>
          </th>
        {/each}
      </tr>
    </thead>
    <tbody>
      {#each rows as row (row.id)}
        <tr class:chosen={row.id === chosen} class:dear={!row.affordable}>
          <th scope="row">
            <button type="button" aria-pressed={row.id === chosen} onclick={() => onselect(row.id, null)}>
              {#if row.id === answer.decision}<span class="text-radiated-ink">●</span><span
                  class="visually-hidden"
                  >the decision:
                </span>{:else if row.id === 'present'}<span class="text-radiated-ink">○</span
                >{:else if row.id === answer.best}<span class="text-radiated-ink">▲</span><span
                  class="visually-hidden"
                  >the best:
                </span>{/if}
              {row.title}
              {#if row.id !== 'present'}<span class="line">{row.line_name}</span>{/if}
            </button>
          </th>
          <td class="score">
            {watts(row.score_w)}
            {#if watts(row.score_low_w) !== watts(row.score_high_w)}
              <span class="line">{watts(row.score_low_w)} – {watts(row.score_high_w)}</span>
            {/if}
          </td>
          <td>
            {#if row.behind_db.middle === null}–{:else}
              {decibels(row.behind_db.middle)}
              <span class="line">{decibels(row.behind_db.nine_of_ten)} · {percent(row.right_in)}</span>
            {/if}
          </td>
          {#each row.cells as cell, band (band)}
            <td style:--share="{Math.min(100, 100 * cell.share)}%">
              <button
                class="w-full min-w-7"
                type="button"
                tabindex="-1"
                title="{answer.bands[band]}: {watts(cell.radiated_w)} W, {cell.regret_db === null
                  ? 'nothing leaves'
                  : `${digits(cell.regret_db, 2)} dB (${digits(cell.regret_s_units, 2)} S-units) behind the best`}{cell.limit_w <
                0.99 * answer.rated_w
                  ? `; a rating limits it to ${watts(cell.limit_w)} W`
                  : ''}"
                onclick={() => onselect(row.id, band)}
                >{figureOf(cell)}<span class="reach">{REACH[cell.reach]}</span></button
              >
            </td>
          {/each}
          <td>{row.cost === null ? '?' : digits(row.cost)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
</Scroller>
<p>
  ● the decision · ▲ the best{stands ? ' · ○ what stands now' : ''}
  {#if order.length > FIRST}
    · <button type="button" class="linkish" onclick={() => (all = !all)}
      >{all ? 'Only the first' : `All ${answer.candidates.length}`}</button
    >
  {/if}
</p>

<style>
  .shows [aria-pressed='true'] {
    font-weight: 600;
    text-decoration: none;
    color: var(--ink);
  }
  th,
  td {
    border-top: 1px solid var(--hairline);
    font-weight: 400;
    text-align: right;
    padding: 0.1rem 0.22rem;
    white-space: nowrap;
  }
  thead th {
    border-top: none;
    font-size: 13px;
    color: var(--ink-soft);
  }
  th:first-child {
    text-align: left;
    padding-left: 0;
    max-width: 17rem;
    line-height: 1.2;
  }
  th:first-child button {
    white-space: normal;
    text-align: left;
  }
  button {
    padding: 0.15rem 0;
    min-height: 24px;
  }
  td:has(button) {
    background: linear-gradient(
      to top,
      color-mix(in oklch, var(--radiated) 38%, transparent) var(--share),
      transparent var(--share)
    );
  }
  .line {
    display: block;
    font-size: 12.5px;
    font-weight: 400;
    color: var(--ink-soft);
  }
  .score {
    font-weight: 600;
  }
  .reach {
    color: var(--heat-ink);
    font-size: 11px;
  }
  .chosen {
    background: var(--paper-sunk);
  }
  .chosen th {
    font-weight: 600;
  }
  .dear {
    opacity: 0.55;
  }
  p {
    color: var(--ink-soft);
    font-size: 13.5px;
    padding-top: 0.3rem;
  }
</style>
