<script lang="ts">
  import type { StationFile } from '../api/client';
  import Segments from '../ui/Segments.svelte';
  import type { Bench, Way } from './bench.svelte';
  import Figures from './Figures.svelte';
  import { BY_METER, BY_VOLTS, METER, TABLES, WATTS, type Field, type Job } from './jobs';
  import Practice from './Practice.svelte';
  import SweepFiles from './SweepFiles.svelte';
  import TunerFiles from './TunerFiles.svelte';
  import TypedRows from './TypedRows.svelte';

  /** How the readings come in: by hand, by file, or from the simulated bench. */
  interface Props {
    bench: Bench;
    job: Job;
    document: StationFile;
    at: number | null;
    mhz: number;
    backs: Record<string, number | null>[];
  }
  let { bench, job, document, at, mhz, backs }: Props = $props();
  const entry = $derived(bench.of(job));
  const ALL: [Way, string][] = [
    ['hand', 'By hand'],
    ['file', 'By file'],
    ['practice', 'Simulated bench'],
  ];
  const ways = $derived(ALL.filter(([way]) => way !== 'file' || !(job === 'watts' || job === 'meter')));
  const way = $derived(ways.some(([one]) => one === entry.way) ? entry.way : (ways[0]?.[0] ?? 'file'));
  const table = $derived(TABLES[job]);
  const by = $derived(entry.figures['by'] ?? '');
  const LENGTH: [string, string][] = [
    ['length', 'I know its length'],
    ['velocity', 'I know its velocity factor'],
  ];
  const POWER: [string, string][] = [
    ['volts', 'A peak voltage'],
    ['meter', 'A better meter'],
  ];
</script>

<Segments
  label="How the readings come in"
  value={way}
  options={ways}
  onchoose={(chosen) => bench.change(job, { way: chosen })}
/>
{#if way === 'practice'}
  <Practice {bench} {job} {document} {at} />
{:else if way === 'file' && job === 'tuner'}
  <TunerFiles {bench} {mhz} />
{:else if way === 'file' && job !== 'watts' && job !== 'meter'}
  <SweepFiles {bench} {job} />
{/if}

{#if job === 'watts'}
  <div class="sides">
    <div>
      <h3>Before the part</h3>
      <Figures {bench} {job} fields={WATTS} before="before." />
    </div>
    <div>
      <h3>Behind it</h3>
      <Figures {bench} {job} fields={WATTS} before="behind." />
    </div>
  </div>
  <label class="check"
    ><input
      type="checkbox"
      checked={entry.figures['same'] === 'yes'}
      onchange={(event) => bench.figure(job, 'same', event.currentTarget.checked ? 'yes' : '')}
    /> one meter, carried from side to side</label
  >
{:else if job === 'meter'}
  <Figures {bench} {job} fields={METER} />
  <Segments
    label="What tells the power"
    value={by === 'meter' ? 'meter' : 'volts'}
    options={POWER}
    onchoose={(chosen) => bench.figure(job, 'by', chosen)}
  />
  <Figures
    {bench}
    {job}
    fields={by === 'meter' ? BY_METER : BY_VOLTS}
    before={by === 'meter' ? 'better.' : ''}
  />
{:else if table && (job === 'tuner' || way === 'hand')}
  <TypedRows {bench} {job} {backs} columns={table.columns} caption={table.caption} />
{/if}
{#if job === 'line'}
  <Segments
    label="Length or velocity factor"
    value={by === 'velocity' ? 'velocity' : 'length'}
    options={LENGTH}
    onchoose={(chosen) => bench.figure(job, 'by', chosen)}
  />
  <Figures
    {bench}
    {job}
    fields={by === 'velocity'
      ? [['velocity_factor', 'Velocity factor', '', '']]
      : [['length_m', 'Length measured', 'm', '']]}
  />
{:else if job === 'fault'}
  <Figures
    {bench}
    {job}
    fields={[
      ['velocity_factor', 'Velocity factor, if not that of the run', '', ''],
      ...(way === 'hand' ? [['read_khz', 'Each dip read to', 'kHz', '50'] as Field] : []),
    ]}
  />
{:else if job === 'part'}
  <Figures
    {bench}
    {job}
    fields={[
      way === 'hand'
        ? ['error_db', 'Loss through both known to', 'dB', '0.05']
        : ['resistor_ohm', 'Resistor at the far side', 'Ω', '50'],
      ['most_db', 'Usable up to a loss of', 'dB', '0.5'],
      ['most_swr', 'and an SWR of', '', '1.5'],
    ]}
  />
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
  .check {
    display: block;
    padding: 0.4rem 0;
  }
</style>
