<script lang="ts">
  import type { Keeper } from '../station/keeper.svelte';
  import type { SaveState } from '../station/keeper.svelte';

  interface Props {
    keeper: Keeper;
    /** Take what stands on this page away as a file. */
    onfile: () => void;
    ontheirs: () => void;
    onmine: () => void;
  }
  let { keeper, onfile, ontheirs, onmine }: Props = $props();
  const WORDS: Record<SaveState, string> = {
    saved: 'Saved',
    saving: 'Saving …',
    shown: 'Shown to you to read: what you change is not kept',
    changed: 'Changed',
    refused: 'Not saved: see the marked field',
    blocked: 'Not saved',
    gone: 'Not saved: this station is not kept here any more',
    elsewhere: 'Not saved: Tithe serves another data folder now',
    failing: 'Not saved; trying again',
    conflict: 'Saved elsewhere meanwhile',
    offline: 'Not saved: the server does not answer; trying again',
  };
  const state = $derived(keeper.state);
  const unsaved = $derived(!['saved', 'saving', 'changed', 'shown'].includes(state));
  const words = $derived(
    state === 'blocked' || state === 'failing' ? `${WORDS[state]}: ${keeper.why}` : WORDS[state],
  );
</script>

<p class="soft text-fine" class:warn={unsaved} aria-live="polite" data-testid="save-state">{words}</p>
{#if unsaved && state !== 'refused'}
  <span class="flex gap-3.25">
    <button class="whitespace-nowrap underline" type="button" onclick={onfile}>Take its file with you</button>
  </span>
{/if}
{#if state === 'conflict'}
  <span class="flex gap-3.25">
    <button class="whitespace-nowrap underline" type="button" onclick={() => ontheirs()}
      >Take the other</button
    >
    <button class="whitespace-nowrap underline" type="button" onclick={() => onmine()}>Keep this one</button>
  </span>
{/if}

<style>
  .warn {
    color: var(--heat-ink);
    font-weight: 600;
  }
</style>
