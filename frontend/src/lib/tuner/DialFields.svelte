<script lang="ts">
  import PointsField from '../antenna/PointsField.svelte';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import NumberField from '../ui/NumberField.svelte';
  import TextField from '../ui/TextField.svelte';
  import type { Form } from '../ui/form';
  import { DIAL_KINDS, knobName, knobUnit, type KnobTuner } from './knobs';

  /** One knob's dial: its own numbers, and what they stand for. */
  interface Props {
    form: Form;
    place: string;
    tuner: KnobTuner;
    knob: string;
  }
  let { form, place, tuner, knob }: Props = $props();
  const own = $derived(tuner.dials?.[knob]);
  const KEPT = 'own';
  const NONE = 'none';
  const kind = $derived(own ? KEPT : NONE);
  const options = $derived<[string, string][]>([
    ...(own
      ? [[KEPT, `its own, ${own.scale?.[0] ?? 0} to ${own.scale?.[1] ?? 100}`] as [string, string]]
      : []),
    [NONE, 'none told: 0 to 100'],
    ...DIAL_KINDS.map(([slug, name]): [string, string] => [slug, name]),
  ]);
  const points = $derived((own?.points ?? []) as [number, number][]);

  function choose(chosen: string) {
    if (chosen === KEPT) return;
    form.change(place, chosen === NONE ? undefined : DIAL_KINDS.find(([slug]) => slug === chosen)?.[2]);
  }
</script>

<div class="min-w-0">
  <h3>{knobName(knob)}</h3>
  <ChoiceField label="Dial" value={kind} {options} onchoose={choose} />
  {#if own}
    <TextField {form} place="{place}.unit" label="Counts" />
    <NumberField {form} place="{place}.scale[0]" spec={{ label: 'First number', quantity: 'plain' }} />
    <NumberField {form} place="{place}.scale[1]" spec={{ label: 'Last number', quantity: 'plain' }} />
    {#if !own.taps}
      <NumberField {form} place="{place}.division" spec={{ label: 'Read to', quantity: 'plain' }} />
    {/if}
    <PointsField
      {form}
      place="{place}.points"
      label={own.taps ? 'Each tap and what it stands for' : 'What its numbers stand for'}
      heads={[own.taps ? 'tap' : 'number', knobUnit(knob)]}
    />
    <p class="soft text-fine">
      {#if own.taps && !points.length}Taps cannot be found from presets: give each one its {knobUnit(knob)}.
      {:else if !points.length}Not known yet: leave it empty, and three presets or more will tell.
      {:else if own.taps}These positions and none between.
      {:else if points.length === 2}A straight line through two points{(points[0]?.[1] ?? 0) >
        (points[1]?.[1] ?? 0)
          ? '; it runs the other way round'
          : ''}.
      {:else}Straight between the points; beyond them nothing is known.{/if}
    </p>
  {/if}
</div>
