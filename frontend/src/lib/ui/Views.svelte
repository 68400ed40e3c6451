<script lang="ts">
  import { addressOf, type StationPlace } from '../../routes';
  import { GROUPS, VIEWS, type View } from '../../views';
  import { narrow } from './screen';

  interface Props {
    /** What is shown now; each link leads from there to another view. */
    place: StationPlace;
    /** The tuner whose view is on offer; null: the run has none. */
    tuner: number | null;
  }
  let { place, tuner }: Props = $props();
  const groups = $derived(
    GROUPS.map(([name, views]) => ({
      name,
      views: views.filter((view) => view !== 'tuner' || tuner !== null),
      current: views.includes(place.view),
    })),
  );
  /** Where there is little room: the group whose views are shown, once one has been opened by hand. */
  let opened = $state<string | null>(null);
  const shown = $derived(
    opened === null ? groups.find(({ current }) => current) : groups.find(({ name }) => name === opened),
  );
  const address = (view: View) =>
    addressOf({ ...place, view, ...(view === 'tuner' && tuner !== null ? { part: tuner } : {}) });
</script>

{#snippet link(view: View)}
  <a
    href={address(view)}
    aria-current={place.view === view ? 'page' : undefined}
    onclick={() => (opened = null)}>{VIEWS[view]}</a
  >
{/snippet}

<nav aria-label="Views">
  {@render link('ledger')}
  {#each groups as { name, views, current } (name)}
    {#if narrow.current}
      <button
        type="button"
        class:current
        aria-expanded={shown?.name === name}
        onclick={() => (opened = shown?.name === name ? '' : name)}>{name}</button
      >
    {:else}
      <div role="group" aria-label={name}>
        <span class="label" aria-hidden="true">{name}</span>
        {#each views as view (view)}{@render link(view)}{/each}
      </div>
    {/if}
  {/each}
  {#if narrow.current && shown}
    <div class="below" role="group" aria-label={shown.name}>
      {#each shown.views as view (view)}{@render link(view)}{/each}
    </div>
  {/if}
</nav>

<style>
  nav {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 0 1.1rem;
    padding: 0 0.9rem;
    border-bottom: 1px solid var(--hairline);
  }
  div {
    display: flex;
    align-items: baseline;
    gap: 0.1rem;
  }
  .label {
    font-size: 12px;
    color: var(--ink-soft);
    padding-right: 0.3rem;
  }
  a,
  button {
    padding: 0.35rem 0.5rem;
    color: var(--ink);
    border-bottom: 2px solid transparent;
    white-space: nowrap;
  }
  a:focus-visible,
  button:focus-visible {
    outline-offset: -2px;
  }
  [aria-current],
  .current {
    font-weight: 600;
    border-bottom-color: var(--conducted-ink);
  }
  @media (max-width: 1100px) {
    nav {
      gap: 0 0.5rem;
      padding: 0 0.6rem;
    }
    a {
      padding: 0.35rem 0.35rem;
    }
  }
  @media (max-width: 900px) {
    nav {
      gap: 0 0.3rem;
    }
    .below {
      flex-basis: 100%;
      border-top: 1px solid var(--hairline);
    }
  }
</style>
