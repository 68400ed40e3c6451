<script lang="ts">
  import type { PartModel, StageResult } from '../api/client';
  import { middle } from '../figures';
  import type { Form } from '../ui/form';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import NumberField from '../ui/NumberField.svelte';
  import { definitionOf, objectsIn } from './schema';

  interface Props {
    form: Form;
    place: string;
    tuner: PartModel;
    stage: StageResult | undefined;
    mhz: number;
  }
  let { form, place, tuner, stage, mhz }: Props = $props();

  type Knobs = Record<string, number | string | null>;
  const setting = $derived('setting' in tuner ? (tuner.setting as string | Knobs) : 'auto');
  const byHand = $derived(typeof setting === 'object');
  const knobs = $derived(
    typeof setting === 'object'
      ? Object.keys(setting).filter((key) => key !== 'form' && setting[key] != null)
      : [],
  );
  const value = $derived(typeof setting === 'object' ? 'hand' : setting);
  /** What its knobs are held in; nothing of a tuner that has none. */
  const held = $derived(objectsIn(definitionOf(tuner).properties.setting)[0]);
  const atSetting = $derived(stage && 'setting' in stage ? stage : undefined);
  const canTurn = $derived(held && Object.keys(atSetting?.setting ?? {}).length > 0);

  /** By hand starts from what stands now, so that nothing jumps. */
  function choose(way: string) {
    if (way !== 'hand') return form.change(`${place}.setting`, way);
    const turned: Knobs = Object.fromEntries(
      Object.entries(atSetting?.setting ?? {}).map(([key, figure]) => [
        key,
        Number((middle(figure) ?? 0).toPrecision(5)),
      ]),
    );
    const network = atSetting?.form ?? ('network' in tuner ? tuner.network : '');
    // Relays are told by their form; a network of several forms becomes the one that was found.
    if (held && 'form' in held.properties) turned.form = network;
    const chosen = held && 'form' in held.properties ? {} : { network };
    form.change(place, { ...tuner, ...chosen, setting: turned, set_mhz: mhz });
  }
</script>

<ChoiceField
  label="Setting"
  {value}
  options={[
    ['auto', 'found: least loss'],
    ...(canTurn || byHand ? [['hand', 'by hand'] as [string, string]] : []),
    ['bypass', 'bypassed'],
  ]}
  fault={form.faults[`${place}.setting`]}
  onchoose={choose}
/>
{#each knobs as knob (knob)}
  <NumberField
    {form}
    place="{place}.setting.{knob}"
    spec={{
      label: `Knob ${knob.split('_')[0]?.toUpperCase()}`,
      quantity: knob.endsWith('pf') ? 'pf' : 'uh',
    }}
  />
{/each}
{#if byHand}
  <NumberField
    {form}
    place="{place}.set_mhz"
    spec={{ label: 'Set for', quantity: 'frequency', optional: true }}
  />
{/if}
