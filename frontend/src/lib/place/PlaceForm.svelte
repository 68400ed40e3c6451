<script lang="ts">
  import type { AntennasAnswer } from '../api/client';
  import type { Session } from '../station/session.svelte';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import NumberField from '../ui/NumberField.svelte';
  import { KINDS, number, type DrawnAntenna, type Kind, type Place } from './drawing';
  import PlacePicture from './PlacePicture.svelte';

  /** What one has room for: the place with what stands there, where one wants to be heard, what may not be. */
  interface Props {
    session: Session;
    place: Place;
    /** An antenna to show in it. */
    antenna?: DrawnAntenna | undefined;
    prices: AntennasAnswer['prices'];
  }
  let { session, place, antenna, prices }: Props = $props();
  type Towards = NonNullable<Place['towards']>;
  const MOST = 3;
  const GROUNDS: [string, string][] = [
    ['poor', 'sand, rock, town: poor'],
    ['average', 'garden soil, clay: average'],
    ['good', 'wet meadow, marsh: good'],
    ['sea', 'sea water'],
  ];
  const TOWARDS: [string, string][] = [
    ['near', 'near places, by what leaves above 30°'],
    ['far', 'far places, by what leaves below 30°'],
    ['both', 'both'],
  ];
  const length = (key: string, label: string) => ({ key, label, quantity: 'length' as const });
  const supports = $derived(place.supports ?? []);
  const bands = $derived(session.document.bands ?? []);
  const byBand = $derived(place.towards_by_band ?? {});

  function toggle(kind: Kind, wanted: boolean) {
    const off = place.not ?? [];
    session.change('place.not', wanted ? off.filter((name) => name !== kind) : [...off, kind]);
  }
  function towards(band: string, way: string) {
    const others = Object.fromEntries(Object.entries(byBand).filter(([name]) => name !== band));
    session.change('place.towards_by_band', way ? { ...others, [band]: way as Towards } : others);
  }
  function another() {
    const first = { height_m: 9, x_m: number(place.length_m), y_m: number(place.breadth_m) };
    session.change('place.supports', [...supports, first]);
  }
</script>

<div class="place">
  <PlacePicture {place} {antenna} onmove={(next) => session.change('place', next)} />
  <div class="min-w-0">
    <NumberField form={session} place="place.length_m" spec={length('length_m', 'Length of the place')} />
    <NumberField form={session} place="place.breadth_m" spec={length('breadth_m', 'Breadth')} />
    {#each supports as point, n (n)}
      <NumberField
        form={session}
        place="place.supports[{n}].height_m"
        spec={length('height_m', `Height of support ${n + 1}`)}
      />
      <details>
        <summary>Where support {n + 1} stands</summary>
        <NumberField form={session} place="place.supports[{n}].x_m" spec={length('x_m', 'along')} />
        <NumberField form={session} place="place.supports[{n}].y_m" spec={length('y_m', 'across')} />
        <button
          type="button"
          class="linkish"
          onclick={() =>
            session.change(
              'place.supports',
              supports.filter((support) => support !== point),
            )}>Leave this support out</button
        >
      </details>
    {/each}
    {#if supports.length < MOST}
      <button type="button" class="linkish" onclick={another}>Add a support, a tree or a mast</button>
    {/if}
    <details>
      <summary>Where the feed leaves the house</summary>
      <NumberField form={session} place="place.house.x_m" spec={length('x_m', 'along')} />
      <NumberField form={session} place="place.house.y_m" spec={length('y_m', 'across')} />
    </details>
  </div>
  <div class="min-w-0">
    <ChoiceField
      label="Ground"
      value={typeof place.ground === 'string' ? place.ground : 'average'}
      options={GROUNDS}
      onchoose={(value) => session.change('place.ground', value)}
    />
    <ChoiceField
      label="To be heard in"
      value={place.towards ?? 'both'}
      options={TOWARDS}
      onchoose={(value) => session.change('place.towards', value)}
    />
    {#if bands.length}
      <details>
        <summary>Another way on some bands</summary>
        {#each bands as band (band.name)}
          <ChoiceField
            label={band.name}
            value={byBand[band.name] ?? ''}
            options={[['', 'as above'], ...TOWARDS]}
            onchoose={(value) => towards(band.name, value)}
          />
        {/each}
      </details>
    {/if}
    <details>
      <summary>Which antennas may be</summary>
      {#each KINDS as [kind, name] (kind)}
        <label class="check block py-0.5"
          ><input
            type="checkbox"
            checked={!(place.not ?? []).includes(kind)}
            onchange={(event) => toggle(kind, event.currentTarget.checked)}
          />
          {name}</label
        >
      {/each}
    </details>
    {#if prices.length}
      <details>
        <summary>What wire and masts cost</summary>
        {#each prices as row (row.token)}
          <NumberField
            form={session}
            place="choice.prices.{row.token}"
            spec={{
              label: `${row.name}, per m`,
              quantity: 'plain',
              optional: true,
              unset: row.price ?? '',
            }}
          />
        {/each}
      </details>
    {/if}
  </div>
</div>

<style>
  .place {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(17rem, 100%), 1fr));
    gap: 0.6rem 1.8rem;
    align-items: start;
  }
  details {
    border-top: 1px solid var(--hairline);
  }
  summary {
    padding: 0.3rem 0;
    color: var(--ink-soft);
  }
</style>
