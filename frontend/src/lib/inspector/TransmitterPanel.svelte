<script lang="ts">
  import type { StationFile } from '../api/client';
  import type { Form } from '../ui/form';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import NumberField from '../ui/NumberField.svelte';

  interface Props {
    form: Form;
    transmitter: StationFile['transmitter'];
    oninsert: (at: number) => void;
  }
  let { form, transmitter, oninsert }: Props = $props();
  const foldback = $derived(transmitter?.foldback);
</script>

<h2 class="mb-1.5 text-lead">Transmitter</h2>
<NumberField
  {form}
  place="transmitter.power_w"
  spec={{ label: 'Rated power', quantity: 'power', slide: [5, 400, 5] }}
/>
<ChoiceField
  label="Protection"
  value={typeof foldback === 'string' ? foldback : 'own points'}
  options={[
    ['folds-from-2', 'folds back from SWR 2'],
    ['none', 'no protection'],
    ['pi-output', 'valve stage, matches to SWR 3'],
  ]}
  fault={form.faults['transmitter.foldback']}
  onchoose={(name) => form.change('transmitter.foldback', name)}
/>
<ChoiceField
  label="Sends"
  value={transmitter?.emission ?? 'carrier'}
  options={[
    ['carrier', 'a steady carrier'],
    ['keying', 'keying'],
    ['speech', 'speech'],
  ]}
  onchoose={(name) => form.change('transmitter.emission', name)}
/>
<button type="button" class="mt-3.25 underline" onclick={() => oninsert(0)}>Insert a part after it</button>
