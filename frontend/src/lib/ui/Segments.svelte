<script lang="ts" generics="T extends string">
  import { SegmentedControl } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    label: string;
    value: T;
    options: [T, string][];
    onchoose: (value: T) => void;
  }
  let { label, value, options, onchoose }: Props = $props();
</script>

<div class="segments">
  <SegmentedControl {value} onValueChange={(change) => onchoose(change.value as T)}>
    <SegmentedControl.Label class="visually-hidden">{label}</SegmentedControl.Label>
    <SegmentedControl.Control>
      <SegmentedControl.Indicator />
      {#each options as [key, name] (key)}
        <SegmentedControl.Item value={key}>
          <SegmentedControl.ItemText>{name}</SegmentedControl.ItemText>
          <SegmentedControl.ItemHiddenInput />
        </SegmentedControl.Item>
      {/each}
    </SegmentedControl.Control>
  </SegmentedControl>
</div>

<style>
  .segments {
    padding: 0.3rem 0;
    width: fit-content;
    max-width: 100%;
  }
  .segments :global([data-part='control']) {
    display: inline-flex;
    flex-flow: row wrap;
    gap: 0;
    padding: 0;
    border: 1px solid var(--hairline);
    border-radius: 0;
    position: relative;
  }
  .segments :global([data-part='item']) {
    padding: 0.25rem 0.8rem;
    cursor: pointer;
    position: relative;
    z-index: 1;
    color: var(--ink-soft);
  }
  .segments :global([data-part='item'][data-state='checked']) {
    color: var(--ink);
    font-weight: 600;
    box-shadow: inset 0 -2px 0 var(--standing-ink);
  }
  .segments :global([data-part='item'][data-focus-visible]) {
    outline: 2px solid var(--standing-ink);
  }
  .segments :global([data-part='item-text'][data-state]) {
    color: inherit;
    font-size: inherit;
  }
  .segments :global([data-part='indicator']) {
    background: var(--paper-sunk);
    border-radius: 0;
  }
</style>
