<script lang="ts">
  import { onMount } from 'svelte';
  import { api, type KeptStation, type ShelfLine, type StationRow } from './lib/api/client';
  import Inspector from './lib/inspector/Inspector.svelte';
  import Ledger from './lib/ledger/Ledger.svelte';
  import BandRail from './lib/rail/BandRail.svelte';
  import { Session } from './lib/station/session.svelte';
  import Strip from './lib/strip/Strip.svelte';
  import Header from './lib/ui/Header.svelte';

  let session = $state.raw<Session | null>(null);
  let stations = $state.raw<StationRow[]>([]);
  let shelf = $state.raw<ShelfLine[]>([]);
  let current = $state(0);
  let trouble = $state('');

  onMount(open);

  async function open() {
    try {
      const [list, lines] = await Promise.all([api.GET('/api/stations'), api.GET('/api/shelf/lines')]);
      stations = list.data ?? [];
      shelf = lines.data ?? [];
      const asked = Number(location.pathname.match(/\/station\/(\d+)/)?.[1] ?? stations[0]?.id ?? 0);
      if (!asked) {
        trouble = 'No station is kept here yet. Run “make demo” to load the demo station.';
        return;
      }
      const { data } = await api.GET('/api/stations/{pk}', { params: { path: { pk: asked } } });
      if (data) {
        current = data.id;
        session = new Session(data as KeptStation);
      } else trouble = `Station ${asked} is not kept here.`;
    } catch {
      trouble = 'The server does not answer. Is it running?';
    }
  }
</script>

{#if session}
  <div class="page">
    <div class="fixed">
      <Header {session} {stations} {current} />
      <Strip {session} />
    </div>
    <main>
      <BandRail {session} />
      <Ledger {session} />
      <Inspector {session} {shelf} />
    </main>
  </div>
{:else}
  <main class="notice">{trouble || 'Opening …'}</main>
{/if}

<style>
  .fixed {
    position: sticky;
    top: 0;
    z-index: 2;
    background: var(--paper);
  }
  main {
    display: grid;
    grid-template-columns: 14.5rem minmax(0, 1fr) 19rem;
    align-items: stretch;
  }
  .notice {
    display: block;
    padding: 4rem;
  }
  @media (max-width: 900px) {
    main {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
