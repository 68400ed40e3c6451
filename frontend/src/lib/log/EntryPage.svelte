<script lang="ts">
  import type { LogRow } from '../api/client';
  import Entry from './Entry.svelte';

  /** A piece of a long timeline: its rows while they are near what is in sight, else as much room as they took. */
  interface Props {
    rows: LogRow[];
    removed: boolean;
    /** Whether all of it is wanted, as on paper. */
    whole: boolean;
    onremove: (row: LogRow) => void;
    onopen: (row: LogRow) => void;
  }
  let { rows, removed, whole, onremove, onopen }: Props = $props();
  let near = $state(true);
  let height = $state(0);

  function watch(body: HTMLElement) {
    const watching = new IntersectionObserver(
      ([seen]) => {
        if (near) height = body.offsetHeight;
        near = seen?.isIntersecting ?? true;
      },
      { rootMargin: '1500px 0px' },
    );
    watching.observe(body);
    return { destroy: () => watching.disconnect() };
  }
</script>

<tbody use:watch>
  {#if near || whole}
    {#each rows as row (`${row.kind} ${row.key}`)}
      <Entry {row} {removed} onremove={() => onremove(row)} onopen={() => onopen(row)} />
    {/each}
  {:else}
    <tr><td colspan="4" style:height="{height}px"></td></tr>
  {/if}
</tbody>
