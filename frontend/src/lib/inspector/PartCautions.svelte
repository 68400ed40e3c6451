<script lang="ts">
  import type { Result } from '../api/client';

  let { cautions, note }: { cautions: Result['cautions']; note: string } = $props();
</script>

{#each cautions as caution, n (n)}
  <p>
    <span aria-hidden="true" class="sign">▲</span>
    {caution.text} <span class="soft">{caution.remedy}</span>
  </p>
{/each}
{#if note}<p class="soft">{note}</p>{/if}

<style>
  p {
    padding: 0.4rem 0;
    border-top: 1px solid var(--hairline);
    font-size: 14px;
  }
  .sign {
    color: var(--caution-ink);
    font-size: 11px;
  }
</style>
