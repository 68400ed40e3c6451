<script lang="ts" generics="C">
  import type { Snippet } from 'svelte';
  import Trouble from './Trouble.svelte';

  /** A component that is in a file of its own, shown once that has come. */
  interface Props {
    file: () => Promise<{ default: C }>;
    shown: Snippet<[C]>;
    /** Nothing is said while it comes. */
    quiet?: boolean;
  }
  let { file, shown, quiet = false }: Props = $props();
  let tries = $state(0);
</script>

{#key tries}
  {#await file()}
    {#if !quiet}<p class="soft" aria-busy="true">Opening …</p>{/if}
  {:then { default: View }}
    {@render shown(View)}
  {:catch}
    <Trouble
      text="This view could not be opened: the server does not answer. What you have entered is not lost."
      onretry={() => tries++}
    />
  {/await}
{/key}
