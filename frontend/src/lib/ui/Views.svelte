<script lang="ts">
  import { addressOf, VIEWS, type StationPlace } from '../../routes';

  /** What is shown now; each link leads from there to another view. */
  let { place }: { place: StationPlace } = $props();
</script>

<nav aria-label="Views">
  {#each VIEWS as [view, name] (view)}
    <a href={addressOf({ ...place, view })} aria-current={place.view === view ? 'page' : undefined}>{name}</a>
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
  a {
    padding: 0.35rem 0.7rem;
    color: var(--ink-soft);
    border-bottom: 2px solid transparent;
    white-space: nowrap;
  }
  a:focus-visible {
    outline-offset: -2px;
  }
  [aria-current] {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--conducted-ink);
  }
</style>
