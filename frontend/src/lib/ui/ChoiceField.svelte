<script lang="ts">
  import Termed from '../terms/Termed.svelte';

  interface Props {
    label: string;
    value: string;
    options: [string, string][];
    fault?: string | undefined;
    onchoose: (value: string) => void;
  }
  let { label, value, options, fault, onchoose }: Props = $props();
  const id = $props.id();
</script>

<div class="field">
  <label for={id}><Termed text={label} /></label>
  <select
    {id}
    {value}
    aria-invalid={fault ? 'true' : undefined}
    onchange={(e) => onchoose(e.currentTarget.value)}
  >
    {#if !options.some(([key]) => key === value)}<option {value}>{value}</option>{/if}
    {#each options as [key, text], n (n)}<option value={key}>{text}</option>{/each}
  </select>
  {#if fault}<p class="fault" role="alert">{label} {fault}.</p>{/if}
</div>
