<script lang="ts">
  import { Switch } from '@skeletonlabs/skeleton-svelte';
  import TermButton from '../terms/TermButton.svelte';
  import { terms } from '../terms/terms.svelte';

  interface Props {
    label: string;
    checked: boolean;
    onchange: (on: boolean) => void;
  }
  let { label, checked, onchange }: Props = $props();
  // Beside the label, not in it: choosing the label turns the switch.
  const term = $derived(terms.pieces(label).find((piece) => piece.term)?.term);
</script>

<div class="flex justify-between border-t py-2">
  <Switch {checked} onCheckedChange={(change) => onchange(change.checked)}>
    <Switch.Control><Switch.Thumb /></Switch.Control>
    <Switch.Label>{label}</Switch.Label>
    <Switch.HiddenInput />
  </Switch>
  {#if term}<TermButton text="?" {term} name="What “{term.name}” means" />{/if}
</div>

<style>
  div :global([data-part='control']) {
    width: 2rem;
    height: 1.15rem;
    background: var(--hairline);
  }
  div :global([data-part='control'][data-state='checked']) {
    background: var(--conducted-ink);
  }
  div :global([data-part='label']) {
    font-size: inherit;
    font-weight: inherit;
  }
  div :global([data-part='thumb']) {
    background: var(--paper);
  }
</style>
