<script lang="ts">
  import { untrack } from 'svelte';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { api, type StationFile } from '../api/client';
  import { asks } from '../api/asking.svelte';
  import { decibels, digits, lowest, shown, swr, watts } from '../figures';
  import { preferences } from '../station/preferences.svelte';
  import { parseTyped, toShown } from '../station/units';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';
  import WorkingDialog from '../working/WorkingDialog.svelte';
  import { offerWorkings } from '../working/workings.svelte';
  import { rowsOf, sorted, type Column } from './comparing';
  import type { ShelfItem } from './shelf.svelte';
  import Scroller from '../ui/Scroller.svelte';

  interface Props {
    items: ShelfItem[];
    station: StationFile;
    /** The part of the run that the line stands before. */
    place: number;
    mhz: number;
    length_m: number;
    /** What stands there now, of the shelf. */
    present: string;
    /** A line taken, and the length that was compared. */
    ontake: (item: ShelfItem, length_m: number) => void;
    ondrop: (id: number) => void;
  }
  let { items, station, place, mhz, length_m, present, ontake, ondrop }: Props = $props();
  let length = $state(untrack(() => toShown(length_m, 'length', preferences.system)));
  let frequency = $state(untrack(() => String(Number(mhz.toFixed(4)))));
  let by = $state<Column | null>(null);

  const asking = asks(
    () => request,
    (body) => api.POST('/api/shelf/compare', { body }),
  );
  const metres = $derived(parseTyped(length, 'length', preferences.system));
  const rows = $derived.by(() => {
    const all = rowsOf(items, asking.answer);
    return by ? sorted(all, by) : all;
  });
  const HEADS: [Column, string][] = [
    ['name', 'Feedline'],
    ['matched', 'matched, dB'],
    ['loss', 'here, dB'],
    ['bears', 'bears, W'],
    ['price', 'price'],
  ];

  const NAMES = { matched_db: 'matched loss, dB', loss_db: 'loss here, dB', limit_w: 'watts it bears' };
  const request = $derived({
    document: station,
    place,
    mhz: parseTyped(frequency, 'frequency', preferences.system) as number,
    length_m: metres as number,
  });
  /** A figure's path is the line's token and its name. */
  const workings = offerWorkings((path) => {
    const [token = '', figure = ''] = path.split('.');
    return api.POST('/api/shelf/compare/working', { body: { ...request, token, figure } });
  });
</script>

{#snippet figure(item: ShelfItem, name: 'matched_db' | 'loss_db' | 'limit_w', text: string)}
  <Fig at="{item.key}.{name}" name="{item.title}, {NAMES[name]}" {text} />
{/snippet}

<div class="grid grid-cols-[repeat(auto-fit,minmax(11rem,1fr))] gap-x-8">
  <PlainNumber
    label="Length"
    unit={preferences.system === 'feet' ? 'ft' : 'm'}
    value={length}
    oninput={(typed) => (length = typed)}
  />
  <PlainNumber label="Frequency" unit="MHz" value={frequency} oninput={(typed) => (frequency = typed)} />
</div>
<Trouble text={asking.trouble || (asking.answer?.why ?? '')} {asking} below={asking.trouble !== ''} />
<div class="lines">
  <Scroller label="Feedlines side by side">
    <table class="plain figures" use:roving>
      <caption class="whitespace-normal">
        Here: before the load that the line would face in this place{asking.answer && !asking.answer.why
          ? `, SWR ${shown(asking.answer.swr, swr)}`
          : ''}. Prices are the station’s own where it states them, otherwise rough starting values; “?” is
        not known.
      </caption>
      <thead>
        <tr>
          {#each HEADS as [column, name] (column)}
            <th
              scope="col"
              aria-sort={by === column ? (column === 'bears' ? 'descending' : 'ascending') : 'none'}
              ><button type="button" onclick={() => (by = column)}>{name}{by === column ? ' ▾' : ''}</button
              ></th
            >
          {/each}
        </tr>
      </thead>
      <tbody>
        {#each rows as { item, beside } (item.key)}
          <tr class:present={item.key === present}>
            <th scope="row">
              <button
                type="button"
                class="hover:underline"
                onclick={() => ontake(item, typeof metres === 'number' && metres > 0 ? metres : length_m)}
                >{item.title}{item.key === present ? ', as now' : ''}<small
                  class="soft block text-fine font-normal">{item.note}</small
                ></button
              >{#if item.own !== null}<button
                  type="button"
                  aria-label="Take {item.title} off the shelf"
                  onclick={() => ondrop(item.own ?? 0)}><Trash size={15} /></button
                >{/if}
            </th>
            {#if beside}
              <td>{@render figure(item, 'matched_db', decibels(beside.matched_db))}</td>
              <td
                >{#if asking.answer?.why || beside.loss_db === null}{asking.answer?.why
                    ? '?'
                    : '∞'}{:else}{@render figure(item, 'loss_db', shown(beside.loss_db, decibels))}{/if}</td
              >
              <td
                >{#if lowest(beside.limit_w) === null}?{:else}{@render figure(
                    item,
                    'limit_w',
                    watts(lowest(beside.limit_w)),
                  )}{/if}</td
              >
              <td>{beside.price === null ? '?' : digits(beside.price)}</td>
            {:else}<td colspan="4"></td>{/if}
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
</div>
<WorkingDialog {workings} />

<style>
  .lines {
    container-type: inline-size;
  }
  th[scope='row'] {
    white-space: normal;
    min-width: 7.5rem;
  }
  th button {
    text-align: inherit;
  }
  .present {
    background: var(--paper-sunk);
  }
  @container (max-width: 30rem) {
    small {
      display: none;
    }
    thead :is(th, button) {
      white-space: normal;
    }
    th[scope='row'] {
      min-width: 6rem;
    }
    :is(th, td) {
      padding-left: 0.2rem;
      padding-right: 0.4rem;
    }
  }
</style>
