<script lang="ts">
  import { whyItWaits } from '../api/server.svelte';

  /** What a question to the server came to, where it went wrong, and that it is waited for. */
  interface Props {
    text: string;
    /** The question, where it may be waited for and stopped. */
    asking?: { answer: unknown; waited: number; stop: () => void };
    /** Whether its last answer is shown below nevertheless. */
    below?: boolean;
    onretry?: () => void;
  }
  let { text, asking, below = true, onretry }: Props = $props();
</script>

{#if text}
  <p class="mb-2.5 text-heat-ink" role="alert">
    {text}
    {#if onretry}<button type="button" class="linkish" onclick={onretry}>Try again</button>{/if}
  </p>
  {#if below && asking?.answer}<p class="soft mb-2.5">What stands below is from before.</p>{/if}
{/if}
{#if asking && asking.waited > 0}
  <p class="soft mb-2.5" role="status">
    Waiting for the server, {Math.floor(asking.waited)} s
    {whyItWaits()}
    <button type="button" class="linkish" onclick={() => asking.stop()}>Give up</button>
  </p>
{/if}
