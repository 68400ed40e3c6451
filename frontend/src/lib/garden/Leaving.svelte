<script lang="ts">
  import { person, ownToken } from '../people/person';
  import type { Outbox } from './outbox.svelte';
  import { dropOwnFiles } from './ownFiles';
  import type { Station } from './seen.svelte';

  /** How the phone keeps the page, and how it is signed out. */
  let { station, outbox }: { station: Station; outbox: Outbox } = $props();
  let trouble = $state('');

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

<details class="mt-5.5 border-t">
  <summary class="soft">This phone</summary>
  <p>
    Add this page to the home screen by the browser’s menu: then it opens like a program of its own, also
    where there is no connection.
  </p>
  {#if person}
    <p>
      It is signed in as {person}. <button type="button" class="linkish" onclick={leave}>Sign it out</button>
    </p>
    {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
    {#if outbox.items.length}<p>What is not sent yet stays here until the phone is signed in again.</p>{/if}
  {/if}
</details>

<style>
  summary {
    line-height: 52px;
  }
</style>
