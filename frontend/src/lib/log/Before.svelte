<script lang="ts">
  import type { BeforeOut } from '../api/client';
  import Trouble from '../ui/Trouble.svelte';
  import { day, told } from './entries';

  /** What changed and was noted before an entry, since the last one like it. */
  let { found, trouble }: { found: BeforeOut | null; trouble: string } = $props();
</script>

<div role="status">
  <Trouble text={trouble} />
  {#if found}
    <p>
      {found.since
        ? `Since ${day(found.since.date)} (${told(found.since)}):`
        : 'It is the first of its kind. Before it:'}
    </p>
    <ul>
      {#each found.changed as one, i (i)}<li>{one}</li>{/each}
      {#each found.between as row (`${row.kind} ${row.key}`)}
        <li>{day(row.date)}, {row.kind}: {told(row)}</li>
      {/each}
      {#if !found.changed.length && !found.between.length}<li>nothing that is known here</li>{/if}
    </ul>
  {/if}
</div>

<style>
  div {
    border-left: 3px solid var(--hairline);
    padding: 0.2rem 0 0.2rem 0.7rem;
    margin-top: 0.3rem;
  }
  p {
    color: var(--ink-soft);
  }
</style>
