<script lang="ts">
  import type { PlannedAntenna } from '../api/client';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import NumberField from '../ui/NumberField.svelte';
  import { fieldsOf, shapeNamed, type Field } from '../inspector/schema';
  import SwitchField from '../ui/SwitchField.svelte';
  import type { Form } from '../ui/form';
  import { planned, SHAPES } from './planning';
  import PointsField from './PointsField.svelte';

  /** The shape of a planned antenna and its measures. */
  interface Props {
    form: Form;
    antenna: PlannedAntenna;
    mhz: number;
    /** Where in the document it stands. */
    base?: 'antenna' | 'plan';
  }
  let { form, antenna, mhz, base = 'antenna' }: Props = $props();
  const NEW_COIL = { uh: 10, at_share: 0.5, q: 200 };
  const MOST_DIPOLES = 6;
  const OWN = 'own';
  const OWN_SOIL: [string, string][] = [[OWN, 'soil by its figures']];
  const AVERAGE = { eps_r: 13, sigma_s_m: 0.005 };

  const fields = $derived(fieldsOf(shapeNamed(antenna.shape)));
  /** Groups that are folded, after what stands open (""). */
  const sections = $derived([...new Set(['', ...fields.map(({ ask }) => ask.section ?? '')])]);
  const valueOf = (key: string, field: Field) => (antenna as Record<string, unknown>)[key] ?? field.usual;
  const upright = $derived(antenna.shape === 'vertical' || antenna.shape === 'whip' ? antenna : null);
  const coil = $derived(upright?.coil ?? null);
</script>

{#snippet askFor(field: Field)}
  {@const place = `${base}.${field.key}`}
  {@const { ask } = field}
  {#if ask.as === 'choice'}
    {@const value = valueOf(field.key, field)}
    {@const own = typeof value === 'object'}
    <ChoiceField
      label={field.title}
      value={own ? OWN : String(value)}
      options={[...Object.entries(ask.choices ?? {}), ...(field.key === 'ground' ? OWN_SOIL : [])]}
      fault={form.faults[place]}
      onchoose={(chosen) => form.change(place, chosen === OWN ? AVERAGE : chosen)}
    />
    {#if own}
      <NumberField
        {form}
        place="{place}.eps_r"
        spec={{ label: 'Relative permittivity', quantity: 'plain' }}
      />
      <NumberField
        {form}
        place="{place}.sigma_s_m"
        spec={{ label: 'Conductivity', quantity: 'plain', after: 'S/m' }}
      />
    {/if}
  {:else if ask.as === 'switch'}
    <SwitchField
      label={field.title}
      checked={Boolean(valueOf(field.key, field))}
      onchange={(on) => form.change(place, on)}
    />
  {:else}
    <NumberField
      {form}
      {place}
      spec={{ ...ask, label: field.title, optional: field.optional, unset: field.usual as number }}
    />
  {/if}
{/snippet}

<ChoiceField
  label="Shape"
  value={antenna.shape}
  options={SHAPES}
  onchoose={(shape) => form.change(base, planned(shape as PlannedAntenna['shape'], mhz, antenna))}
/>
{#if form.faults[base]}<p class="fault" role="alert">The {base} {form.faults[base]}.</p>{/if}
{#if antenna.shape === 'fan'}
  {@const lengths = antenna.lengths_m}
  {#each lengths.keys() as n (n)}
    <NumberField
      {form}
      place="{base}.lengths_m[{n}]"
      spec={{ label: `Dipole ${n + 1}, end to end`, quantity: 'length', slide: [1, 90, 0.1] }}
    />
  {/each}
  <p>
    {#if lengths.length < MOST_DIPOLES}<button
        type="button"
        class="linkish"
        onclick={() =>
          form.change(`${base}.lengths_m`, [...lengths, Math.max(1, (lengths.at(-1) ?? 10) / 2)])}
        >One dipole more</button
      >{/if}
    {#if lengths.length > 2}<button
        type="button"
        class="linkish"
        onclick={() => form.change(`${base}.lengths_m`, lengths.slice(0, -1))}>One fewer</button
      >{/if}
  </p>
{:else if antenna.shape === 'wires'}
  <PointsField
    {form}
    place="{base}.wires"
    label="Each wire by its two ends, in m: east, north, up"
    heads={['x', 'y', 'z', 'x', 'y', 'z']}
    item="wire"
  />
  {#each ['east', 'north', 'up'] as way, k (way)}
    <NumberField {form} place="{base}.feed[{k}]" spec={{ label: `Fed at, ${way}`, quantity: 'length' }} />
  {/each}
  {#each (antenna.coils ?? []).keys() as n (n)}
    {#each ['east', 'north', 'up'] as way, k (way)}
      <NumberField
        {form}
        place="{base}.coils[{n}].at[{k}]"
        spec={{ label: `Coil ${n + 1}, ${way}`, quantity: 'length' }}
      />
    {/each}
    <NumberField
      {form}
      place="{base}.coils[{n}].uh"
      spec={{ label: `Coil ${n + 1}, inductance`, quantity: 'uh', optional: true }}
    />
    <NumberField
      {form}
      place="{base}.coils[{n}].q"
      spec={{ label: `Coil ${n + 1}, Q`, quantity: 'plain', unset: 200 }}
    />
  {/each}
  <p>
    <button
      type="button"
      class="linkish"
      onclick={() =>
        form.change(`${base}.coils`, [...(antenna.coils ?? []), { at: antenna.feed, uh: 10, q: 200 }])}
      >A coil in series</button
    >
    {#if antenna.coils?.length}<button
        type="button"
        class="linkish"
        onclick={() => form.change(`${base}.coils`, antenna.coils?.slice(0, -1))}
        >Without the last coil</button
      >{/if}
  </p>
{/if}
{#each sections as section (section)}
  {@const mine = fields.filter(({ ask }) => (ask.section ?? '') === section)}
  {#if section}
    <details>
      <summary>{section}</summary>
      {#each mine as field (field.key)}{@render askFor(field)}{/each}
    </details>
  {:else}
    {#each mine as field (field.key)}{@render askFor(field)}{/each}
    {#if upright}
      <SwitchField
        label="Loading coil"
        checked={coil !== null}
        onchange={(on) => form.change(`${base}.coil`, on ? NEW_COIL : undefined)}
      />
      {#if coil}
        {#if coil.ohm != null}
          <NumberField {form} place="{base}.coil.ohm" spec={{ label: 'Its reactance', quantity: 'ohm' }} />
        {:else}
          <NumberField
            {form}
            place="{base}.coil.uh"
            spec={{ label: 'Its inductance', quantity: 'uh', slide: [0.2, 120, 0.1] }}
          />
        {/if}
        <NumberField
          {form}
          place="{base}.coil.at_share"
          spec={{ label: 'Share of the height', quantity: 'plain', unset: 0.5, slide: [0, 0.95, 0.01] }}
        />
        <NumberField {form} place="{base}.coil.q" spec={{ label: 'Its Q', quantity: 'plain', unset: 200 }} />
      {/if}
      {#if antenna.shape === 'vertical'}
        <SwitchField
          label="R at its foot was measured"
          checked={antenna.measured != null}
          onchange={(on) =>
            form.change(
              `${base}.measured`,
              on ? { mhz: Number(mhz.toFixed(3)), r_ohm: 50, radials: antenna.radials ?? 16 } : undefined,
            )}
        />
        {#if antenna.measured}
          <NumberField {form} place="{base}.measured.r_ohm" spec={{ label: 'R', quantity: 'ohm' }} />
          <NumberField {form} place="{base}.measured.mhz" spec={{ label: 'at', quantity: 'frequency' }} />
          <NumberField
            {form}
            place="{base}.measured.radials"
            spec={{ label: 'over so many radials', quantity: 'plain' }}
          />
        {/if}
      {/if}
    {/if}
  {/if}
{/each}

<style>
  p {
    display: flex;
    gap: 1rem;
    padding: 0.3rem 0;
  }
</style>
