<script lang="ts">
  import type { Session } from '../station/session.svelte';

  let { session, at, note }: { session: Session; at: number; note: string } = $props();
  const cautions = $derived(session.answer?.here?.result.cautions.filter((c) => c.stage === at) ?? []);
</script>

{#each cautions as caution (caution.id)}
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
  .soft {
    color: var(--ink-soft);
  }
</style>
