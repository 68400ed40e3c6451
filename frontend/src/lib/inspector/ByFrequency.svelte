<script lang="ts">
  import PointsField from '../antenna/PointsField.svelte';
  import { valueAt } from '../station/paths';
  import type { Form } from '../ui/form';
  import NumberField from '../ui/NumberField.svelte';

  interface Props {
    form: Form;
    place: string;
    title: string;
    heads: string[];
    mhz: number;
  }
  let { form, place, title, heads, mhz }: Props = $props();

  const value = $derived(valueAt(form.document, place));
  const points = $derived(Array.isArray(value) ? (value as [number, number][]) : null);

  /** A table starts from the one figure, one figure from the table's middle. */
  function turn() {
    if (points) form.change(place, points[Math.floor(points.length / 2)]?.[1]);
    else form.change(place, [[mhz, value]]);
  }
</script>

{#if points}
  <PointsField {form} {place} label="{title} over frequency" {heads} />
{:else}
  <NumberField {form} {place} spec={{ label: title, quantity: 'plain' }} />
{/if}
<button class="soft pb-1.25 text-fine underline" type="button" onclick={turn}>
  {points ? 'One figure for all frequencies' : 'By frequency'}
</button>
