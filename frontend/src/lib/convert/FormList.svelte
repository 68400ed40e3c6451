<script lang="ts">
  import type { EquivalentOut } from '../api/client';

  /** A figure in its other forms. */
  let { rows }: { rows: EquivalentOut[] } = $props();
</script>

<dl class="grid grid-cols-[max-content_minmax(0,1fr)] gap-x-4.75 gap-y-1">
  {#each rows as row (row.form)}
    <dt class="soft">{row.name}</dt>
    <dd class="figures">{row.text}</dd>
  {/each}
</dl>
