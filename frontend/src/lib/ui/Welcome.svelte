<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Stations } from '../station/stations.svelte';
  import { person } from '../people/person';
  import { STARTS } from './starts';
  import StationList from './StationList.svelte';

  interface Props {
    stations: Stations;
    trouble: string;
    news: string;
    onstart: (slug: string) => void;
    onfile: (file: File | undefined) => void;
    /** A look round the demo station is asked for. */
    onlook: () => void;
    /** Something hidden is to be found. */
    onpractice: () => void;
    onterms: () => void;
    onconvert: () => void;
    /** The question that needs no station. */
    children: Snippet;
  }
  let { stations, trouble, news, onstart, onfile, onlook, onpractice, onterms, onconvert, children }: Props =
    $props();
</script>

<main class="mx-auto max-w-320 px-5.5 py-8">
  <h1 class="serif">Tithe</h1>
  <p class="serif text-large">
    Where the transmit power goes, from the transmitter to the antenna.
    <button type="button" class="linkish look" onclick={onlook}>A look round</button>
    <button type="button" class="linkish look" onclick={onpractice}>Practice</button>
    <button type="button" class="linkish look" onclick={onterms}>Terms</button>
    <button type="button" class="linkish look" onclick={onconvert}>A figure in other words</button>
    {#if person}<a class="look" href="/account">{person}</a>{/if}
  </p>
  {#if trouble}<p class="fault mt-4" role="alert">{trouble}</p>{/if}
  {#if news}<p class="mt-4 text-radiated-ink" role="status">{news}</p>{/if}
  <div
    class="mt-6.5 grid grid-cols-[minmax(0,1fr)_minmax(0,22rem)] gap-x-12 max-[900px]:grid-cols-1 max-[900px]:gap-y-8"
  >
    {@render children()}
    <div>
      {#if stations.trouble}<p class="fault mt-4" role="alert">{stations.trouble}</p>{/if}
      {#if stations.waits}<p role="status">Waiting for the server, for your stations …</p>{/if}
      {#if stations.rows.length || stations.deleted.length}
        <h2 class="mb-1.5 text-lead">Go on with</h2>
        <StationList {stations} />
        <p class="soft border-t pt-2.5">
          <a class="block text-ink" href="/api/library/file" download>Everything as one file</a>
          All stations with their history and sweeps, and your shelf: to lay by, or to take to another machine.
        </p>
      {/if}
      <h2 class="mb-1.5 text-lead">{stations.rows.length ? 'Or start from' : 'Start from'}</h2>
      <ul>
        {#each STARTS as [slug, name, text] (slug)}
          <li>
            <button type="button" onclick={() => onstart(slug)}>{name}</button>
            <p class="soft">{text}</p>
          </li>
        {/each}
        <li>
          <label class="text-lead">
            A station file, or one with everything
            <input
              class="mt-1.25 block"
              type="file"
              accept=".json,.jsonl,application/json"
              onchange={(event) => {
                onfile(event.currentTarget.files?.[0]);
                event.currentTarget.value = ''; // the same file may be chosen again, mended
              }}
            />
          </label>
          <p class="soft">One that was exported before. It can also be dropped anywhere on the page.</p>
        </li>
      </ul>
    </div>
  </div>
</main>

<style>
  h1 {
    color: var(--conducted-ink);
    font-size: 2.2rem;
  }
  h2:not(:first-child) {
    margin-top: 2rem;
  }
  li {
    border-top: 1px solid var(--hairline);
    padding: 0.6rem 0;
  }
  li button,
  a {
    font-size: 1.1rem;
    text-decoration: underline;
    text-underline-offset: 3px;
    text-decoration-color: var(--conducted);
  }
  .look {
    font-size: 1rem;
    margin-left: 0.6rem;
  }
</style>
