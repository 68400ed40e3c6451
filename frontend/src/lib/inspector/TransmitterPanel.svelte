<script lang="ts">
  import type { Session } from '../station/session.svelte';
  import ChoiceField from './ChoiceField.svelte';
  import NumberField from './NumberField.svelte';

  let { session, oninsert }: { session: Session; oninsert: (at: number) => void } = $props();
  const transmitter = $derived(session.document.transmitter);
</script>

<h2>Transmitter</h2>
<NumberField
  {session}
  place="transmitter.power_w"
  spec={{ key: 'power_w', label: 'Rated power', quantity: 'power', slide: { min: 5, max: 400, step: 5 } }}
/>
<ChoiceField
  label="Protection"
  value={typeof transmitter.foldback === 'string' ? transmitter.foldback : 'own points'}
  options={[
    ['folds-from-2', 'folds back from SWR 2'],
    ['none', 'no protection'],
    ['pi-output', 'valve stage, matches to SWR 3'],
  ]}
  fault={session.faults['transmitter.foldback']}
  onchoose={(name) => session.change('transmitter.foldback', name)}
/>
<ChoiceField
  label="Sends"
  value={transmitter.emission}
  options={[
    ['carrier', 'a steady carrier'],
    ['keying', 'keying'],
    ['speech', 'speech'],
  ]}
  onchoose={(name) => session.change('transmitter.emission', name)}
/>
<button type="button" class="add" onclick={() => oninsert(0)}>Insert a part after it</button>

<style>
  h2 {
    font-size: 1.15rem;
    margin-bottom: 0.4rem;
  }
  .add {
    margin-top: 0.8rem;
    text-decoration: underline;
  }
</style>
