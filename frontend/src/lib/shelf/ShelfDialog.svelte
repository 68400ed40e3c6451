<script lang="ts">
  import Trash from '@lucide/svelte/icons/trash-2';
  import type { PartModel } from '../api/client';
  import Modal from '../ui/Modal.svelte';
  import type { Shelf } from './shelf.svelte';

  interface Props {
    shelf: Shelf;
    open: boolean;
    onclose: () => void;
    onpick: (part: PartModel) => void;
  }
  let { shelf, open, onclose, onpick }: Props = $props();
  let query = $state('');
  const groups = $derived(shelf.matching(query));
</script>

<Modal {open} title="Take a part from the shelf" {onclose}>
  <input
    class="search"
    type="search"
    placeholder="Search, e.g. foam or 4:1"
    aria-label="Search the shelf"
    bind:value={query}
  />
  {#each groups as [name, items] (name)}
    <h3>{name}</h3>
    <ul>
      {#each items as item (item.key)}
        <li>
          <button type="button" class="take" onclick={() => onpick(structuredClone(item.part))}>
            <span>{item.title}</span> <small>{item.note}</small>
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
  {:else}
    <p>Nothing on the shelf answers to that.</p>
  {/each}
</Modal>

<style>
  .search {
    width: 100%;
    border-bottom: 1px solid var(--ink-soft);
    background: none;
    padding: 0.3rem;
  }
  h3 {
    font-size: 13px;
    color: var(--ink-soft);
    margin-top: 0.9rem;
    font-family: inherit;
  }
  li {
    display: flex;
    border-top: 1px solid var(--hairline);
  }
  .take {
    flex: 1;
    text-align: left;
    padding: 0.32rem 0.3rem;
  }
  .take:hover {
    background: var(--paper-sunk);
  }
  small {
    color: var(--ink-soft);
    margin-left: 0.5rem;
    font-size: 13px;
  }
</style>
