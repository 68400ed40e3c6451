<script lang="ts">
  /** What a question to the server came to, where it went wrong. */
  let { text, onretry }: { text: string; onretry?: () => void } = $props();
</script>

{#if text}
  <p role="alert">
    {text}
    {#if onretry}<button type="button" class="linkish" onclick={onretry}>Try again</button>{/if}
  </p>
{/if}

<style>
  p {
    color: var(--heat-ink);
    margin-bottom: 0.6rem;
  }
</style>
