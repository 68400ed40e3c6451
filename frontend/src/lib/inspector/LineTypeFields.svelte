<script lang="ts">
  import type { PartModel, ShelfLine } from '../api/client';
  import type { Session } from '../station/session.svelte';
  import ChoiceField from './ChoiceField.svelte';
  import NumberField from './NumberField.svelte';
  import { LINE_FIGURES, TWO_WIRE } from './fields';

  interface Props {
    session: Session;
    place: string;
    line: Extract<PartModel, { kind: 'line' }>['line'];
    lines: ShelfLine[];
  }
  let { session, place, line, lines }: Props = $props();

  const kind = $derived(
    typeof line === 'string'
      ? line
      : 'wire_mm' in line
        ? 'two-wire'
        : 'readings' in line
          ? 'readings'
          : 'figures',
  );
  const known = $derived(lines.find((one) => one.slug === line));
  const specs = $derived(kind === 'two-wire' ? TWO_WIRE : kind === 'figures' ? LINE_FIGURES : []);

  function choose(slug: string) {
    const from = known ?? lines.find((one) => one.slug === 'rg-213');
    if (slug === 'two-wire')
      session.change(`${place}.line`, { wire_mm: 2, spacing_mm: 100, velocity_factor: 0.975 });
    else if (slug === 'figures' && from)
      session.change(`${place}.line`, {
        r0_ohm: from.r0_ohm,
        velocity_factor: from.velocity_factor,
        k1: from.k1_db_per_100m,
        k2: from.k2_db_per_100m,
        max_volts_rms: from.max_volts_rms,
      });
    else session.change(`${place}.line`, slug);
  }
</script>

<ChoiceField
  label="Type"
  value={kind}
  options={[
    ...lines.map((one): [string, string] => [one.slug, one.name]),
    ['figures', 'own figures'],
    ['two-wire', 'two wires, by size'],
    ...(kind === 'readings' ? [['readings', 'fitted to own readings'] as [string, string]] : []),
  ]}
  fault={session.faults[`${place}.line`]}
  onchoose={choose}
/>
{#if known}<p>{known.r0_ohm} Ω, {known.note}</p>{/if}
{#each specs as spec (spec.key)}
  <NumberField {session} place="{place}.line.{spec.key}" {spec} />
{/each}

<style>
  p {
    color: var(--ink-soft);
    font-size: 13px;
    padding-bottom: 0.3rem;
  }
</style>
