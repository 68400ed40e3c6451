<script lang="ts">
  import type { ShelfLine } from '../api/client';
  import { valueAt } from '../station/paths';
  import type { Form } from '../ui/form';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import NumberField from '../ui/NumberField.svelte';
  import { definitionOf, fieldsOf, shapeOf } from './schema';

  let { form, place, lines }: { form: Form; place: string; lines: ShelfLine[] } = $props();

  const line = $derived(valueAt(form.document, `${place}.line`) as string | Record<string, unknown>);
  const shape = $derived(
    typeof line === 'string' ? undefined : shapeOf(definitionOf({ kind: 'line' }).properties.line, line),
  );
  const kind = $derived(
    typeof line === 'string'
      ? line
      : 'wire_mm' in line
        ? 'two-wire'
        : 'readings' in line
          ? 'readings'
          : 'figures',
  );
  const known = $derived(lines.find((shelved) => shelved.slug === line));
  const numbers = $derived(shape ? fieldsOf(shape).filter(({ ask }) => !ask.section) : []);

  function choose(slug: string) {
    const from = known ?? lines.find((line) => line.slug === 'rg-213');
    if (slug === 'two-wire')
      form.change(`${place}.line`, { wire_mm: 2, spacing_mm: 100, velocity_factor: 0.975 });
    else if (slug === 'figures' && from)
      form.change(`${place}.line`, {
        r0_ohm: from.r0_ohm,
        velocity_factor: from.velocity_factor,
        k1: from.k1_db_per_100m,
        k2: from.k2_db_per_100m,
        max_volts_rms: from.max_volts_rms,
      });
    else form.change(`${place}.line`, slug);
  }
</script>

<ChoiceField
  label="Type"
  value={kind}
  options={[
    ...lines.map((shelved): [string, string] => [shelved.slug, shelved.name]),
    ['figures', 'own figures'],
    ['two-wire', 'two wires, by size'],
    ...(kind === 'readings' ? [['readings', 'fitted to own readings'] as [string, string]] : []),
  ]}
  fault={form.faults[`${place}.line`]}
  onchoose={choose}
/>
{#if known}<p class="soft pb-1.25 text-fine">{known.r0_ohm} Ω, {known.note}</p>{/if}
{#each numbers as { key, title, ask, optional } (key)}
  <NumberField {form} place="{place}.line.{key}" spec={{ ...ask, label: title, optional }} />
{/each}
