<script lang="ts">
  import ChoiceField from '../inspector/ChoiceField.svelte';
  import type { TypedReading } from './readings';

  /** When a reading was taken, and how. */
  let { typed }: { typed: TypedReading } = $props();
  const id = $props.id();
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
<div class="line">
  <label for="{id}-date">Date</label><input id="{id}-date" bind:value={typed.date} />
</div>
<details>
  <summary>Weather, and how it was read</summary>
  <div class="line">
    <label for="{id}-note">Weather, note</label><input id="{id}-note" bind:value={typed.note} />
  </div>
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

<style>
  .line {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0.8rem;
    padding: 0.25rem 0;
    border-top: 1px solid var(--hairline);
  }
  label,
  summary {
    color: var(--ink-soft);
  }
  input {
    background: none;
    border-bottom: 1px solid var(--ink-soft);
    min-width: 0;
    text-align: right;
  }
</style>
