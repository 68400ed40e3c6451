<script lang="ts">
  import { addressOf, type StationPlace } from '../../routes';
  import { VIEWS, type View } from '../../views';

  interface Props {
    /** What is shown now; each link leads from there to another view. */
    place: StationPlace;
    /** Where the tuner is that is chosen on the strip, whose view is then on offer; null: none is. */
    tuner: number | null;
  }
  let { place, tuner }: Props = $props();
  const views = $derived(
    (Object.entries(VIEWS) as [View, string][]).filter(([view]) => view !== 'tuner' || tuner !== null),
  );
</script>

<nav aria-label="Views">
  {#each views as [view, name] (view)}
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
