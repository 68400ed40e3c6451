<script lang="ts">
  import { swr } from '../figures';
  import { converter } from './converter.svelte';

  /** An SWR that opens to its other forms; null: infinite. */
  let { value }: { value: number | null } = $props();
</script>

{#if value === null}{swr(value)}{:else}<button
    type="button"
    tabindex="-1"
    title="In other words"
    onclick={() => converter.open(String(Number(value.toPrecision(4))))}>{swr(value)}</button
  >{/if}

<style>
  button {
    font: inherit;
    color: inherit;
    font-variant-numeric: inherit;
    text-decoration: underline dotted transparent;
    text-underline-offset: 3px;
  }
  button:hover,
  button:focus-visible {
    text-decoration-color: currentColor;
  }
</style>
