<script lang="ts">
  import type { PartModel } from '../api/client';
  import { joints } from './joints';

  interface Props {
    label: string;
    chain: PartModel[];
    value: number;
    onchoose: (joint: number) => void;
  }
  let { label, chain, value, onchoose }: Props = $props();
  const id = $props.id();
</script>

<span class="choice">
  <label for={id}>{label}</label>
  <select {id} {value} onchange={(event) => onchoose(Number(event.currentTarget.value))}>
    {#each joints(chain) as [joint, name] (joint)}<option value={joint}>{name}</option>{/each}
  </select>
</span>

<style>
  .choice {
    display: inline-flex;
    gap: 0.5rem;
    align-items: baseline;
  }
  label {
    color: var(--ink-soft);
  }
  select {
    max-width: 14rem;
  }
</style>
