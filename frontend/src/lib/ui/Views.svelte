<script lang="ts">
  import type { Session, View } from '../station/session.svelte';

  let { session }: { session: Session } = $props();
  const VIEWS: [View, string][] = [
    ['ledger', 'Ledger'],
    ['sweep', 'Sweep'],
    ['choose', 'Choose'],
    ['arrangements', 'Arrangements'],
    ['bands', 'Bands'],
    ['past', 'Past'],
    ['report', 'Report'],
  ];

  function go(view: View) {
    session.view = view;
    window.scrollTo(0, 0);
  }
</script>

<nav aria-label="Views">
  {#each VIEWS as [view, name] (view)}
    <button type="button" aria-current={session.view === view ? 'page' : undefined} onclick={() => go(view)}
      >{name}</button
    >
  {/each}
</nav>

<style>
  nav {
    display: flex;
    gap: 0.2rem;
    padding: 0 0.6rem;
    border-bottom: 1px solid var(--hairline);
    overflow-x: auto;
  }
  button {
    padding: 0.35rem 0.7rem;
    color: var(--ink-soft);
    border-bottom: 2px solid transparent;
    white-space: nowrap;
  }
  button:focus-visible {
    outline-offset: -2px;
  }
  [aria-current] {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--conducted-ink);
  }
</style>
