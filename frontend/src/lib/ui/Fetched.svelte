<script lang="ts" generics="C">
  import type { Snippet } from 'svelte';
  import Trouble from './Trouble.svelte';

  /** A component that is in a file of its own, shown once that has come. */
  let { file, shown }: { file: () => Promise<{ default: C }>; shown: Snippet<[C]> } = $props();
  let tries = $state(0);
</script>

{#key tries}
  {#await file()}
    <p class="soft" aria-busy="true">Opening …</p>
  {:then { default: View }}
    {@render shown(View)}
  {:catch}
    <Trouble
      text="This view could not be opened: the server does not answer. What you have entered is not lost."
      onretry={() => tries++}
    />
  {/await}
{/key}
