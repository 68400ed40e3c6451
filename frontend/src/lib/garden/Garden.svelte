<script lang="ts">
  import { onMount } from 'svelte';
  import { api, type StationRow } from '../api/client';
  import { sentenceOf } from '../api/refusals';
  import { storage } from '../ui/storage.svelte';
  import { LAST } from './last';
  import GardenPage from './GardenPage.svelte';

  /** The page for outside: of the station in its address, else of the one shown last, else of those to choose from. */
  const wanted = /^\/garden\/(\d+)$/.exec(location.pathname)?.[1] ?? storage.read(LAST);
  const id = Number(wanted) || null;
  let stations = $state.raw<StationRow[] | null>(null);
  let trouble = $state('');

  onMount(async () => {
    if (id !== null) {
      storage.write(LAST, String(id));
      if (location.pathname !== `/garden/${id}`)
        history.replaceState(null, '', `/garden/${id}${location.hash}`);
      return;
    }
    const { data, error } = await api.GET('/api/stations');
    stations = data ?? null;
    trouble = data ? '' : sentenceOf(error);
  });
</script>

{#if id !== null}
  <GardenPage {id} />
{:else}
  <main class="p-4">
    <h1 class="serif">Which station are you out for?</h1>
    {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
    {#if stations?.length === 0}<p>There is no station here yet: begin one in the room.</p>{/if}
    <ul>
      {#each stations ?? [] as row (row.id)}
        <li>
          <a class="target flex items-center border-t" href="/garden/{row.id}"
            >{row.name || 'A station without a name'}</a
          >
        </li>
      {/each}
    </ul>
  </main>
{/if}

<style>
  h1 {
    font-size: 1.5rem;
    padding-bottom: 0.6rem;
  }
</style>
