<script lang="ts">
  import type { Job, JobFigure, StationFile } from '../api/client';
  import Segments from '../ui/Segments.svelte';
  import type { Bench, Way } from './bench.svelte';
  import BandFiles from './BandFiles.svelte';
  import Figures from './Figures.svelte';
  import Practice from './Practice.svelte';
  import { optionOf, wayOf } from './readings';
  import SweepFiles from './SweepFiles.svelte';
  import TypedRows from './TypedRows.svelte';

  /** How the readings come in: by hand, by file, or from the simulated bench. */
  interface Props {
    bench: Bench;
    job: Job;
    analyzer: JobFigure[];
    document: StationFile;
    at: number | null;
    mhz: number;
    backs: Record<string, number | null>[];
  }
  let { bench, job, analyzer, document, at, mhz, backs }: Props = $props();
  const entry = $derived(bench.of(job.job));
  const ALL: [Way, string][] = [
    ['hand', 'By hand'],
    ['file', 'By file'],
    ['practice', 'Simulated bench'],
  ];
  const ways = $derived(ALL.filter(([key]) => key === 'practice' || job.ways.some(({ way }) => way === key)));
  const chosen = $derived(ways.some(([key]) => key === entry.way) ? entry.way : 'hand');
  const way = $derived(wayOf(job, entry));
  const option = $derived(optionOf(job, entry));
  const titled = $derived(way?.groups.some(({ title }) => title));
</script>

<Segments
  label="How the readings come in"
  value={chosen}
  options={ways}
  onchoose={(chosenWay) => bench.change(job.job, { way: chosenWay })}
/>
{#if chosen === 'practice'}
  <Practice {bench} {job} {analyzer} {document} {at} />
{:else if way?.sweeps.length && way.table}
  <BandFiles {bench} job={job.job} {way} {mhz} />
{:else if way?.sweeps.length}
  <SweepFiles {bench} job={job.job} sweeps={way.sweeps} />
{/if}

{#if way?.table}
  <TypedRows {bench} job={job.job} {backs} table={way.table} />
{/if}
{#if way?.groups.length}
  <div class:sides={titled}>
    {#each way.groups as group (group.before)}
      <div>
        {#if group.title}<h3>{group.title}</h3>{/if}
        <Figures {bench} {job} {group} />
      </div>
    {/each}
  </div>
{/if}
{#if job.choice}
  {@const { key, label, options } = job.choice}
  <Segments
    {label}
    value={option?.value ?? ''}
    options={options.map((option): [string, string] => [option.value, option.label])}
    onchoose={(value) => bench.figure(job, key, value)}
  />
  {#if option}<Figures {bench} {job} group={option.group} />{/if}
{/if}
{#if job.flag}
  {@const { figure, label } = job.flag}
  <label class="check block py-1.5"
    ><input
      type="checkbox"
      checked={entry.figures[figure] === 'yes'}
      onchange={(event) => bench.figure(job, figure, event.currentTarget.checked ? 'yes' : '')}
    />
    {label}</label
  >
{/if}

<style>
  .sides {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem 3rem;
  }
  .sides > div {
    min-width: 17rem;
  }
</style>
