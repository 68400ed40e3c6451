<script lang="ts">
  import { api, type Job, type JobFigure, type PartModel, type StationFile } from '../api/client';
  import { sentenceOf } from '../api/refusals';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import type { Bench } from './bench.svelte';
  import { measuredCell } from './cells';
  import { typedFields, typedNumber } from './readings';

  /** The simulated bench: the same readings, of a part whose truth is hidden until it is asked for. */
  interface Props {
    bench: Bench;
    job: Job;
    analyzer: JobFigure[];
    document: StationFile;
    at: number | null;
  }
  let { bench, job, analyzer, document, at }: Props = $props();
  const entry = $derived(bench.of(job.job));
  const part = $derived<PartModel | undefined>(at === null ? undefined : document.chain[at]);
  let trouble = $state('');

  async function measure() {
    const body = {
      ...(at === null ? {} : { document, at }),
      seed: typedNumber(entry.seed, '1'),
      residual: typedFields(analyzer, bench.analyzer),
    };
    const seed = entry.seed || '1';
    const { data, error } = await api.POST('/api/bench/practice/{job}', {
      params: { path: { job: job.job } },
      body,
    });
    trouble = error ? sentenceOf(error) : '';
    if (!data) return;
    const sweeps = Object.fromEntries(
      Object.entries(data.texts).map(([end, text]) => [end, { name: `simulated ${seed}, ${end}`, text }]),
    );
    const rows = data.rows.map((row) =>
      Object.fromEntries(Object.entries(row).map(([key, value]) => [key, measuredCell(value)])),
    );
    const figures = Object.fromEntries(
      Object.entries(data.figures).map(([key, value]) => [key, String(value)]),
    );
    bench.change(job.job, {
      sweeps,
      ...(rows.length ? { rows } : {}),
      figures: { ...bench.of(job.job).figures, ...figures },
      truth: data.truth,
      told: false,
    });
  }
</script>

<div class="max-w-152">
  <p class="py-1.25">
    {#if !job.kinds.length}
      A stand-in for an analyzer, whose calibration is as stated or, on some days, no longer.
    {:else}
      A stand-in for the instruments, with errors as stated below, and {part
        ? `for “${part.label || part.kind}”`
        : 'for a part'} whose figures are hidden. What it shows is worked out as if it had been measured.
    {/if}
  </p>
  <PlainNumber
    label="Which day"
    value={entry.seed}
    oninput={(text) => bench.change(job.job, { seed: text })}
  />
  <p class="flex items-baseline gap-4.75 py-1.25">
    <button type="button" class="firm" onclick={measure}>Measure</button>
    {#if entry.truth && !entry.told}
      <button type="button" class="linkish" onclick={() => bench.change(job.job, { told: true })}
        >What is the truth?</button
      >
    {/if}
  </p>
  {#if entry.told}<p class="border-l-3 border-l-standing py-1.25 pl-2.75" role="status">
      The truth: {entry.truth}
    </p>{/if}
  <Trouble text={trouble} />
</div>
