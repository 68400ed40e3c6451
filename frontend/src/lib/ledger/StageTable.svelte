<script lang="ts">
  import type { Figure, Here, StageResult } from '../api/client';
  import type { Selection } from '../station/session.svelte';
  import { decibels, lowest, middle, shown, swr, watts } from '../figures';

  interface Props {
    here: Here;
    selected: Selection;
    onselect: (at: Selection) => void;
  }
  let { here, selected, onselect }: Props = $props();
  const result = $derived(here.result);
  const rated = $derived(result.transmitter.rated_w);

  interface Row {
    at: Selection;
    label: string;
    taken: Figure;
    left: Figure;
    db: Figure | undefined;
    volts: Figure | undefined;
    swr: Figure | undefined;
    note: string;
    kind: 'radio' | 'heat' | 'leaves';
  }
  const rows = $derived<Row[]>([
    {
      at: 'transmitter',
      label: 'Held back by the radio',
      taken: result.transmitter.held_back_w,
      left: undefined as unknown as Figure,
      db: undefined,
      volts: undefined,
      swr: undefined,
      note: '',
      kind: 'radio',
    },
    {
      at: 'transmitter',
      label: 'Turned back at the radio',
      taken: result.transmitter.turned_back_w,
      left: result.transmitter.accepted_w,
      db: undefined,
      volts: undefined,
      swr: result.transmitter.swr,
      note: '',
      kind: 'radio',
    },
    ...result.stages.map((stage, n) => ({
      at: n,
      label: stage.label,
      taken: stage.taken_w,
      left: stage.out_w,
      db: stage.loss_db,
      volts: 'volts_peak_max' in stage ? stage.volts_peak_max : stage.volts_peak,
      swr: stage.swr_in,
      note: note(stage),
      kind: 'heat' as const,
    })),
    {
      at: 'antenna',
      label: `${result.antenna.label}: own losses`,
      taken: result.antenna.taken_w,
      left: result.antenna.radiated_w,
      db: undefined,
      volts: undefined,
      swr: result.antenna.swr,
      note: '',
      kind: 'heat',
    },
  ]);

  /** The power into a part at which a rating, or the heat of its hottest place, is reached. */
  function bears(limit: Figure | undefined): string {
    const least = lowest(limit);
    return least === null ? '' : `bears ${watts(least)} W; `;
  }

  function note(stage: StageResult): string {
    if (stage.bypassed) return 'bypassed';
    if ('forward_w' in stage)
      return `shows ${shown(stage.forward_w, watts)} W forward, ${shown(stage.reflected_w, watts)} W back`;
    if ('setting' in stage) {
      const knobs = Object.entries(stage.setting ?? {}).map(([name, value]) => {
        const [knob, unit] = name.split('_');
        return `${(knob ?? '').toUpperCase()} ${shown(value)} ${unit === 'pf' ? 'pF' : 'µH'}`;
      });
      const how = stage.matched ? 'matched' : 'no match';
      return bears(stage.limit_w) + (knobs.length ? `${how}: ${knobs.join(', ')}` : how);
    }
    if ('matched_db' in stage)
      return `${bears(stage.limit_w)}matched ${shown(stage.matched_db, decibels)} dB, SWR adds ${shown(stage.extra_db, decibels)} dB; the handbook says ${shown(stage.handbook_db, decibels)} dB in all`;
    return '';
  }
  const share = (taken: Figure) => Math.max(0, Math.min(100, (100 * (middle(taken) ?? 0)) / rated));
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls must be reachable by keyboard) -->
<div class="scroller" role="region" aria-label="Watts by part" tabindex="0">
  <table class="figures">
    <caption class="visually-hidden">What each part of the run took of {watts(rated)} watts</caption>
    <thead>
      <tr>
        <th scope="col">Part</th>
        <th scope="col" class="number">takes, W</th>
        <th scope="col" class="bar-head"><span class="visually-hidden">share</span></th>
        <th scope="col" class="number">leaves, W</th>
        <th scope="col" class="number">dB</th>
        <th scope="col" class="number">SWR in</th>
        <th scope="col" class="number">V peak</th>
      </tr>
    </thead>
    <tbody>
      {#each rows as row (row.label + String(row.at))}
        {#if row.kind !== 'radio' || share(row.taken) > 0.05}
          <tr class:chosen={selected === row.at}>
            <th scope="row">
              <button type="button" onclick={() => onselect(row.at)}>{row.label}</button>
              {#if row.note}<small>{row.note}</small>{/if}
            </th>
            <td class="number">{shown(row.taken, watts)}</td>
            <td
              >{#if share(row.taken) > 0.05}<span class="share {row.kind}" style:width="{share(row.taken)}%"
                ></span>{/if}</td
            >
            <td class="number">{row.left === undefined ? '' : shown(row.left, watts)}</td>
            <td class="number">{row.db === undefined ? '' : shown(row.db, decibels)}</td>
            <td class="number">{row.swr === undefined ? '' : shown(row.swr, swr)}</td>
            <td class="number">{row.volts === undefined ? '' : shown(row.volts)}</td>
          </tr>
        {/if}
      {/each}
    </tbody>
    <tfoot>
      <tr>
        <th scope="row">Radiated, of {watts(rated)} W</th>
        <td></td>
        <td><span class="share leaves" style:width="{share(result.total.radiated_w)}%"></span></td>
        <td class="number">{shown(result.total.radiated_w, watts)}</td>
        <td class="number">{shown(result.total.loss_db, decibels)}</td>
        <td></td>
        <td></td>
      </tr>
    </tfoot>
  </table>
</div>

<style>
  .scroller {
    overflow-x: auto;
    margin-top: 1rem;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    font-size: 14.5px;
  }
  thead th {
    font-weight: 400;
    color: var(--ink-soft);
    text-align: left;
    padding: 0.2rem 0.5rem;
    white-space: nowrap;
    font-size: 13px;
  }
  td,
  tbody th,
  tfoot th {
    padding: 0.28rem 0.5rem;
    border-top: 1px solid var(--hairline);
    text-align: left;
    font-weight: 400;
    vertical-align: baseline;
  }
  thead .number,
  .number {
    text-align: right;
    white-space: nowrap;
  }
  .bar-head {
    width: 22%;
    min-width: 4rem;
  }
  tbody th {
    min-width: 11rem;
  }
  .share {
    display: inline-block;
    height: 8px;
    min-width: 1px;
  }
  .heat {
    background: repeating-linear-gradient(60deg, var(--heat) 0 3px, transparent 3px 5px), var(--heat);
    background-blend-mode: multiply;
  }
  .radio {
    background: radial-gradient(var(--standing) 1.3px, transparent 1.5px) 0 0 / 4px 4px;
  }
  .leaves {
    background: var(--radiated);
  }
  small {
    color: var(--ink-soft);
    display: block;
    font-size: 13px;
    line-height: 1.2;
  }
  .chosen {
    background: var(--paper-sunk);
  }
  th button {
    text-align: left;
  }
  th button:hover {
    text-decoration: underline;
  }
  .chosen th button {
    font-weight: 600;
  }
  tfoot th,
  tfoot td {
    border-top: 2px solid var(--ink);
    color: var(--radiated-ink);
    font-weight: 600;
  }
</style>
