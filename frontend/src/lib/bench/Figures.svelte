<script lang="ts">
  import PlainNumber from '../ui/PlainNumber.svelte';
  import type { Job, JobGroup } from '../api/client';
  import type { Bench } from './bench.svelte';

  /** Typed figures of a job, one under the other. */
  interface Props {
    bench: Bench;
    job: Job;
    group: JobGroup;
  }
  let { bench, job, group }: Props = $props();
  const figures = $derived(bench.of(job.job).figures);
</script>

<div class="max-w-100">
  {#each group.fields as { key, label, unit, usual } (key)}
    {@const kept = group.before + key}
    <PlainNumber
      {label}
      {unit}
      value={figures[kept] ?? usual}
      oninput={(text) => bench.figure(job, kept, text)}
    />
  {/each}
</div>
