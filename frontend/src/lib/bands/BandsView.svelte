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

<section aria-label="Bands in use">
  <h2>The bands you use, and how much</h2>
  <p>
    Start from a region’s amateur allocations and change what differs where you are. “Use” says how much a
    band counts against the others. Transmit only within your licence.
  </p>
  <Trouble text={regions.trouble} asking={regions} onretry={load} />
  <div class="regions">
    {#each regions.answer ?? [] as region (region.region)}
      <button type="button" onclick={() => form.change('bands', region.bands)}
        >Region {region.region}: {REGION_NAMES[region.region]}</button
      >
    {/each}
  </div>
  <NumberField
    {form}
    place="comfort_swr"
    spec={{ label: 'The SWR you are comfortable with', quantity: 'swr' }}
  />
  <ol>
    {#each bands as band, n (n)}
      <li>
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
  <button type="button" onclick={add}>Add a band</button>
</section>

<style>
  section {
    padding: 1rem 1.4rem 2rem;
    max-width: 62rem;
  }
  p {
    color: var(--ink-soft);
    max-width: 44rem;
    margin: 0.3rem 0 0.8rem;
  }
  .regions {
    display: flex;
    flex-wrap: wrap;
    gap: 1.2rem;
    margin-bottom: 0.8rem;
  }
  button {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  li {
    display: grid;
    grid-template-columns: 6rem repeat(3, minmax(9rem, 1fr)) auto;
    gap: 0 1.2rem;
    align-items: center;
    border-top: 1px solid var(--hairline);
  }
  li :global(.field) {
    border-top: none;
  }
  ol {
    margin: 0.8rem 0;
  }
  @media (max-width: 900px) {
    li {
      grid-template-columns: 1fr;
      padding: 0.5rem 0;
    }
  }
</style>
