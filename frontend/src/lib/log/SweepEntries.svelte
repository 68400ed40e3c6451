<script lang="ts">
  import type { LogRow } from '../api/client';
  import type { Sweeps } from '../sweep/sweeps.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import { about, day, inShort } from './entries';
  import { Log } from './log.svelte';

  /** The log beside a sweep: its sweeps, to be chosen, with the notes and changes that lie between. */
  let { sweeps }: { sweeps: Sweeps } = $props();
  const log = $derived(new Log(sweeps.station, ['sweep', 'note', 'change']));
  const away = $derived(sweeps.rows.filter((row) => row.removed));

  $effect(() => {
    // With a sweep more, or another name for one, the log is another.
    void sweeps.rows;
    void log.load();
  });
  const title = (row: LogRow) => (typeof row.body.title === 'string' && row.body.title) || 'sweep';
</script>

<div class="border-r px-3.5 pt-3.25 pb-6 max-[900px]:border-r-0 max-[900px]:border-b">
  <h2 class="soft font-sans text-fine">Sweeps in the log</h2>
  <Trouble text={log.trouble} onretry={() => log.load()} />
  <ol>
    {#each log.rows as row (`${row.kind} ${row.key}`)}
      {#if row.kind === 'sweep'}
        {@const chosen = row.key === sweeps.chosen && !sweeps.bringing}
        <li>
          <button
            class="block w-full border-l-3 border-l-transparent px-2 py-1.25 text-left"
            type="button"
            class:chosen
            aria-pressed={chosen}
            onclick={() => sweeps.choose(row.key)}
          >
            <span class="title block overflow-hidden text-ellipsis whitespace-nowrap">{title(row)}</span>
            <span class="soft text-fine">{[day(row.date), ...about(row.body)].join(', ')}</span>
          </button>
        </li>
      {:else}
        <li class="between soft text-fine">{day(row.date)} {inShort(row)}</li>
      {/if}
    {/each}
  </ol>
  {#if !log.all}<button type="button" class="linkish" onclick={() => log.load(true)}>Older entries</button
    >{/if}
  <button
    type="button"
    class="linkish"
    aria-pressed={sweeps.bringing}
    onclick={() => (sweeps.bringing = true)}>Bring in a sweep</button
  >
  {#if away.length}
    <details class="soft mt-4">
      <summary>Taken out ({away.length})</summary>
      {#each away as row (row.id)}
        <p>
          {row.title}
          <button
            type="button"
            class="linkish"
            aria-label="Bring back {row.title}"
            onclick={() => sweeps.change(row.id, { removed: false })}>Bring back</button
          >
        </p>
      {/each}
    </details>
  {/if}
</div>

<style>
  li button:hover,
  .chosen {
    background: var(--paper-sunk);
  }
  .chosen {
    border-left-color: var(--ink);
  }
  .chosen .title {
    font-weight: 600;
  }
  .between {
    padding: 0.2rem 0.5rem 0.2rem 0.7rem;
    overflow: hidden;
    overflow-wrap: anywhere;
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 3;
    line-clamp: 3;
  }
</style>
