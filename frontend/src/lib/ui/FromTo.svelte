<script lang="ts">
  import { preferences } from '../station/preferences.svelte';
  import { unitShown } from '../station/units';
  import PlainNumber from './PlainNumber.svelte';

  /** From one length to another, and what is to be done with all between. */
  interface Props {
    low: string;
    high: string;
    action: string;
    busy?: boolean;
    onlow: (typed: string) => void;
    onhigh: (typed: string) => void;
    ongo: () => void;
  }
  let { low, high, action, busy = false, onlow, onhigh, ongo }: Props = $props();
  const unit = $derived(unitShown('length', preferences.system));
</script>

<form
  class="flex flex-wrap items-baseline gap-x-5.5 gap-y-1.25"
  onsubmit={(event) => {
    event.preventDefault();
    ongo();
  }}
>
  <PlainNumber label="From" value={low} {unit} oninput={onlow} />
  <PlainNumber label="to" value={high} {unit} oninput={onhigh} />
  <button type="submit" class="firm" disabled={busy}>{busy ? 'Trying …' : action}</button>
</form>
