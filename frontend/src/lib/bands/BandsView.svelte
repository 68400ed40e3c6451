<script lang="ts">
  import { Asking } from '../api/asking.svelte';
  import { api, type StationFile } from '../api/client';
  import NumberField from '../ui/NumberField.svelte';
  import type { Form } from '../ui/form';
  import Trouble from '../ui/Trouble.svelte';

  let { form, bands }: { form: Form; bands: Band[] } = $props();

  type Band = NonNullable<StationFile['bands']>[number];
  const regions = new Asking<{ region: number; bands: Band[] }[]>();
  const REGION_NAMES: Record<number, string> = {
    1: 'Europe, Africa, Middle East',
    2: 'the Americas',
    3: 'Asia, Oceania',
  };

  const load = () => regions.ask(() => api.GET('/api/bands'));
  load();

  const numbers = [
    { key: 'low_mhz', label: 'from', quantity: 'frequency' as const },
    { key: 'high_mhz', label: 'to', quantity: 'frequency' as const },
    { key: 'weight', label: 'use', quantity: 'plain' as const },
  ];

  function add() {
    const last = bands.at(-1)?.high_mhz ?? 7;
    form.change('bands', [
      ...bands,
      { name: 'own band', low_mhz: last + 1, high_mhz: last + 1.1, weight: 1 },
    ]);
  }
</script>

<section class="max-w-248 px-5.5 pt-4 pb-8" aria-label="Bands in use">
  <h2>The bands you use, and how much</h2>
  <p class="soft mt-1.25 mb-3.25 max-w-176">
    Start from a region’s amateur allocations and change what differs where you are. “Use” says how much a
    band counts against the others. Transmit only within your licence.
  </p>
  <Trouble text={regions.trouble} asking={regions} onretry={load} />
  <div class="mb-3.25 flex flex-wrap gap-4.75">
    {#each regions.answer ?? [] as region (region.region)}
      <button class="linkish" type="button" onclick={() => form.change('bands', region.bands)}
        >Region {region.region}: {REGION_NAMES[region.region]}</button
      >
    {/each}
  </div>
  <NumberField
    {form}
    place="comfort_swr"
    spec={{ label: 'The SWR you are comfortable with', quantity: 'swr' }}
  />
  <ol class="my-3.25">
    {#each bands as band, n (n)}
      <li
        class="grid grid-cols-[6rem_repeat(3,minmax(9rem,1fr))_auto] items-center gap-x-4.75 gap-y-0 border-t max-[900px]:grid-cols-[1fr] max-[900px]:px-0 max-[900px]:py-2"
      >
        <label class="visually-hidden" for="band-{n}">Name of band {n + 1}</label>
        <input
          id="band-{n}"
          value={band.name}
          oninput={(event) => form.change(`bands[${n}].name`, event.currentTarget.value)}
        />
        {#each numbers as spec (spec.key)}
          <NumberField {form} place="bands[{n}].{spec.key}" {spec} />
        {/each}
        <button
          class="linkish"
          type="button"
          aria-label="Remove {band.name}"
          onclick={() =>
            form.change(
              'bands',
              bands.filter((_, other) => other !== n),
            )}>Remove</button
        >
      </li>
    {/each}
  </ol>
  <button class="linkish" type="button" onclick={add}>Add a band</button>
</section>

<style>
  li :global(.field) {
    border-top: none;
  }
</style>
