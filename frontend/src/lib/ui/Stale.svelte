<script lang="ts">
  import { whyItWaits } from '../api/server.svelte';
  import type { Session } from '../station/session.svelte';

  /** That the figures on the screen are not of what stands now, and why. */
  let { session }: { session: Session } = $props();
</script>

{#if session.stale}
  <p class="no-print border-b px-3.5 py-1.5 text-heat-ink" role="status" data-testid="stale">
    <span aria-hidden="true">◌</span>
    {session.stale}
    {#if session.waited > 0}
      <span class="figures">{Math.floor(session.waited)} s</span>
      {whyItWaits()}
      <button type="button" class="linkish" onclick={() => session.stop()}>Give up</button>
    {:else if !Object.keys(session.faults).length}
      <button type="button" class="linkish" onclick={() => session.again()}>Compute now</button>
    {/if}
  </p>
{/if}
