<script lang="ts">
  import { server } from '../api/server.svelte';
  import { storage } from '../ui/storage.svelte';
  import { LAST } from './last';
  import type { Outbox } from './outbox.svelte';
  import type { Station } from './seen.svelte';

  /** Whether the server is there, and how old what is shown is. */
  let { station, outbox }: { station: Station; outbox: Outbox } = $props();
  const clock = (ms: number) =>
    new Date(ms).toLocaleString('en-GB', {
      hour: '2-digit',
      minute: '2-digit',
      ...(Date.now() - ms > 12 * 3600_000 ? { day: 'numeric', month: 'long' } : {}),
    });
  function elsewhere() {
    storage.remove(LAST);
    location.assign('/garden');
  }
  /** What was whole stands until what is newer is. */
  const waits = $derived(
    station.seen?.due
      ? '; the rest is being computed'
      : station.again_s
        ? '; what is newer is being computed'
        : '',
  );
  const signedOut = $derived(station.state === 'signed-out' || outbox.signedOut);
</script>

{#if server.moved}
  <p class="lost" role="alert">
    Another data folder is served now than when this page was opened. What you typed stays here;
    <button type="button" class="linkish" onclick={() => location.reload()}>load the page anew</button>.
  </p>
{:else if signedOut}
  <p class="lost" role="alert">
    This phone is not signed in any more. What you typed is kept here: choose “On a phone” in the room again,
    and point the camera at the new picture.
  </p>
{:else if station.state === 'gone'}
  <p class="lost" role="alert">
    This station is not there any more, or not for you. What you typed is kept here.
    <button type="button" class="linkish" onclick={elsewhere}>To another station</button>
  </p>
{:else if !server.reachable}
  <p class="lost" role="status">
    ○ No connection. {#if station.seen}What is shown is of {clock(station.seen.at)}.{/if} What you type is kept
    on this phone and sent later.
  </p>
{:else if station.seen}
  <p class="soft" role="status">
    ● Connected, as of {clock(station.seen.at)}{waits}
  </p>
{/if}
{#if outbox.fleeting}
  <p class="lost" role="alert">
    This browser keeps nothing: what you type is on this page alone until it is sent. Leave it open.
  </p>
{/if}

<style>
  p {
    padding: 0.2rem 1rem;
    font-size: 16px;
  }
  .lost {
    border-left: 6px solid var(--caution);
    background: var(--paper-sunk);
    padding-block: 0.5rem;
  }
</style>
