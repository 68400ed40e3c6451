<script lang="ts">
  import { digits, swr } from '../figures';
  import { asTuner, knobName, knobsOf } from '../tuner/knobs';
  import { chartRows } from '../tuner/presetRows';
  import type { Seen } from './seen.svelte';

  /** Where the dials stand on each band, to be read standing. */
  let { seen }: { seen: Seen } = $props();
  const tuners = $derived(
    Object.entries(seen.charts).flatMap(([at, chart]) => {
      const tuner = asTuner(seen.station.document.chain[Number(at)]);
      if (!tuner) return [];
      const rows = chartRows(tuner, tuner.presets ?? [], chart).filter(({ kind }) => kind !== 'older');
      return [{ at, name: tuner.label || 'tuner', knobs: knobsOf(tuner), rows, sentence: chart.sentence }];
    }),
  );
</script>

{#each tuners as { at, name, knobs, rows, sentence } (at)}
  <h2 class="serif text-large">{name}</h2>
  <p class="soft">{sentence}</p>
  <ul>
    {#each rows as row, n (n)}
      <li class="border-t-2 py-2" class:predicted={row.kind === 'predicted'}>
        <p class="flex justify-between gap-2.5">
          <strong>{row.band || '–'}</strong>
          <span class="figures">{digits(row.mhz, 5)} MHz</span>
          <span class="figures">{row.swr === null ? '' : `SWR ${swr(row.swr)}`}</span>
        </p>
        <dl class="figures grid grid-cols-[repeat(auto-fit,minmax(5.5rem,1fr))] gap-x-4 gap-y-0">
          {#each knobs as knob, k (knob)}
            <div>
              <dt>{knobName(knob)}</dt>
              <dd>
                {row.numbers[k]?.text ?? '–'}{#if row.numbers[k]?.span}<small
                    class="soft block text-plain font-normal">{row.numbers[k]?.span}</small
                  >{/if}
              </dd>
            </div>
          {/each}
        </dl>
        {#if row.relays}<p>{row.relays}</p>{/if}
        <p class="soft">
          {[
            row.kind === 'predicted' ? row.note : row.date,
            row.expected === null ? '' : `expected now SWR ${swr(row.expected)}`,
            row.kind === 'predicted' ? '' : row.note,
            row.odd ? '▲ disagrees with the rest' : '',
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
      </li>
    {/each}
  </ul>
{:else}
  <h2 class="serif text-large">Where the dials stand</h2>
  <p>
    {seen.due
      ? 'The server has not worked out the charts yet.'
      : 'No tuner of this station has a chart of its dials yet. Write one down in the room, in the tuner’s view.'}
  </p>
{/each}

<style>
  dt {
    font-size: 16px;
    color: var(--ink-soft);
  }
  dd {
    font-size: 1.9rem;
    font-weight: 600;
    line-height: 1.1;
  }
  .predicted dd {
    font-style: italic;
    font-weight: 400;
  }
</style>
