<script lang="ts">
  import Moon from '@lucide/svelte/icons/moon';
  import Download from '@lucide/svelte/icons/download';
  import Book from '@lucide/svelte/icons/book-open';
  import Scale from '@lucide/svelte/icons/scale';
  import Home from '@lucide/svelte/icons/house';
  import Redo from '@lucide/svelte/icons/redo-2';
  import Smartphone from '@lucide/svelte/icons/smartphone';
  import Sun from '@lucide/svelte/icons/sun';
  import Undo from '@lucide/svelte/icons/undo-2';
  import User from '@lucide/svelte/icons/user';
  import Users from '@lucide/svelte/icons/users';
  import type { StationRow } from '../api/client';
  import type { Session } from '../station/session.svelte';
  import { saveAs } from './download';
  import SaveState from './SaveState.svelte';
  import { preferences } from '../station/preferences.svelte';
  import { isForOne, isShared, person } from '../people/person';
  import { theme } from './theme.svelte';

  interface Props {
    session: Session;
    stations: StationRow[];
    onopen: (id: number) => void;
    onterms: () => void;
    onconvert: () => void;
    onpeople: (what: 'sharing' | 'phone') => void;
  }
  let { session, stations, onopen, onterms, onconvert, onpeople }: Props = $props();
  const mine = $derived(stations.find(({ id }) => id === current)?.right === 'own');
  const current = $derived(session.keeper.id);
  const others = $derived(stations.filter(({ id }) => id !== current));
</script>

<header
  class="flex items-center gap-4 border-b px-3.5 py-1.5 max-[640px]:flex-wrap max-[640px]:gap-x-2.75 max-[640px]:gap-y-1.25"
  class:shared={isShared}
  class:unsettled={['conflict', 'gone', 'elsewhere', 'blocked'].includes(session.keeper.state)}
>
  <h1 class="serif text-large text-conducted-ink">Tithe</h1>
  <input
    class="name"
    aria-label="Name of the station"
    value={session.document.name}
    oninput={(event) => session.change('name', event.currentTarget.value)}
  />
  {#if others.length}
    <select
      class="max-w-36"
      aria-label="Open a station"
      value=""
      onchange={(event) => {
        onopen(Number(event.currentTarget.value));
        event.currentTarget.value = '';
      }}
    >
      <option value="" disabled hidden>Open another</option>
      {#each others as row (row.id)}<option value={row.id}>{row.name}</option>{/each}
    </select>
  {/if}
  <SaveState
    keeper={session.keeper}
    onfile={() => saveAs(session.document.name, session.document)}
    ontheirs={() => session.takeTheirs()}
    onmine={() => session.keeper.overwrite(session.document)}
  />
  <div class="tools ml-auto flex gap-0.75">
    <a href="/stations" aria-label="All stations"><Home size={18} /><span>Stations</span></a>
    <button type="button" aria-label="Terms" onclick={onterms}><Book size={18} /><span>Terms</span></button>
    <button type="button" aria-label="A figure in other words" onclick={onconvert}
      ><Scale size={18} /><span>In other words</span></button
    >
    <a href="/api/stations/{current}/file" download aria-label="Export the station file"
      ><Download size={18} /><span>Export</span></a
    >
    {#if isShared && mine}
      <button type="button" aria-label="Share this station" onclick={() => onpeople('sharing')}
        ><Users size={18} /><span>Share</span></button
      >
    {/if}
    {#if person && !isForOne}
      <button type="button" aria-label="On a phone" onclick={() => onpeople('phone')}
        ><Smartphone size={18} /><span>On a phone</span></button
      >
    {/if}
    {#if person}<a href="/account" aria-label="Your account, {person}"
        ><User size={18} /><span>{person}</span></a
      >{/if}
    <button
      type="button"
      aria-label={preferences.system === 'metric' ? 'Lengths in feet' : 'Lengths in metres'}
      onclick={() => preferences.toggleSystem()}>{preferences.system === 'metric' ? 'm' : 'ft'}</button
    >
    <button type="button" disabled={!session.history.canUndo} aria-label="Undo" onclick={() => session.undo()}
      ><Undo size={18} /><span>Undo</span></button
    >
    <button type="button" disabled={!session.history.canRedo} aria-label="Redo" onclick={() => session.redo()}
      ><Redo size={18} /><span>Redo</span></button
    >
    <button
      type="button"
      aria-label={theme.mode === 'light' ? 'Dark theme' : 'Light theme'}
      onclick={() => theme.toggle()}
    >
      {#if theme.mode === 'light'}<Moon size={18} /><span>Dark</span>{:else}<Sun size={18} /><span>Light</span
        >{/if}
    </button>
  </div>
</header>

<style>
  .name {
    flex: 1 1 6rem;
    min-width: 4rem;
    max-width: 30rem;
    font-size: 1.05rem;
    padding: 0.15rem 0.3rem;
    --tw-ring-color: transparent;
    text-overflow: ellipsis;
  }
  .name:hover,
  .name:focus {
    --tw-ring-color: var(--ink-soft);
  }
  .tools button,
  .tools a {
    display: inline-flex;
    align-items: center;
    justify-content: center;
    gap: 0.3rem;
    padding: 0.35rem;
    min-width: 30px;
    white-space: nowrap;
  }
  .tools span {
    font-size: 12.5px;
  }
  @media (max-width: 1023px) {
    .tools span {
      display: none;
    }
  }
  /* What is to be decided needs the room: it may take a second line. */
  .unsettled {
    flex-wrap: wrap;
  }
  @media (max-width: 1180px) {
    .shared .tools span {
      display: none;
    }
  }
  .tools button:disabled {
    opacity: 0.35;
  }
</style>
