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

<div class="flex flex-wrap justify-between gap-x-3.25 border-t py-1">
  <label class="soft" for={id}><Termed text={label} /></label>
  <span class="soft"
    ><input
      {id}
      class="figures mr-1.5 w-20 text-right"
      inputmode="decimal"
      autocomplete="off"
      {value}
      onfocus={() => (announced = swr)}
      oninput={(event) => oninput(event.currentTarget.value)}
    />{unit}</span
  >
  {#if announced}<SwrForms text={value} />{/if}
</div>
