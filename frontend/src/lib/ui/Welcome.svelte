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

<main>
  <h1 class="serif">Tithe</h1>
  <p class="lead serif">
    Where the transmit power goes, from the transmitter to the antenna.
    <button type="button" class="linkish look" onclick={onlook}>A look round</button>
    <button type="button" class="linkish look" onclick={onpractice}>Practice</button>
    <button type="button" class="linkish look" onclick={onterms}>Terms</button>
    <button type="button" class="linkish look" onclick={onconvert}>A figure in other words</button>
    {#if person}<a class="look" href="/account">{person}</a>{/if}
  </p>
  {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
  {#if news}<p class="news" role="status">{news}</p>{/if}
  <div class="door">
    {@render children()}
    <div>
      {#if stations.trouble}<p class="fault" role="alert">{stations.trouble}</p>{/if}
      {#if stations.waits}<p role="status">Waiting for the server, for your stations …</p>{/if}
      {#if stations.rows.length || stations.deleted.length}
        <h2>Go on with</h2>
        <StationList {stations} />
        <p class="everything">
          <a href="/api/library/file" download>Everything as one file</a>
          All stations with their history and sweeps, and your shelf: to lay by, or to take to another machine.
        </p>
      {/if}
      <h2>{stations.rows.length ? 'Or start from' : 'Start from'}</h2>
      <ul>
        {#each STARTS as [slug, name, text] (slug)}
          <li>
            <button type="button" onclick={() => onstart(slug)}>{name}</button>
            <p>{text}</p>
          </li>
        {/each}
        <li>
          <label>
            A station file, or one with everything
            <input
              type="file"
              accept=".json,.jsonl,application/json"
              onchange={(event) => {
                onfile(event.currentTarget.files?.[0]);
                event.currentTarget.value = ''; // the same file may be chosen again, mended
              }}
            />
          </label>
          <p>One that was exported before. It can also be dropped anywhere on the page.</p>
        </li>
      </ul>
    </div>
  </div>
</main>

<style>
  main {
    max-width: 80rem;
    margin: 0 auto;
    padding: 2rem 1.4rem;
  }
  .door {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 22rem);
    gap: 0 3rem;
    margin-top: 1.6rem;
  }
  @media (max-width: 900px) {
    .door {
      grid-template-columns: minmax(0, 1fr);
      row-gap: 2rem;
    }
  }
  h1 {
    color: var(--conducted-ink);
    font-size: 2.2rem;
  }
  .lead {
    font-size: 1.3rem;
  }
  h2 {
    margin-bottom: 0.4rem;
    font-size: 1.1rem;
  }
  h2:not(:first-child) {
    margin-top: 2rem;
  }
  li {
    border-top: 1px solid var(--hairline);
    padding: 0.6rem 0;
  }
  li p {
    color: var(--ink-soft);
  }
  li button,
  a {
    font-size: 1.1rem;
    text-decoration: underline;
    text-underline-offset: 3px;
    text-decoration-color: var(--conducted);
  }
  input {
    display: block;
    margin-top: 0.3rem;
  }
  .look {
    font-size: 1rem;
    margin-left: 0.6rem;
  }
  .fault {
    margin-top: 1rem;
  }
  .news {
    color: var(--radiated-ink);
    margin-top: 1rem;
  }
  .everything {
    border-top: 1px solid var(--hairline);
    padding-top: 0.6rem;
    color: var(--ink-soft);
  }
  .everything a {
    display: block;
    color: var(--ink);
  }
  label {
    font-size: 1.1rem;
  }
</style>
