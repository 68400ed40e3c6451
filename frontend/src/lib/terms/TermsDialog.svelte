<script lang="ts">
  import Modal from '../ui/Modal.svelte';
  import { terms } from './terms.svelte';

  /** All terms, to be searched. */
  let { onclose }: { onclose: () => void } = $props();
  let query = $state('');
  const matching = $derived(terms.matching(query));
</script>

<Modal open title="Terms" {onclose}>
  <input
    class="w-full p-1.25"
    type="search"
    placeholder="Search, e.g. return loss"
    aria-label="Search the terms"
    bind:value={query}
  />
  <dl>
    {#each matching as term (term.name)}
      <dt>{term.name}</dt>
      <dd class="soft">{term.text}</dd>
    {:else}<dt>No term answers to that.</dt>{/each}
  </dl>
</Modal>

<style>
  dt {
    margin-top: 0.7rem;
    border-top: 1px solid var(--hairline);
    padding-top: 0.5rem;
    font-weight: 600;
  }
</style>
