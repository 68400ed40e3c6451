<script lang="ts">
  import Trash from '@lucide/svelte/icons/trash-2';
  import type { PartModel, StationFile } from '../api/client';
  import Modal from '../ui/Modal.svelte';
  import ShelfLines from './ShelfLines.svelte';
  import { START_LENGTH_M, type Shelf, type ShelfItem } from './shelf.svelte';

  interface Props {
    shelf: Shelf;
    station: StationFile;
    mhz: number;
    /** Where the part is to stand in the run. */
    at: number;
    /** Whether it is a line that takes the place of the one there, rather than one more part. */
    instead: boolean;
    onclose: () => void;
    onpick: (part: PartModel) => void;
  }
  let { shelf, station, mhz, at, instead, onclose, onpick }: Props = $props();
  let query = $state('');
  const matching = $derived(shelf.matching(query));
  const lines = $derived(matching.flatMap(([, items]) => items.filter(isLine)));
  const others = $derived(
    instead
      ? []
      : matching
          .map(([name, items]): [string, ShelfItem[]] => [name, items.filter((item) => !isLine(item))])
          .filter(([, items]) => items.length),
  );
  const replaced = $derived(instead ? station.chain[at] : undefined);
  const length = $derived(
    replaced && 'length_m' in replaced && replaced.length_m > 0 ? replaced.length_m : START_LENGTH_M,
  );

  /** A line of the length that was compared; other parts as they are. */
  function take({ part }: ShelfItem, length_m = length) {
    onpick({ ...structuredClone(part), ...('length_m' in part ? { length_m } : {}) } as PartModel);
  }
  function isLine({ part }: ShelfItem): boolean {
    return 'length_m' in part;
  }
</script>

<Modal
  open
  title={!instead
    ? 'Take a part from the shelf'
    : replaced?.label
      ? `Another line for “${replaced.label}”`
      : 'Another line in this place'}
  {onclose}
>
  <input
    class="w-full p-1.25"
    type="search"
    placeholder="Search, e.g. foam or 4:1"
    aria-label="Search the shelf"
    bind:value={query}
    onkeydown={(event) => {
      const first = lines[0] ?? others[0]?.[1][0];
      if (event.key === 'Enter' && query.trim() && first) take(first, length);
    }}
  />
  {#if lines.length}
    <ShelfLines
      items={lines}
      {station}
      place={instead ? at + 1 : at}
      {mhz}
      length_m={length}
      present={replaced && 'line' in replaced && typeof replaced.line === 'string' ? replaced.line : ''}
      ontake={take}
      ondrop={(id) => shelf.drop(id)}
    />
  {/if}
  {#each others as [name, items] (name)}
    <h3>{name}</h3>
    <ul>
      {#each items as item (item.key)}
        <li class="flex border-t">
          <button
            type="button"
            class="flex-1 p-1.25 text-left hover:bg-paper-sunk"
            onclick={() => take(item)}
          >
            <span>{item.title}</span> <small class="soft ml-2 text-fine">{item.note}</small>
          </button>
          {#if item.own !== null}
            <button
              type="button"
              aria-label="Take {item.title} off the shelf"
              onclick={() => shelf.drop(item.own ?? 0)}><Trash size={15} /></button
            >
          {/if}
        </li>
      {/each}
    </ul>
  {/each}
  {#if !lines.length && !others.length}<p>Nothing on the shelf answers to that.</p>{/if}
</Modal>

<style>
  h3 {
    font-size: 13px;
    color: var(--ink-soft);
    margin-top: 0.9rem;
    font-family: inherit;
  }
</style>
