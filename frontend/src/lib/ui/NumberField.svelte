<script lang="ts">
  import { Slider } from '@skeletonlabs/skeleton-svelte';
  import SwrForms from '../convert/SwrForms.svelte';
  import { valueAt } from '../station/paths';
  import { preferences } from '../station/preferences.svelte';
  import { parseTyped, toShown, unitShown } from '../station/units';
  import Termed from '../terms/Termed.svelte';
  import type { Form } from './form';
  import type { NumberSpec } from './numbers';

  let { form, place, spec }: { form: Form; place: string; spec: NumberSpec } = $props();

  const id = $props.id();
  let typing = $state<string | null>(null);
  /** Once an SWR is told in its other forms, they stay. */
  let announced = $state(false);
  const system = $derived(preferences.system);
  const value = $derived(valueAt(form.document, place));
  const text = $derived(
    typeof value === 'number' ? toShown(value, spec.quantity, system) : ((value as string | undefined) ?? ''),
  );
  const fault = $derived(form.faults[place]);
  const unset = $derived(
    typeof spec.unset === 'number' ? toShown(spec.unset, spec.quantity, system) : spec.unset,
  );
  /** A slider reaches its end, or beyond it what is typed there. */
  const top = $derived.by(() => {
    const most = spec.slide?.[1] ?? 0;
    const typed = Number(value) || 0;
    return typed > most ? 20 * Math.ceil(typed / 20) : most;
  });

  /** What is typed goes into the document as it is; the server says what is wrong with it. */
  function enter(typed: string) {
    typing = typed;
    if (typed.trim() === '') form.change(place, spec.optional ? undefined : '');
    else form.change(place, parseTyped(typed, spec.quantity, system));
  }
</script>

<div class="field grid-cols-[1fr_auto] gap-x-2.5 gap-y-0.5">
  <label for={id}><Termed text={spec.label} /></label>
  <span class="flex items-baseline gap-1.5">
    <input
      {id}
      class="figures w-22.5 text-right"
      inputmode="decimal"
      autocomplete="off"
      value={typing ?? text}
      placeholder={unset}
      aria-invalid={fault ? 'true' : undefined}
      aria-describedby={fault ? `${id}-fault` : undefined}
      oninput={(event) => enter(event.currentTarget.value)}
      onfocus={() => (announced = spec.quantity === 'swr')}
      onblur={() => (typing = null)}
    />
    <span class="soft min-w-10.5 text-fine">{spec.after ?? unitShown(spec.quantity, system)}</span>
  </span>
  {#if spec.slide}
    <Slider
      value={[Number(value) || 0]}
      min={spec.slide[0]}
      max={top}
      step={spec.slide[2]}
      aria-label={[spec.label]}
      onValueChange={(change) => {
        typing = null;
        form.change(place, Number((change.value[0] ?? 0).toFixed(3)));
      }}
    >
      <Slider.Control>
        <Slider.Track><Slider.Range /></Slider.Track>
        <Slider.Thumb index={0}><Slider.HiddenInput /></Slider.Thumb>
      </Slider.Control>
    </Slider>
  {/if}
  {#if announced}<SwrForms {text} />{/if}
  {#if fault}<p id="{id}-fault" class="fault" role="alert">{spec.label} {fault}.</p>{/if}
</div>

<style>
  .field :global([data-scope='slider'][data-part='root']) {
    grid-column: 1 / -1;
    padding: 0.2rem 0.4rem 0.35rem;
  }
</style>
