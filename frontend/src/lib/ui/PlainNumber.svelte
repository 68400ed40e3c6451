<script lang="ts">
  import Termed from '../terms/Termed.svelte';

  interface Props {
    label: string;
    value: string;
    unit?: string;
    oninput: (typed: string) => void;
  }
  let { label, value, unit = '', oninput }: Props = $props();
  const id = $props.id();
</script>

<div>
  <label for={id}><Termed text={label} /></label>
  <span
    ><input
      {id}
      class="figures"
      inputmode="decimal"
      autocomplete="off"
      {value}
      oninput={(event) => oninput(event.currentTarget.value)}
    />{unit}</span
  >
</div>

<style>
  div {
    display: flex;
    justify-content: space-between;
    gap: 0.8rem;
    padding: 0.25rem 0;
    border-top: 1px solid var(--hairline);
  }
  label,
  span {
    color: var(--ink-soft);
  }
  input {
    width: 5rem;
    text-align: right;
    background: none;
    color: var(--ink);
    border-bottom: 1px solid var(--ink-soft);
    margin-right: 0.35rem;
  }
</style>
