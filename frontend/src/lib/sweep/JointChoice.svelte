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

<span class="inline-flex items-baseline gap-2">
  <label class="soft" for={id}>{label}</label>
  <select class="max-w-56" {id} {value} onchange={(event) => onchoose(Number(event.currentTarget.value))}>
    {#each joints(chain) as [joint, name] (joint)}<option value={joint}>{name}</option>{/each}
  </select>
</span>
