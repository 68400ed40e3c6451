<script lang="ts">
  import type { ChooseAnswer, StationFile } from '../api/client';
  import NumberField from '../ui/NumberField.svelte';
  import type { Form } from '../ui/form';

  interface Props {
    form: Form;
    /** What the document asks of the choice. */
    choice: Partial<Choice>;
    answer: ChooseAnswer | null;
  }
  let { form, choice, answer }: Props = $props();
  type Choice = NonNullable<StationFile['choice']>;
  const RULED_OUT = [
    ['no_climbing', 'no climbing: hang nothing new at the feedpoint'],
    ['no_power_at_mast', 'no power at the mast'],
    ['no_open_line_indoors', 'no open line indoors'],
  ] as const;
  const length = { quantity: 'length' as const, optional: true };
  const numbers = $derived([
    { key: 'run_m', label: 'Run to the feedpoint', ...length, unset: answer?.run_m ?? '' },
    { key: 'indoor_m', label: 'of it indoors', ...length, unset: answer?.indoor_m ?? '' },
    { key: 'lead_m', label: 'from mast foot up', ...length, unset: answer?.lead_m ?? '' },
    { key: 'budget', label: 'Spend at most', quantity: 'plain' as const, optional: true, unset: 'no limit' },
    {
      key: 'db_worth',
      label: 'A dB is worth',
      quantity: 'plain' as const,
      optional: true,
      unset: answer?.db_worth ?? 50,
    },
    {
      key: 'wet_percent',
      label: 'Days that are wet',
      quantity: 'percent' as const,
      optional: true,
      unset: Math.round(100 * (answer?.wet_share ?? 0.25)),
    },
  ]);
  const off = $derived(choice.off ?? []);
  const lines = $derived((answer?.prices ?? []).filter((row) => row.per_m));

  const linesOff = $derived(choice.lines_off ?? []);

  /** Leave something out of a list of what is left out, or put it in. */
  const toggled = (list: string[], slug: string, wanted: boolean) =>
    wanted ? list.filter((name) => name !== slug) : [...list, slug];
</script>

{#snippet check(label: string, on: boolean, onset: (on: boolean) => void, partly = false)}
  <label class="check"
    ><input
      type="checkbox"
      checked={on}
      indeterminate={partly}
      onchange={(event) => onset(event.currentTarget.checked)}
    />
    {label}</label
  >
{/snippet}

<aside
  class="min-w-0 border-l px-4.5 pt-3.5 pb-8 max-[900px]:border-t max-[900px]:border-l-0"
  aria-label="What is asked"
>
  <h3>Ruled out</h3>
  {#each RULED_OUT as [key, text] (key)}
    {@render check(text, choice[key] ?? false, (on) => form.change(`choice.${key}`, on))}
  {/each}
  {@render check(
    'the antenna is fed against ground: no open line',
    choice.fed_against_ground ?? answer?.fed_against_ground ?? false,
    (on) => form.change('choice.fed_against_ground', on),
  )}
  <h3>Lengths and money</h3>
  {#each numbers as spec (spec.key)}<NumberField {form} place="choice.{spec.key}" {spec} />{/each}
  <label class="check"
    >Only this line
    <select
      class="flex-1"
      value={choice.line ?? ''}
      onchange={(event) => form.change('choice.line', event.currentTarget.value || undefined)}
    >
      <option value="">any that suits</option>
      {#each lines as row (row.token)}<option value={row.token}>{row.name}</option>{/each}
    </select></label
  >
  <details class="mt-2.5">
    <summary>Places to consider</summary>
    {#if !answer && off.length}
      <!-- What could be ticked again is told by an answer, and there is none where too much is ruled out. -->
      <button type="button" class="linkish" onclick={() => form.change('choice.off', [])}
        >Consider every place again</button
      >
    {/if}
    {#each answer?.places ?? [] as group (group.title)}
      {@const slugs = group.places.map((place) => place.slug)}
      {@const left = slugs.filter((slug) => !off.includes(slug))}
      <details class="my-0.75 ml-3.25">
        <summary>{group.title} <span class="soft">{left.length} of {slugs.length}</span></summary>
        {@render check(
          'all of them',
          left.length === slugs.length,
          (on) => {
            const others = off.filter((slug) => !slugs.includes(slug));
            form.change('choice.off', on ? others : [...others, ...slugs]);
          },
          left.length > 0 && left.length < slugs.length,
        )}
        {#each group.places as place (place.slug)}
          {@render check(place.title, !off.includes(place.slug), (on) =>
            form.change('choice.off', toggled(off, place.slug, on)),
          )}
        {/each}
      </details>
    {/each}
  </details>
  <details class="mt-2.5">
    <summary>Lines to consider</summary>
    {#each lines as row (row.token)}
      {@render check(row.name, !linesOff.includes(row.token), (on) =>
        form.change('choice.lines_off', toggled(linesOff, row.token, on)),
      )}
    {/each}
  </details>
  <details class="mt-2.5">
    <summary>Prices</summary>
    <p>
      Rough starting figures, in no currency: set your own. Lines are per metre. What you have costs nothing.
    </p>
    {#each answer?.prices ?? [] as row (row.token)}
      <label class="soft flex justify-between gap-2 border-t py-0.5"
        ><span>{row.name}{row.per_m ? ', per m' : ''}</span>
        <input
          class="figures w-18 text-right"
          inputmode="decimal"
          value={choice.prices?.[row.token] ?? row.price}
          onchange={(event) => {
            const typed = event.currentTarget.value.replace(',', '.');
            const price = Number(typed);
            form.change('choice.prices', {
              ...choice.prices,
              [row.token]: typed.trim() === '' || Number.isNaN(price) ? typed : price,
            });
          }}
        /></label
      >
      {#if form.faults[`choice.prices.${row.token}`]}<p class="fault" role="alert">
          {row.name}
          {form.faults[`choice.prices.${row.token}`]}.
        </p>{/if}
    {/each}
  </details>
</aside>

<style>
  h3 {
    font-size: 1.02rem;
    margin-top: 0.6rem;
  }
  .check {
    display: flex;
    gap: 0.5rem;
    padding: 0.18rem 0;
    color: var(--ink-soft);
    align-items: baseline;
  }
</style>
