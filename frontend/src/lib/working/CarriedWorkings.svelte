<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { WorkingOut } from '../api/client';
  import { offerWorkings } from './workings.svelte';
  import WorkingDialog from './WorkingDialog.svelte';

  /** Figures whose workings came with the answer itself, by their paths in it. */
  let { carried, children }: { carried: Record<string, WorkingOut>; children: Snippet } = $props();
  const workings = offerWorkings((figure) => Promise.resolve({ data: carried[figure] }));
</script>

{@render children()}
<WorkingDialog {workings} />
