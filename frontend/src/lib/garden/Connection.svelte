<script lang="ts">
  import { server } from '../api/server.svelte';
  import { isShared, ownToken } from '../people/person';
  import { dropOwnFiles } from './ownFiles';
  import type { Outbox } from './outbox.svelte';
  import type { Station } from './seen.svelte';

  /** Whether the server is there, how old what is shown is, and who the phone is signed in as. */
  let { station, outbox }: { station: Station; outbox: Outbox } = $props();
  let trouble = $state('');
  const clock = (ms: number) =>
    new Date(ms).toLocaleString('en-GB', {
      hour: '2-digit',
      minute: '2-digit',
      ...(Date.now() - ms > 12 * 3600_000 ? { day: 'numeric', month: 'long' } : {}),
    });
  const signedOut = $derived(station.state === 'signed-out' || outbox.signedOut);

  /** Whoever leaves leaves nothing of the station here; what is not sent yet stays for when they come back. */
  async function leave() {
    try {
      await fetch('/log-out', { method: 'POST', headers: ownToken(), redirect: 'manual' });
    } catch {
      trouble = 'To sign out needs a connection.';
      return;
    }
    await Promise.all([station.forget(), dropOwnFiles()]);
    location.assign('/log-in');
  }
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
  </p>
{:else if !server.reachable}
  <p class="lost" role="status">
    ○ No connection. {#if station.seen}What is shown is of {clock(station.seen.at)}.{/if} What you type is kept
    on this phone and sent later.
  </p>
{:else if station.seen}
  <p class="soft" role="status">● Connected, as of {clock(station.seen.at)}</p>
{/if}
{#if outbox.fleeting}
  <p class="lost" role="alert">
    This browser keeps nothing: what you type is on this page alone until it is sent. Leave it open.
  </p>
{/if}
{#if isShared && !signedOut}
  <details>
    <summary class="soft">This phone</summary>
    <p>
      Add this page to the home screen by the browser’s menu: then it opens like a program of its own, also
      where there is no connection.
    </p>
    <p><button type="button" class="linkish" onclick={leave}>Sign this phone out</button></p>
    {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
    {#if outbox.items.length}<p>What is not sent yet stays here until the phone is signed in again.</p>{/if}
  </details>
{/if}

<style>
  p,
  details {
    padding: 0.2rem 1rem;
    font-size: 16px;
  }
  details p {
    padding-inline: 0;
  }
  summary {
    line-height: 52px;
  }
  .lost {
    border-left: 6px solid var(--caution);
    background: var(--paper-sunk);
    padding-block: 0.5rem;
  }
</style>
