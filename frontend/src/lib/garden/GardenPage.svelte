<script lang="ts">
  import Antenna from '@lucide/svelte/icons/radio-tower';
  import Gauge from '@lucide/svelte/icons/gauge';
  import Moon from '@lucide/svelte/icons/moon';
  import Scissors from '@lucide/svelte/icons/scissors';
  import Sliders from '@lucide/svelte/icons/sliders-horizontal';
  import Sun from '@lucide/svelte/icons/sun';
  import { onMount, untrack } from 'svelte';
  import { server } from '../api/server.svelte';
  import { person } from '../people/person';
  import { theme } from '../ui/theme.svelte';
  import ChartTab from './ChartTab.svelte';
  import Connection from './Connection.svelte';
  import { putIntoPocket } from './form.svelte';
  import Leaving from './Leaving.svelte';
  import { Outbox } from './outbox.svelte';
  import type { TypedReading } from '../log/readings';
  import ReadingTab, { readingForm } from './ReadingTab.svelte';
  import { Station } from './seen.svelte';
  import SweepTab from './SweepTab.svelte';
  import TrimTab from './TrimTab.svelte';
  import WaitingList from './WaitingList.svelte';

  let { id }: { id: number } = $props();
  const TABS = [
    ['trim', 'Trim', Scissors],
    ['reading', 'Reading', Gauge],
    ['dials', 'Dials', Sliders],
    ['sweep', 'Sweep', Antenna],
  ] as const;
  type Tab = (typeof TABS)[number][0];
  const tabOfAddress = (): Tab => TABS.find(([key]) => `#${key}` === location.hash)?.[0] ?? 'trim';
  const NEWS_MS = 20_000;
  const LOST_MS = 5_000;

  const station = untrack(() => new Station(id, person ?? ''));
  const outbox = untrack(() => new Outbox(id, person ?? '', () => void station.loadAnew()));
  let tab = $state(tabOfAddress());
  const seen = $derived(station.seen);
  const reads = $derived(seen?.station.right === 'read');

  let putBackTimes = $state(0);
  /** What was refused comes back into its form. */
  function putBack(typed: TypedReading) {
    putIntoPocket(readingForm(id), typed);
    putBackTimes += 1;
    location.hash = '#reading';
  }

  onMount(() => {
    void outbox.load();
    let timer: ReturnType<typeof setTimeout>;
    const later = (pause_ms: number) => {
      clearTimeout(timer);
      timer = setTimeout(look, pause_ms);
    };
    const looked = () => {
      if (ended) return;
      if (server.reachable) void outbox.send();
      if (server.reachable && station.again_s) later(1000 * station.again_s);
    };
    const look = () => {
      later(server.reachable ? NEWS_MS : LOST_MS);
      if (!document.hidden) void station.load().then(looked);
    };
    let ended = false;
    later(LOST_MS);
    void station.open().then(looked);
    addEventListener('online', look);
    document.addEventListener('visibilitychange', look);
    return () => {
      ended = true;
      clearTimeout(timer);
      removeEventListener('online', look);
      document.removeEventListener('visibilitychange', look);
    };
  });
  $effect(() => {
    document.title = `${seen?.station.document.name || 'Garden'} · Tithe`;
  });
</script>

<svelte:window onhashchange={() => (tab = tabOfAddress())} />

<header class="flex items-center justify-between gap-2 pt-0.75 pr-0.75 pl-4">
  <h1 class="serif min-w-0 overflow-hidden text-large text-ellipsis whitespace-nowrap">
    {seen?.station.document.name || (seen ? 'A station without a name' : 'Tithe')}
  </h1>
  <button
    class="grid min-w-13 place-items-center"
    type="button"
    aria-label={theme.mode === 'light' ? 'Dark, for the night' : 'Light, for sunlight'}
    onclick={() => theme.toggle()}
    >{#if theme.mode === 'light'}<Moon size={24} />{:else}<Sun size={24} />{/if}</button
  >
</header>
<Connection {station} {outbox} />
<WaitingList {outbox} onfix={putBack} />
<main class="max-w-160 px-4 pt-1.5 pb-28">
  {#if seen}
    {#if tab === 'trim'}<TrimTab {seen} {outbox} {reads} onchanged={() => station.loadAnew()} />
    {:else if tab === 'reading'}{#key putBackTimes}<ReadingTab {seen} {outbox} {reads} />{/key}
    {:else if tab === 'dials'}<ChartTab {seen} />
    {:else}<SweepTab {seen} />{/if}
  {:else if station.state === 'opening'}
    <p>
      {server.reachable
        ? 'Opening …'
        : 'This station has not been opened on this phone yet: that needs a connection.'}
    </p>
  {/if}
  {#if station.state === 'there'}<Leaving {station} {outbox} />{/if}
</main>
<nav aria-label="What is shown">
  {#each TABS as [key, name, Icon] (key)}
    <a href="#{key}" aria-current={tab === key ? 'page' : undefined}><Icon size={24} /><span>{name}</span></a>
  {/each}
</nav>

<style>
  nav {
    position: fixed;
    inset: auto 0 0;
    display: grid;
    grid-template-columns: repeat(4, 1fr);
    background: var(--paper);
    border-top: 2px solid var(--ink-soft);
    padding-bottom: env(safe-area-inset-bottom);
  }
  nav a {
    display: grid;
    justify-items: center;
    align-content: center;
    min-height: 64px;
    font-size: 16px;
    color: var(--ink-soft);
  }
  nav a:focus-visible {
    outline-offset: -3px;
  }
  nav [aria-current] {
    color: var(--ink);
    font-weight: 600;
    box-shadow: inset 0 4px 0 var(--conducted-ink);
  }
</style>
