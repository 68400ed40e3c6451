<script lang="ts">
  import PlainNumber from '../ui/PlainNumber.svelte';
  import type { Bench } from './bench.svelte';
  import type { Field, Job } from './jobs';

  /** Typed figures of a job, one under the other. */
  interface Props {
    bench: Bench;
    job: Job;
    fields: Field[];
    /** What stands before each key. */
    before?: string;
  }
  let { bench, job, fields, before = '' }: Props = $props();
  const figures = $derived(bench.of(job).figures);
</script>

<div class="fields">
  {#each fields as [key, label, unit, usual] (key)}
    <PlainNumber
      {label}
      {unit}
      value={figures[before + key] ?? usual}
      oninput={(text) => bench.figure(job, before + key, text)}
    />
  {/each}
</div>

<style>
  .fields {
    max-width: 25rem;
  }
</style>
