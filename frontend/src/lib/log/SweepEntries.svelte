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

<div class="log">
  <h2>Sweeps in the log</h2>
  <Trouble text={log.trouble} onretry={() => log.load()} />
  <ol>
    {#each log.rows as row (`${row.kind} ${row.key}`)}
      {#if row.kind === 'sweep'}
        {@const chosen = row.key === sweeps.chosen && !sweeps.bringing}
        <li>
          <button type="button" class:chosen aria-pressed={chosen} onclick={() => sweeps.choose(row.key)}>
            <span class="title">{title(row)}</span>
            <span class="about">{[day(row.date), ...about(row.body)].join(', ')}</span>
          </button>
        </li>
      {:else}
        <li class="between">{day(row.date)} {inShort(row)}</li>
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
    <details>
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
  .log {
    border-right: 1px solid var(--hairline);
    padding: 0.8rem 0.9rem 1.5rem;
  }
  h2 {
    font-size: 12.5px;
    color: var(--ink-soft);
    font-family: 'Source Sans 3 Variable', sans-serif;
  }
  li button {
    display: block;
    width: 100%;
    text-align: left;
    padding: 0.3rem 0.5rem;
    border-left: 3px solid transparent;
  }
  li button:hover,
  .chosen {
    background: var(--paper-sunk);
  }
  .chosen {
    border-left-color: var(--ink);
  }
  .title {
    display: block;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .chosen .title {
    font-weight: 600;
  }
  .about,
  .between {
    font-size: 12.5px;
    color: var(--ink-soft);
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
  details {
    margin-top: 1rem;
    color: var(--ink-soft);
  }
  @media (max-width: 900px) {
    .log {
      border-right: none;
      border-bottom: 1px solid var(--hairline);
    }
  }
</style>
