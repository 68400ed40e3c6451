<script lang="ts">
  import { Switch } from '@skeletonlabs/skeleton-svelte';
  import Termed from '../terms/Termed.svelte';

  interface Props {
    label: string;
    checked: boolean;
    onchange: (on: boolean) => void;
  }
  let { label, checked, onchange }: Props = $props();
</script>

<div>
  <Switch {checked} onCheckedChange={(change) => onchange(change.checked)}>
    <Switch.Control><Switch.Thumb /></Switch.Control>
    <Switch.Label><Termed text={label} /></Switch.Label>
    <Switch.HiddenInput />
  </Switch>
</div>

<style>
  div {
    padding: 0.5rem 0;
    border-top: 1px solid var(--hairline);
  }
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
