<script lang="ts">
  import { untrack } from 'svelte';
  import type { Page } from '../../views';
  import type { Shelf } from '../shelf/shelf.svelte';
  import type { Session } from '../station/session.svelte';
  import Fetched from './Fetched.svelte';

  /** A station's view. Until it has gone it is given what it takes, whichever view has been chosen since. */
  let { page, at, shelf }: { page: Page; at: Session; shelf: Shelf } = $props();
  const { file, takes } = untrack(() => page);
</script>

<Fetched {file}>
  {#snippet shown(View)}<View {...takes(at, shelf)} />{/snippet}
</Fetched>
