<script lang="ts">
  import { untrack } from 'svelte';
  import type { Page, Taken } from '../../views';
  import Fetched from './Fetched.svelte';

  /** A station's view. Until it has gone it is given what it takes, whichever view has been chosen since. */
  let { page, of }: { page: Page; of: Taken } = $props();
  const { file, takes } = untrack(() => page);
</script>

<Fetched {file}>
  {#snippet shown(View)}<View {...takes(of)} />{/snippet}
</Fetched>
