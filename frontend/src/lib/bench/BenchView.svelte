<script lang="ts">
  import { onDestroy, untrack } from 'svelte';
  import { addressOf } from '../../routes';
  import type { Shelf } from '../shelf/shelf.svelte';
  import { placeShown, type Session } from '../station/session.svelte';
  import { Bench } from './bench.svelte';
  import JobPage from './JobPage.svelte';
  import { JOBS } from './jobs';

  /** What is measured on the bench, a job a page. */
  let { session, shelf }: { session: Session; shelf: Shelf } = $props();
  const bench = untrack(() => new Bench(session.keeper.id));
  onDestroy(() => bench.end());
  const text = $derived(JOBS.find(({ job }) => job === session.job) ?? JOBS[0]);
</script>

<div class="bench">
  <nav aria-label="Jobs">
    <h2>Measure</h2>
    <ul>
      {#each JOBS as { job, title } (job)}
        <li>
          <a
            href={addressOf({ ...placeShown(session), view: 'bench', job })}
            aria-current={text?.job === job ? 'page' : undefined}>{title}</a
          >
        </li>
      {/each}
    </ul>
  </nav>
  <div class="body">
    {#if bench.unkept}
      <p class="unkept" role="alert">
        The browser has no room for what lies here: it is gone when the page is left. Clear other jobs, or
        take smaller sweeps.
      </p>
    {/if}
    {#await bench.loaded then}
      {#if text}{#key text.job}<JobPage {session} {shelf} {bench} {text} />{/key}{/if}
    {/await}
  </div>
</div>

<style>
  .bench {
    display: grid;
    grid-template-columns: 12.5rem minmax(0, 1fr);
  }
  nav {
    border-right: 1px solid var(--hairline);
    padding: 0.8rem 0.9rem 1.5rem;
  }
  nav h2 {
    font-size: 12.5px;
    color: var(--ink-soft);
    font-family: 'Source Sans 3 Variable', sans-serif;
  }
  a {
    display: block;
    padding: 0.3rem 0.5rem;
    border-left: 3px solid transparent;
  }
  a:hover,
  [aria-current] {
    background: var(--paper-sunk);
  }
  [aria-current] {
    border-left-color: var(--ink);
    font-weight: 600;
  }
  .unkept {
    color: var(--heat-ink);
    padding-bottom: 0.6rem;
  }
  .body {
    padding: 0.9rem 1.4rem 2rem;
    min-width: 0;
  }
  @media (max-width: 900px) {
    .bench {
      grid-template-columns: minmax(0, 1fr);
    }
    nav {
      border-right: none;
      border-bottom: 1px solid var(--hairline);
      padding: 0.5rem 0.9rem;
    }
    ul {
      display: flex;
      flex-wrap: wrap;
    }
    .body {
      padding: 0.9rem 0.9rem 2rem;
    }
  }
</style>
