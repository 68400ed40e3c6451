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

<div class="grid grid-cols-[12.5rem_minmax(0,1fr)] max-[900px]:grid-cols-1">
  <nav
    class="border-r px-3.5 pt-3.25 pb-6 max-[900px]:border-r-0 max-[900px]:border-b max-[900px]:px-3.5 max-[900px]:py-2"
    aria-label="Jobs"
  >
    <h2 class="soft font-sans text-fine">Measure</h2>
    <ul class="max-[900px]:flex max-[900px]:flex-wrap">
      {#each jobs as { job: name, title } (name)}
        <li>
          <a
            class="block border-l-3 border-l-transparent px-2 py-1.25"
            href={addressOf({ ...placeOn(session, 'bench'), job: name })}
            aria-current={job?.job === name ? 'page' : undefined}>{title}</a
          >
        </li>
      {/each}
    </ul>
  </nav>
  <div class="min-w-0 px-5.5 pt-3.5 pb-8 max-[900px]:px-3.5 max-[900px]:pt-3.5 max-[900px]:pb-8">
    {#if bench?.unkept}
      <p class="pb-2.5 text-heat-ink" role="alert">
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
  a:hover,
  [aria-current] {
    background: var(--paper-sunk);
  }
  [aria-current] {
    border-left-color: var(--ink);
    font-weight: 600;
  }
</style>
