<script lang="ts">
  import { addressOf } from '../../routes';
  import { api, type Jobs } from '../api/client';
  import { Asking } from '../api/asking.svelte';
  import type { Shelf } from '../shelf/shelf.svelte';
  import { placeOn, type Session } from '../station/session.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import { Bench } from './bench.svelte';
  import JobPage from './JobPage.svelte';

  /** What is measured on the bench, a job a page. */
  interface Props {
    session: Session;
    shelf: Shelf;
    /** The job that is asked for; "": the first. */
    job: string;
    onjob: (job: string) => void;
  }
  let { session, shelf, job: chosen, onjob }: Props = $props();
  const listing = new Asking<Jobs>();
  listing.ask(() => api.GET('/api/bench/jobs'));
  const jobs = $derived(listing.answer?.jobs ?? []);
  const job = $derived(jobs.find(({ job }) => job === chosen) ?? jobs[0]);
  let bench = $state.raw<Bench | null>(null);

  $effect(() => {
    // The address says the job that is shown.
    if (job && chosen !== job.job) onjob(job.job);
  });
  $effect(() => {
    if (!jobs.length) return undefined;
    const made = new Bench(
      session.keeper.id,
      jobs.map(({ job }) => job),
    );
    bench = made;
    return () => made.end();
  });
</script>

<div class="bench">
  <nav aria-label="Jobs">
    <h2>Measure</h2>
    <ul>
      {#each jobs as { job: name, title } (name)}
        <li>
          <a
            href={addressOf({ ...placeOn(session, 'bench'), job: name })}
            aria-current={job?.job === name ? 'page' : undefined}>{title}</a
          >
        </li>
      {/each}
    </ul>
  </nav>
  <div class="body">
    {#if bench?.unkept}
      <p class="unkept" role="alert">
        The browser has no room for what lies here: it is gone when the page is left. Clear other jobs, or
        take smaller sweeps.
      </p>
    {/if}
    {#if bench && job && listing.answer}
      {@const { analyzer } = listing.answer}
      {#await bench.loaded then}
        {#key job.job}<JobPage {session} {shelf} {bench} {job} {analyzer} {onjob} />{/key}
      {/await}
    {:else}
      <Trouble text={listing.trouble} asking={listing} />
    {/if}
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
