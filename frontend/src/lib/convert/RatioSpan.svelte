<script lang="ts">
  import { swr } from '../figures';
  import Ratio from './Ratio.svelte';

  /** From one SWR to another, each of which opens to its other forms; one where they read the same. */
  let { ends }: { ends: readonly (number | null)[] } = $props();
  const low = $derived(ends[0] ?? null);
  const high = $derived(ends[1] ?? null);
</script>

<Ratio value={low} />{#if swr(low) !== swr(high)}&nbsp;to&nbsp;<Ratio value={high} />{/if}
