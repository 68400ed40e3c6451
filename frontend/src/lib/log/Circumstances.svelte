<script lang="ts">
  import ChoiceField from '../ui/ChoiceField.svelte';
  import PlainText from '../ui/PlainText.svelte';
  import type { TypedReading } from './readings';

  /** When a reading was taken, and how. */
  let { typed = $bindable() }: { typed: TypedReading } = $props();
</script>

<ChoiceField
  label="Tuner"
  value={typed.tuner}
  options={[
    ['auto', 'in use, matched'],
    ['bypass', 'bypassed'],
  ]}
  onchoose={(value) => (typed.tuner = value as TypedReading['tuner'])}
/>
<ChoiceField
  label="At the end"
  value={typed.load ?? 'antenna'}
  options={[
    ['antenna', 'the antenna'],
    ['dummy', 'a dummy load of 50 Ω'],
  ]}
  onchoose={(value) => (typed.load = value as TypedReading['load'])}
/>
<PlainText label="Date" value={typed.date} oninput={(text) => (typed.date = text)} />
<details>
  <summary class="soft">Weather, and how it was read</summary>
  <ChoiceField
    label="Weather"
    value={typed.weather ?? ''}
    options={[
      ['', 'not noted'],
      ['dry', 'dry'],
      ['wet', 'wet: rain, snow or dew'],
    ]}
    onchoose={(value) => (typed.weather = value as TypedReading['weather'])}
  />
  <PlainText label="Note" value={typed.note} oninput={(text) => (typed.note = text)} />
  <ChoiceField
    label="Sent"
    value={typed.emission}
    options={[
      ['', 'as the transmitter says'],
      ['carrier', 'a steady carrier'],
      ['speech', 'speech'],
    ]}
    onchoose={(value) => (typed.emission = value as TypedReading['emission'])}
  />
  <ChoiceField
    label="Shows"
    value={typed.mode}
    options={[
      ['', 'as the meter says'],
      ['average', 'the average'],
      ['peak', 'the peak'],
    ]}
    onchoose={(value) => (typed.mode = value as TypedReading['mode'])}
  />
</details>
