<script lang="ts">
  import { untrack } from 'svelte';
  import { typedForm } from '../station/typed.svelte';
  import type { PresetFile } from '../api/client';
  import { parseTyped } from '../station/units';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import PlainText from '../ui/PlainText.svelte';
  import { dialOf, FORMS, isStepped, knobName, knobsOf, reading, typedNumber, type KnobTuner } from './knobs';

  /** A row of the chart, to be written or put right. */
  interface Props {
    station: number;
    /** Which part the tuner is. */
    at: number;
    /** Which row is put right; null: a new one. */
    row_at: number | null;
    tuner: KnobTuner;
    mhz: number;
    /** The row that is put right; null: a new one. */
    row: PresetFile | null;
    onkeep: (row: PresetFile) => void;
    oncancel: () => void;
  }
  let { station, at, row_at, tuner, mhz, row, onkeep, oncancel }: Props = $props();
  const id = $props.id();
  const knobs = $derived(knobsOf(tuner));
  const typed = untrack(() =>
    typedForm<Record<string, string>>(station, `preset/${at}/${row_at ?? 'new'}`, () => ({})),
  );
  const clear = () => {
    for (const key of Object.keys(typed)) Reflect.deleteProperty(typed, key);
  };
  const text = (key: string, start: string) => typed[key] ?? start;
  const numberText = (knob: string) => {
    const known = row?.dials[knob];
    return text(knob, known === undefined ? '' : reading(dialOf(tuner, knob), known));
  };
  const form = $derived(text('form', row?.form || (FORMS[0]?.[0] ?? '')));
  const whole = $derived(knobs.every((knob) => numberText(knob).trim() !== ''));

  function keep(event: SubmitEvent) {
    event.preventDefault();
    if (!whole) return;
    const dials = Object.fromEntries(
      knobs.map((knob) => [knob, typedNumber(dialOf(tuner, knob), numberText(knob))]),
    );
    onkeep({
      mhz: parseTyped(text('mhz', String(row?.mhz ?? Number(mhz.toFixed(4)))), 'frequency', 'metric'),
      dials,
      swr: parseTyped(text('swr', String(row?.swr ?? 1)), 'swr', 'metric'),
      date: text('date', row?.date ?? new Date().toISOString().slice(0, 10)),
      note: text('note', row?.note ?? ''),
      ...(isStepped(tuner) ? { form } : {}),
    } as PresetFile);
    clear();
  }
</script>

<form class="max-w-88" onsubmit={keep} aria-label={row ? 'Put a row right' : 'Write a row'}>
  <PlainNumber
    label="Frequency"
    unit="MHz"
    value={text('mhz', String(row?.mhz ?? Number(mhz.toFixed(4))))}
    oninput={(value) => (typed.mhz = value)}
  />
  {#each knobs as knob (knob)}
    <PlainNumber
      label={knobName(knob)}
      unit={dialOf(tuner, knob).unit ?? ''}
      value={numberText(knob)}
      oninput={(value) => (typed[knob] = value)}
    />
  {/each}
  {#if isStepped(tuner)}
    <div class="field">
      <label for="{id}-form">Form</label>
      <select id="{id}-form" value={form} onchange={(event) => (typed.form = event.currentTarget.value)}>
        {#each FORMS as [slug, name] (slug)}<option value={slug}>{name}</option>{/each}
      </select>
    </div>
  {/if}
  <PlainNumber
    swr
    label="SWR reached"
    value={text('swr', String(row?.swr ?? 1))}
    oninput={(value) => (typed.swr = value)}
  />
  <PlainText
    label="Date"
    value={text('date', row?.date ?? new Date().toISOString().slice(0, 10))}
    oninput={(value) => (typed.date = value)}
  />
  <PlainText
    label="Weather, note"
    value={text('note', row?.note ?? '')}
    oninput={(value) => (typed.note = value)}
  />
  <p class="flex gap-4 py-1.5">
    <button type="submit" class="firm" disabled={!whole}>{row ? 'Put it right' : 'Keep this row'}</button>
    {#if row}<button
        type="button"
        class="linkish"
        onclick={() => {
          clear();
          oncancel();
        }}>Leave it</button
      >{/if}
  </p>
</form>
