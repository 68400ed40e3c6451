<script lang="ts">
  import { LATER } from '../../later';
  import Fetched from '../ui/Fetched.svelte';
  import type { Workings } from './workings.svelte';

  /** How the figure that is open comes about. */
  let { workings }: { workings: Workings } = $props();
</script>

<!-- Not there while it is closed: a dialog round it would hide it, open or not, from those who do not see. -->
{#if workings.open !== ''}
  <Fetched file={LATER.working} quiet>
    {#snippet shown(Sheet)}<Sheet {workings} />{/snippet}
  </Fetched>
{/if}
