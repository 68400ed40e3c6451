<script lang="ts">
  import { workingsHere } from './workings.svelte';

  /** A figure that opens to its working, where the view offers one. */
  interface Props {
    /** Its path in the view's answer. */
    at: string;
    /** What it is called. */
    name: string;
    text: string;
    /** Whether it shows that it opens, where it stands alone. */
    lone?: boolean;
  }
  let { at, name, text, lone = false }: Props = $props();
  const workings = workingsHere();
</script>

{#if workings && text}
  <button
    type="button"
    class="fig"
    class:lone
    tabindex="-1"
    title="Show the working"
    aria-label="{text}, {name}: show the working"
    onclick={() => workings.show(at, name)}>{text}</button
  >
{:else}{text}{/if}

<style>
  .fig {
    font: inherit;
    color: inherit;
    font-variant-numeric: inherit;
    text-decoration: underline dotted transparent;
    text-underline-offset: 3px;
  }
  .lone,
  .fig:hover,
  .fig:focus-visible {
    text-decoration-color: currentColor;
  }
</style>
