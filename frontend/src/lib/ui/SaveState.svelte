<script lang="ts">
  import type { Keeper } from '../station/keeper.svelte';
  import type { SaveState } from '../station/keeper.svelte';

  interface Props {
    keeper: Keeper;
    ontheirs: () => void;
    onmine: () => void;
  }
  let { keeper, ontheirs, onmine }: Props = $props();
  const WORDS: Record<SaveState, string> = {
    saved: 'Saved',
    saving: 'Saving …',
    changed: 'Changed',
    refused: 'Not saved: see the marked field',
    blocked: 'Not saved',
    gone: 'Not saved: this station is not kept here any more. Take its file with you',
    failing: 'Not saved: the server has trouble; trying again',
    conflict: 'Saved elsewhere meanwhile',
    offline: 'Not saved: the server does not answer; trying again',
  };
  const state = $derived(keeper.state);
</script>

<p class:warn={!['saved', 'saving', 'changed'].includes(state)} aria-live="polite" data-testid="save-state">
  {state === 'blocked' ? `Not saved: ${keeper.why}` : WORDS[state]}
</p>
{#if state === 'conflict'}
  <span class="choices">
    <button type="button" onclick={() => ontheirs()}>Take the other</button>
    <button type="button" onclick={() => onmine()}>Keep this one</button>
  </span>
{/if}

<style>
  p {
    color: var(--ink-soft);
    font-size: 13.5px;
  }
  .warn {
    color: var(--heat-ink);
    font-weight: 600;
  }
  .choices {
    display: flex;
    gap: 0.8rem;
  }
  .choices button {
    text-decoration: underline;
    white-space: nowrap;
  }
</style>
