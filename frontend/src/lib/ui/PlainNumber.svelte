<script lang="ts">
  import SwrForms from '../convert/SwrForms.svelte';
  import Termed from '../terms/Termed.svelte';

  interface Props {
    label: string;
    value: string;
    unit?: string;
    /** Whether it asks for an SWR, which is then told in its other forms while it is typed. */
    swr?: boolean;
    oninput: (typed: string) => void;
  }
  let { label, value, unit = '', swr = false, oninput }: Props = $props();
  const id = $props.id();
  /** Once told, the other forms stay: what vanished as one leaves would move the button away that one goes for. */
  let announced = $state(false);
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
      onfocus={() => (announced = swr)}
      oninput={(event) => oninput(event.currentTarget.value)}
    />{unit}</span
  >
  {#if announced}<SwrForms text={value} />{/if}
</div>

<style>
  div {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 0 0.8rem;
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
    margin-right: 0.35rem;
  }
</style>
