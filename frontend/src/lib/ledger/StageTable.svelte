<script lang="ts">
  import type { Figure, Here, MeasuredHere, StageResult } from '../api/client';
  import type { Selection } from '../station/session.svelte';
  import { decibels, digits, lowest, middle, shown, swr, watts } from '../figures';
  import Termed from '../terms/Termed.svelte';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';
  import Scroller from '../ui/Scroller.svelte';

  interface Props {
    here: Here;
    /** Of which parts the loss was measured, from least to most. */
    measured?: MeasuredHere[];
    selected: Selection;
    onselect: (at: Selection) => void;
  }
  let { here, measured = [], selected, onselect }: Props = $props();
  const result = $derived(here.result);
  const rated = $derived(result.transmitter.rated_w);

  /** A piece of a note: words, or a figure with where it stands in the answer and its name. */
  type Piece = string | { at: string; name: string; text: string };
  interface Row {
    at: Selection;
    label: string;
    taken: Figure;
    left: Figure | undefined;
    db: Figure | undefined;
    volts: Figure | undefined;
    swr: Figure | undefined;
    /** Where each column's figure stands in the answer. */
    paths: { taken: string; left?: string; db?: string; volts?: string; swr?: string };
    note: Piece[];
    kind: 'held' | 'heat' | 'leaves';
  }
  const rows = $derived<Row[]>([
    {
      at: 'transmitter',
      label: 'Held back by the radio',
      taken: result.transmitter.held_back_w,
      left: undefined,
      db: undefined,
      volts: undefined,
      swr: undefined,
      paths: { taken: 'transmitter.held_back_w' },
      note: [],
      kind: 'held',
    },
    {
      at: 'transmitter',
      label: 'Turned back at the radio',
      taken: result.transmitter.turned_back_w,
      left: result.transmitter.accepted_w,
      db: undefined,
      volts: undefined,
      swr: result.transmitter.swr,
      paths: {
        taken: 'transmitter.turned_back_w',
        left: 'transmitter.accepted_w',
        swr: 'transmitter.swr',
      },
      note: [],
      kind: 'held',
    },
    ...result.stages.map((stage, n) => ({
      at: n,
      label: stage.label,
      taken: stage.taken_w,
      left: stage.out_w,
      db: stage.loss_db,
      volts: 'volts_peak_max' in stage ? stage.volts_peak_max : stage.volts_peak,
      swr: stage.swr_in,
      paths: {
        taken: `stages[${n}].taken_w`,
        left: `stages[${n}].out_w`,
        db: `stages[${n}].loss_db`,
        volts: `stages[${n}].${'volts_peak_max' in stage ? 'volts_peak_max' : 'volts_peak'}`,
        swr: `stages[${n}].swr_in`,
      },
      note: [...fromBench(n), ...note(stage, `stages[${n}]`)],
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
      paths: { taken: 'antenna.taken_w', left: 'antenna.radiated_w', swr: 'antenna.swr' },
      note: result.antenna.sky_w === undefined ? ['what its soil takes is not known'] : [],
      kind: 'heat',
    },
  ]);

  /** Of a planned antenna: what of what leaves its wires warms the soil, and what leaves for the sky. */
  const beyond = $derived(
    result.antenna.sky_w === undefined
      ? null
      : { soil: result.antenna.soil_w ?? null, sky: result.antenna.sky_w },
  );

  /** The power into a part at which a rating, or the heat of its hottest place, is reached. */
  function bears(limit: Figure | undefined, at: string): Piece[] {
    const least = lowest(limit);
    if (least === null) return [];
    return ['bears ', { at: `${at}.limit_w`, name: 'power it bears', text: watts(least) }, ' W; '];
  }

  function fromBench(at: number): Piece[] {
    const marked = measured.find((part) => part.at === at);
    if (!marked) return [];
    return [marked.loss_db ? `measured, ${shown(marked.loss_db, decibels)} dB; ` : 'measured; '];
  }

  function note(stage: StageResult, at: string): Piece[] {
    if (stage.bypassed) return ['bypassed'];
    if ('forward_w' in stage)
      return [
        'shows ',
        { at: `${at}.forward_w`, name: 'forward power shown', text: shown(stage.forward_w, watts) },
        ' W forward, ',
        { at: `${at}.reflected_w`, name: 'reflected power shown', text: shown(stage.reflected_w, watts) },
        ' W back',
      ];
    if ('setting' in stage) {
      const knobs = Object.entries(stage.setting ?? {}).flatMap(([name, value], n): Piece[] => {
        const [knob, unit] = name.split('_');
        const knobName = `${(knob ?? '').toUpperCase()}`;
        const dial = stage.dials?.[knob ?? ''];
        return [
          `${n ? ', ' : ': '}${knobName} ${dial === undefined ? '' : `at ${shown(dial)}, `}`,
          { at: `${at}.setting.${name}`, name: knobName, text: shown(value) },
          ` ${unit === 'pf' ? 'pF' : 'µH'}`,
        ];
      });
      return [...bears(stage.limit_w, at), stage.matched ? 'matched' : 'no match', ...knobs];
    }
    if ('matched_db' in stage)
      return [
        ...bears(stage.limit_w, at),
        'matched ',
        { at: `${at}.matched_db`, name: 'matched loss', text: shown(stage.matched_db, decibels) },
        ' dB, SWR adds ',
        { at: `${at}.extra_db`, name: 'additional loss', text: shown(stage.extra_db, decibels) },
        ' dB; the handbook says ',
        { at: `${at}.handbook_db`, name: 'handbook loss', text: shown(stage.handbook_db, decibels) },
        ' dB in all',
      ];
    return [];
  }
  const share = (taken: Figure) => Math.max(0, Math.min(100, (100 * (middle(taken) ?? 0)) / rated));
</script>

{#snippet cell(
  at: string | undefined,
  figure: Figure | undefined,
  format: (value: number | null) => string,
  name: string,
)}
  <td class="number"
    >{#if at && figure !== undefined}<Fig {at} {name} text={shown(figure, format)} />{/if}</td
  >
{/snippet}

<Scroller label="Watts by part">
  <table class="figures mt-4 w-full border-collapse text-note" use:roving>
    <caption class="visually-hidden">What each part of the run took of {watts(rated)} watts</caption>
    <thead>
      <tr>
        <th scope="col">Part</th>
        <th scope="col" class="number">takes, W</th>
        <th scope="col" class="bar-head"><span class="visually-hidden">share</span></th>
        <th scope="col" class="number">leaves, W</th>
        <th scope="col" class="number"><Termed text="dB" /></th>
        <th scope="col" class="number"><Termed text="SWR in" /></th>
        <th scope="col" class="number"><Termed text="V peak" /></th>
      </tr>
    </thead>
    <tbody>
      {#each rows as row (row.label + String(row.at))}
        {#if row.kind !== 'held' || share(row.taken) > 0.05}
          <tr class:chosen={selected === row.at}>
            <th class="min-w-44" scope="row">
              <button class="text-left hover:underline" type="button" onclick={() => onselect(row.at)}
                >{row.label}</button
              >
              {#if row.note.length}<small
                  >{#each row.note as piece, n (n)}{#if typeof piece === 'string'}{piece}{:else}<Fig
                        at={piece.at}
                        name="{row.label}, {piece.name}"
                        text={piece.text}
                      />{/if}{/each}</small
                >{/if}
            </th>
            <td class="number"
              ><Fig at={row.paths.taken} name="{row.label}, watts taken" text={shown(row.taken, watts)} /></td
            >
            <td
              >{#if share(row.taken) > 0.05}<span class="share {row.kind}" style:width="{share(row.taken)}%"
                ></span>{/if}</td
            >
            {@render cell(row.paths.left, row.left, watts, `${row.label}, watts left`)}
            {@render cell(row.paths.db, row.db, decibels, `${row.label}, loss in dB`)}
            {@render cell(row.paths.swr, row.swr, swr, `${row.label}, SWR`)}
            {@render cell(row.paths.volts, row.volts, digits, `${row.label}, peak volts`)}
          </tr>
        {/if}
      {/each}
    </tbody>
    <tfoot>
      <tr>
        <th scope="row">{beyond ? 'Leaves the wires' : 'Radiated'}, of {watts(rated)} W</th>
        <td></td>
        <td><span class="share leaves" style:width="{share(result.total.radiated_w)}%"></span></td>
        {@render cell('total.radiated_w', result.total.radiated_w, watts, 'radiated watts')}
        {@render cell('total.loss_db', result.total.loss_db, decibels, 'all losses in dB')}
        <td></td>
        <td></td>
      </tr>
      {#if beyond}
        <tr>
          <th scope="row">Soil under the wires<small>what is left leaves for the sky</small></th>
          <td class="number"
            ><Fig
              at="antenna.soil_w"
              name="Soil under the wires, watts taken"
              text={shown(beyond.soil, watts)}
            /></td
          >
          <td><span class="share heat" style:width="{share(beyond.soil)}%"></span></td>
          {@render cell('antenna.sky_w', beyond.sky, watts, 'watts to the sky')}
          <td></td>
          <td></td>
          <td></td>
        </tr>
      {/if}
    </tfoot>
  </table>
</Scroller>

<style>
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
  .share {
    display: inline-block;
    height: 8px;
    min-width: 1px;
  }
  .heat {
    background: repeating-linear-gradient(60deg, var(--heat) 0 3px, transparent 3px 5px), var(--heat);
    background-blend-mode: multiply;
  }
  .held {
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
  .chosen th button {
    font-weight: 600;
  }
  tfoot tr:first-child > * {
    border-top: 2px solid var(--ink);
    color: var(--radiated-ink);
    font-weight: 600;
  }
</style>
