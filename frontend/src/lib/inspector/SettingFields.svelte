<script lang="ts">
  import type { PartModel, StageResult } from '../api/client';
  import { middle } from '../figures';
  import type { Session } from '../station/session.svelte';
  import ChoiceField from './ChoiceField.svelte';
  import NumberField from './NumberField.svelte';

  interface Props {
    session: Session;
    place: string;
    tuner: Extract<PartModel, { kind: 'tuner' }>;
    stage: StageResult | undefined;
  }
  let { session, place, tuner, stage }: Props = $props();

  const byHand = $derived(typeof tuner.setting === 'object');
  const knobs = $derived(
    typeof tuner.setting === 'object'
      ? Object.keys(tuner.setting).filter((key) => key !== 'form' && tuner.setting?.[key as never] != null)
      : [],
  );
  const value = $derived(byHand ? 'hand' : tuner.setting === 'bypass' ? 'bypass' : 'auto');
  const canTurn = $derived(
    tuner.network !== 'rated' && stage?.setting && Object.keys(stage.setting).length > 0,
  );

  /** By hand starts from what stands now, so that nothing jumps. */
  function choose(way: string) {
    if (way !== 'hand') return session.change(`${place}.setting`, way);
    const found = Object.entries(stage?.setting ?? {}).map(([key, figure]) => [
      key,
      Number((middle(figure) ?? 0).toPrecision(5)),
    ]);
    const setting = Object.fromEntries(found);
    if (tuner.network === 'stepped-l') setting.form = stage?.form ?? 'l-coil-then-shunt-c';
    const network = tuner.network === 'l' ? (stage?.form ?? 'l') : tuner.network;
    session.change(place, { ...tuner, network, setting, set_mhz: session.mhz });
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
  fault={session.faults[`${place}.setting`]}
  onchoose={choose}
/>
{#each knobs as knob (knob)}
  <NumberField
    {session}
    place="{place}.setting.{knob}"
    spec={{
      key: knob,
      label: `Knob ${knob.split('_')[0]?.toUpperCase()}`,
      quantity: knob.endsWith('pf') ? 'pf' : 'uh',
    }}
  />
{/each}
{#if byHand}
  <NumberField
    {session}
    place="{place}.set_mhz"
    spec={{ key: 'set_mhz', label: 'Set for', quantity: 'frequency', optional: true }}
  />
{/if}
