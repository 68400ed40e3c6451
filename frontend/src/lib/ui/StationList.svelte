<script lang="ts">
  import { tick } from 'svelte';
  import { addressOf } from '../../routes';
  import type { StationRow } from '../api/client';
  import type { Stations } from '../station/stations.svelte';

  let { stations }: { stations: Stations } = $props();
  let renaming = $state<number | null>(null);
  let input = $state<HTMLInputElement>();
  const named = (row: StationRow) => row.name || 'A station without a name';

  async function begin(row: StationRow) {
    renaming = row.id;
    await tick();
    input?.select();
  }

  async function end(row: StationRow) {
    if (renaming !== row.id) return;
    renaming = null;
    await stations.rename(row, input?.value ?? row.name);
  }

  function keyed(event: KeyboardEvent, row: StationRow) {
    if (event.key === 'Enter') void end(row);
    if (event.key === 'Escape') renaming = null;
  }
</script>

{#if stations.last}
  <p class="news" role="status">
    “{named(stations.last)}” is deleted.
    <button type="button" onclick={() => stations.last && stations.bringBack(stations.last)}
      >Undo the deletion</button
    >
  </p>
{/if}
<ul>
  {#each stations.rows as row (row.id)}
    <li>
      {#if renaming === row.id}
        <input
          class="min-w-0 flex-[1_1_12rem] text-lead wrap-anywhere"
          bind:this={input}
          value={row.name}
          maxlength="200"
          aria-label="New name of {named(row)}"
          onkeydown={(event) => keyed(event, row)}
          onblur={() => end(row)}
        />
      {:else}
        <span>
          <a class="min-w-0 text-lead wrap-anywhere" href={addressOf({ id: row.id, view: 'ledger' })}
            >{named(row)}</a
          >
          {#if row.owner}<small>{row.owner}’s, {row.right === 'edit' ? 'to change' : 'to read'}</small>{/if}
        </span>
      {/if}
      <span class="actions soft flex gap-4">
        {#if row.right !== 'read'}
          <button type="button" aria-label="Rename {named(row)}" onclick={() => begin(row)}>Rename</button>
        {/if}
        <button type="button" aria-label="Duplicate {named(row)}" onclick={() => stations.copy(row)}
          >Duplicate</button
        >
        {#if row.right === 'own'}
          <button type="button" aria-label="Delete {named(row)}" onclick={() => stations.remove(row)}
            >Delete</button
          >
        {/if}
      </span>
    </li>
  {/each}
</ul>
{#if stations.deleted.length}
  <details>
    <summary class="soft border-t py-2.5">Deleted in the last 30 days</summary>
    <ul>
      {#each stations.deleted as row (row.id)}
        <li>
          <span>{named(row)}</span>
          <span class="actions soft flex gap-4">
            <button type="button" aria-label="Bring back {named(row)}" onclick={() => stations.bringBack(row)}
              >Bring back</button
            >
          </span>
        </li>
      {/each}
    </ul>
  </details>
{/if}

<style>
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 0.2rem 1.2rem;
    align-items: baseline;
    justify-content: space-between;
    border-top: 1px solid var(--hairline);
    padding: 0.6rem 0;
  }
  a,
  .news button {
    text-decoration: underline;
    text-underline-offset: 3px;
    text-decoration-color: var(--conducted);
  }
  .actions button:hover {
    color: var(--ink);
    text-decoration: underline;
  }
</style>
