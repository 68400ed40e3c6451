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

<nav
  class="flex flex-wrap items-baseline gap-x-4.5 border-b px-3.5 max-[1100px]:gap-x-2 max-[1100px]:gap-y-0 max-[1100px]:px-2.5 max-[1100px]:py-0 max-[900px]:gap-x-1.25 max-[900px]:gap-y-0"
  aria-label="Views"
>
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
      <div class="flex items-baseline gap-0.5" role="group" aria-label={name}>
        <span class="soft pr-1.25 text-fine" aria-hidden="true">{name}</span>
        {#each views as view (view)}{@render link(view)}{/each}
      </div>
    {/if}
  {/each}
  {#if narrow.current && shown}
    <div class="below flex items-baseline gap-0.5" role="group" aria-label={shown.name}>
      {#each shown.views as view (view)}{@render link(view)}{/each}
    </div>
  {/if}
</nav>

<style>
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
    a {
      padding: 0.35rem 0.35rem;
    }
  }
  @media (max-width: 900px) {
    .below {
      flex-basis: 100%;
      border-top: 1px solid var(--hairline);
    }
  }
</style>
