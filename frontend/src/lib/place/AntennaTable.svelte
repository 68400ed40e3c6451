<script lang="ts">
  import type { AntennaRow, AntennasAnswer } from '../api/client';
  import { watts } from '../figures';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import Scroller from '../ui/Scroller.svelte';
  import AntennaSketch from './AntennaSketch.svelte';
  import { KINDS } from './drawing';
  import { ANYTHING, linesOf, tableOf } from './table';

  /** Antennas by places of the match, in each cell the line that is worth most there. */
  interface Props {
    answer: AntennasAnswer;
    rated_w: number;
    chosen: AntennaRow | undefined;
    onselect: (row: AntennaRow) => void;
  }
  let { answer, rated_w, chosen, onselect }: Props = $props();
  const FIRST = 5;
  let wanted = $state({ ...ANYTHING });
  let most = $state('');
  let all = $state(false);
  const table = $derived(tableOf(answer, wanted));
  const places = $derived(all ? table.places : table.places.slice(0, FIRST));
  const kinds = $derived(KINDS.filter(([kind]) => answer.drawn.some((drawn) => drawn.kind === kind)));
  const decided = $derived(answer.rows[answer.decision]);
  const metre = $derived(
    Math.min(
      ...answer.drawn.map((drawn) => {
        const xs = drawn.wires.flatMap(([x = 0, , , x2 = 0]) => [x, x2]);
        const zs = drawn.wires.flatMap(([, , z = 0, , , z2 = 0]) => [z, z2]);
        return Math.min(70 / Math.max(Math.max(...xs) - Math.min(...xs), 1), 25 / Math.max(...zs, 1));
      }),
    ),
  );

  function costs(typed: string) {
    most = typed;
    const figure = Number(typed.replace(',', '.'));
    wanted.most = typed.trim() === '' || !Number.isFinite(figure) ? null : figure;
  }
</script>

<div class="asked">
  <ChoiceField
    label="Show"
    value={wanted.kind}
    options={[['', 'every antenna'], ...kinds]}
    onchoose={(kind) => (wanted.kind = kind)}
  />
  <ChoiceField
    label="on"
    value={wanted.line}
    options={[['', 'any line'], ...linesOf(answer)]}
    onchoose={(line) => (wanted.line = line)}
  />
  <PlainNumber label="for at most" value={most} oninput={costs} />
</div>
{#if table.lines.length === 0}
  <p>None of these was ranked so.</p>
{:else}
  <p>
    W that leave where you want to be heard, of {watts(rated_w)} W; the shading is their share. In each cell the
    line that is worth most there. ● the decision. Choose a cell to see it in the place.
  </p>
  <Scroller label="Antennas by places of the match">
    <table class="figures w-full border-collapse">
      <thead>
        <tr>
          <th scope="col">Antenna</th>
          {#each places as place (place.id)}<th scope="col" class="max-w-34 min-w-21.5">{place.name}</th
            >{/each}
        </tr>
      </thead>
      <tbody>
        {#each table.lines as line (line.drawn)}
          {@const drawn = answer.drawn[line.drawn]}
          <tr>
            <th scope="row">
              <span class="flex max-w-72 min-w-48 items-center gap-2 leading-tight">
                {#if drawn}<AntennaSketch antenna={drawn} {metre} />{/if}
                {line.name}
              </span>
            </th>
            {#each line.cells.slice(0, places.length) as row, n (n)}
              {#if row}
                <td
                  class:chosen={row === chosen}
                  style:--share="{Math.min(100, (100 * row.watts) / Math.max(rated_w, 1e-9))}%"
                >
                  <button
                    class="min-h-9.5 w-full text-right"
                    type="button"
                    aria-pressed={row === chosen}
                    aria-label="{row.name}: {watts(row.watts)} W"
                    onclick={() => onselect(row)}
                  >
                    {#if row === decided}<span class="text-radiated-ink">●</span>{/if}
                    {watts(row.watts)}
                    <span class="line">{row.line_name}</span>
                  </button>
                </td>
              {:else}<td class="soft">–</td>{/if}
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
  {#if table.places.length > FIRST}
    <p>
      <button type="button" class="linkish" onclick={() => (all = !all)}
        >{all ? 'Only the best places' : `All ${String(table.places.length)} places of the match`}</button
      >
    </p>
  {/if}
{/if}

<style>
  .asked {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(13rem, 100%), 1fr));
    gap: 0 1.6rem;
    max-width: 60rem;
  }
  p {
    color: var(--ink-soft);
    font-size: 13px;
    padding: 0.4rem 0;
  }
  th,
  td {
    border-top: 1px solid var(--hairline);
    font-weight: 400;
    text-align: right;
    padding: 0.15rem 0.25rem;
    vertical-align: middle;
  }
  thead th {
    border-top: none;
    color: var(--ink-soft);
    font-size: 12.5px;
    line-height: 1.15;
    vertical-align: bottom;
  }
  th:first-child {
    text-align: left;
    padding-left: 0;
  }
  td:has(button) {
    background: linear-gradient(
      to top,
      color-mix(in oklch, var(--radiated) 38%, transparent) var(--share),
      transparent var(--share)
    );
  }
  .chosen {
    outline: 2px solid var(--ink);
    outline-offset: -2px;
  }
  .line {
    display: block;
    font-size: 11.5px;
    line-height: 1.15;
    color: var(--ink-soft);
  }
</style>
