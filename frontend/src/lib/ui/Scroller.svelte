<script lang="ts">
  import type { Snippet } from 'svelte';

  /** What may be wider than its place, scrolled by itself; named, and reached by the keyboard. */
  let { label, children }: { label: string; children: Snippet } = $props();
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls must be reachable by keyboard) -->
<div class="scroller" role="region" aria-label={label} tabindex="0">{@render children()}</div>
