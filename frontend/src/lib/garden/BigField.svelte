<script lang="ts">
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
  <label for={id}>{label}{unit ? `, ${unit}` : ''}</label>
  <input
    {id}
    class="figures"
    inputmode="decimal"
    autocomplete="off"
    {value}
    oninput={(event) => oninput(event.currentTarget.value)}
  />
</div>

<style>
  div {
    display: grid;
    grid-template-columns: 1fr 9rem;
    align-items: center;
    gap: 0.6rem;
    border-top: 1px solid var(--hairline);
  }
  input {
    width: 100%;
    text-align: right;
    padding: 0 0.5rem;
  }
</style>
