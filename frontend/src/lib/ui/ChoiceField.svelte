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

<style>
  .field {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr);
    gap: 0.1rem 0.8rem;
    align-items: baseline;
    padding: 0.3rem 0;
    border-top: 1px solid var(--hairline);
  }
  label {
    color: var(--ink-soft);
  }
  select {
    width: 100%;
  }
  .fault {
    grid-column: 1 / -1;
  }
</style>
