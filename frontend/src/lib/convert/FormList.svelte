<script lang="ts">
  import type { EquivalentOut } from '../api/client';

  /** A figure in its other forms. */
  let { rows }: { rows: EquivalentOut[] } = $props();
</script>

<dl>
  {#each rows as row (row.form)}
    <dt>{row.name}</dt>
    <dd class="figures">{row.text}</dd>
  {/each}
</dl>

<style>
  dl {
    display: grid;
    grid-template-columns: max-content minmax(0, 1fr);
    gap: 0.25rem 1.2rem;
  }
  dt {
    color: var(--ink-soft);
  }
</style>
