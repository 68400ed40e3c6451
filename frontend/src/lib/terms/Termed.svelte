<script lang="ts">
  import { terms } from './terms.svelte';
  import TermButton from './TermButton.svelte';

  /** A text whose terms explain themselves; a unit after a comma is only a unit. */
  let { text }: { text: string } = $props();
  const unit = $derived(/, (?:dB|W|Ω|kHz|MHz)$/.exec(text)?.[0] ?? '');
  const pieces = $derived(terms.pieces(text.slice(0, text.length - unit.length)));
</script>

{#each pieces as piece, n (n)}{#if piece.term}<TermButton
      text={piece.text}
      term={piece.term}
    />{:else}{piece.text}{/if}{/each}{unit}
