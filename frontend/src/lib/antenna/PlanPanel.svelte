<script lang="ts">
  import { Asking } from '../api/asking.svelte';
  import { api, type Bands, type PlannedAntenna, type PlannedOut, type StationFile } from '../api/client';
  import { shown, swr } from '../figures';
  import ChoiceField from '../inspector/ChoiceField.svelte';
  import NumberField from '../inspector/NumberField.svelte';
  import { fieldsOf, shapeNamed, type Field } from '../inspector/schema';
  import SwitchField from '../inspector/SwitchField.svelte';
  import Termed from '../terms/Termed.svelte';
  import type { Form } from '../ui/form';
  import Trouble from '../ui/Trouble.svelte';
  import WireLengths from './WireLengths.svelte';
  import { lengthOf, planned, SHAPES } from './planning';
  import ShapePicture from './ShapePicture.svelte';

  interface Props {
    form: Form;
    antenna: PlannedAntenna;
    bands: Bands;
    mhz: number;
  }
  let { form, antenna, bands, mhz }: Props = $props();

  const asking = new Asking<PlannedOut>();
  const length = $derived(Number(lengthOf(antenna)));
  const fields = $derived(fieldsOf(shapeNamed(antenna.shape)));
  /** Groups that are folded, after what stands open (""). */
  const sections = $derived([...new Set(['', ...fields.map(({ ask }) => ask.section ?? '')])]);
  const rows = $derived([
    ...bands.map((band) => ({ name: band.name, mhz: (band.low_mhz + band.high_mhz) / 2 })),
    ...(bands.length ? [] : [{ name: 'here', mhz }]),
  ]);

  $effect(() => {
    const body = { antenna, mhz: rows.map((row) => row.mhz), sky: true };
    asking.ask(() => api.POST('/api/antenna/estimate', { body }));
  });
  const valueOf = (key: string, field: Field) => (antenna as Record<string, unknown>)[key] ?? field.usual;
</script>

{#snippet asked(field: Field)}
  {@const place = `antenna.${field.key}`}
  {@const { ask } = field}
  {#if ask.as === 'choice'}
    {@const value = valueOf(field.key, field)}
    <ChoiceField
      label={field.title}
      value={typeof value === 'object' ? 'soil of its own' : String(value)}
      options={Object.entries(ask.choices ?? {})}
      fault={form.faults[place]}
      onchoose={(chosen) => form.change(place, chosen)}
    />
  {:else if ask.as === 'switch'}
    <SwitchField
      label={field.title}
      checked={Boolean(valueOf(field.key, field))}
      onchange={(on) => form.change(place, on)}
    />
  {:else}
    <NumberField {form} {place} spec={{ ...ask, label: field.title, unset: field.usual as number }} />
  {/if}
{/snippet}

<ChoiceField
  label="Shape"
  value={antenna.shape}
  options={SHAPES}
  onchoose={(shape) => form.change('antenna', planned(shape as PlannedAntenna['shape'], mhz, antenna))}
/>
{#if asking.answer}<ShapePicture planned={asking.answer} />{/if}
{#each sections as section (section)}
  {#if section}
    <details>
      <summary>{section}</summary>
      {#each fields.filter(({ ask }) => ask.section === section) as field (field.key)}{@render asked(
          field,
        )}{/each}
    </details>
  {:else}
    {#each fields.filter(({ ask }) => !ask.section) as field (field.key)}{@render asked(field)}{/each}
  {/if}
{/each}
<Trouble text={asking.trouble} />
{#if asking.answer}
  <p class="says">{asking.answer.sentence}</p>
  <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls must be reachable by keyboard) -->
  <div class="scroller" role="region" aria-label="What it will probably be, band by band" tabindex="0">
    <table class="plain figures">
      <thead>
        <tr>
          <th scope="col">Band</th>
          <th scope="col"><Termed text="SWR" /></th>
          <th scope="col"><Termed text="R, Ω" /></th>
          <th scope="col"><Termed text="X, Ω" /></th>
        </tr>
      </thead>
      <tbody>
        {#each asking.answer.results as one, n (n)}
          <tr>
            <th scope="row">{rows[n]?.name ?? ''}</th>
            <td>{shown(one.swr, swr)}</td>
            <td>{shown(one.r_ohm)}</td>
            <td>{shown(one.x_ohm)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}
{#if length > 0}
  <details>
    <summary>Which lengths suit all bands?</summary>
    <WireLengths
      station={form.document as StationFile}
      length_m={length}
      onadopt={(field, length_m) => form.change(`antenna.${field}`, length_m)}
    />
  </details>
{/if}
<p class="caution">
  Keep every wire, its ends and its ropes where they cannot reach an overhead line, also when they fall. Wire
  ends burn who touches them under power. Climbing and masts are work for those who have learned it; local
  rules go before.
</p>

<style>
  .says,
  .caution {
    color: var(--ink-soft);
    margin: 0.5rem 0;
  }
  .caution {
    font-size: 13px;
    border-top: 1px solid var(--hairline);
    padding-top: 0.5rem;
  }
  td {
    white-space: nowrap;
  }
</style>
