<script lang="ts">
  import { server } from '../api/server.svelte';
  import { storage } from './storage.svelte';

  /** What is so of the page as a whole: the browser keeps nothing, or the server has another folder now. */
  let announced = $state(false);
</script>

{#if server.moved}
  <p role="alert">
    Tithe now serves another data folder than when this page was opened. Nothing that you type here is saved
    there: take the station’s file with you, then
    <button type="button" class="linkish" onclick={() => location.reload()}>load the page anew</button>.
  </p>
{/if}
{#if storage.blocked && !announced}
  <p class="soft" role="status">
    This browser keeps nothing for this page. Stations are saved on the server all the same; what is typed and
    not yet saved, steps back after loading anew, and what lies on the bench are gone with the page.
    <button type="button" class="linkish" onclick={() => (announced = true)}>All right</button>
  </p>
{/if}

<style>
  p {
    padding: 0.4rem 0.9rem;
    color: var(--heat-ink);
    border-bottom: 1px solid var(--hairline);
  }
</style>
