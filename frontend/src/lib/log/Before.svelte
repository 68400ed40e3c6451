<script lang="ts">
  import type { BeforeOut } from '../api/client';
  import Trouble from '../ui/Trouble.svelte';
  import { day, inShort } from './entries';

  /** What changed and was noted before an entry, since the last one like it. */
  let { before, trouble }: { before: BeforeOut | null; trouble: string } = $props();
</script>

<div class="mt-1.25 border-l-3 py-0.75 pl-2.75" role="status">
  <Trouble text={trouble} />
  {#if before}
    <p class="soft">
      {before.since
        ? `Since ${day(before.since.date)} (${inShort(before.since)}):`
        : 'It is the first of its kind. Before it:'}
    </p>
    <ul>
      {#each before.changed as change, i (i)}<li>{change}</li>{/each}
      {#each before.between as row (`${row.kind} ${row.key}`)}
        <li>{day(row.date)}, {row.kind}: {inShort(row)}</li>
      {/each}
      {#if !before.changed.length && !before.between.length}<li>nothing that is known here</li>{/if}
    </ul>
  {/if}
</div>
