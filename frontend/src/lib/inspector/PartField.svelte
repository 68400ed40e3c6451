<script lang="ts">
  import type { PartModel, ShelfLine, StageResult } from '../api/client';
  import type { Form } from '../ui/form';
  import ByFrequency from './ByFrequency.svelte';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import LineTypeFields from './LineTypeFields.svelte';
  import NumberField from '../ui/NumberField.svelte';
  import SettingFields from './SettingFields.svelte';
  import { networksOf, withNetwork, type Field } from './schema';
  import SwitchField from '../ui/SwitchField.svelte';

  interface Props {
    form: Form;
    place: string;
    part: PartModel;
    field: Field;
    stage: StageResult | undefined;
    lines: ShelfLine[];
    mhz: number;
  }
  let { form, place, part, field, stage, lines, mhz }: Props = $props();

  const { key, title, ask } = $derived(field);
  const at = $derived(`${place}.${key}`);
  const value = $derived((part as Record<string, unknown>)[key]);
  /** What the shelf's line of that type has, shown where nothing is typed. */
  const usual = $derived.by(() => {
    const line = 'line' in part ? lines.find((line) => line.slug === part.line) : undefined;
    const value = (line as Record<string, unknown> | undefined)?.[key];
    return typeof value === 'number' ? Number(value.toPrecision(3)) : undefined;
  });
</script>

{#if ask.as === 'line-type'}
  <LineTypeFields {form} {place} {lines} />
{:else if ask.as === 'network'}
  <ChoiceField
    label={title}
    value={String(value)}
    options={networksOf(part.kind)}
    fault={form.faults[at]}
    onchoose={(network) => form.change(place, withNetwork(part, network))}
  />
{:else if ask.as === 'setting'}
  <SettingFields {form} {place} tuner={part} {stage} {mhz} />
{:else if ask.as === 'by-frequency'}
  <ByFrequency {form} place={at} {title} heads={ask.heads ?? []} {mhz} />
{:else if ask.as === 'choice'}
  <ChoiceField
    label={title}
    value={String(value)}
    options={Object.entries(ask.choices ?? {})}
    fault={form.faults[at]}
    onchoose={(chosen) => form.change(at, chosen)}
  />
{:else if ask.as === 'truth'}
  <ChoiceField
    label={title}
    value={value == null ? '' : value ? 'yes' : 'no'}
    options={[...Object.entries(ask.choices ?? {}), ['yes', 'yes'], ['no', 'no']]}
    onchoose={(answer) => form.change(at, answer === '' ? undefined : answer === 'yes')}
  />
{:else if ask.as === 'switch'}
  <SwitchField label={title} checked={Boolean(value)} onchange={(on) => form.change(at, on)} />
{:else}
  <NumberField {form} place={at} spec={{ ...ask, label: title, optional: field.optional, unset: usual }} />
{/if}
