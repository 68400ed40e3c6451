<script lang="ts">
  import type { JobWay } from '../api/client';
  import Trouble from '../ui/Trouble.svelte';
  import type { Bench } from './bench.svelte';

  /** A sweep's file for each thing at the far side. */
  let { bench, job, sweeps: ends }: { bench: Bench; job: string; sweeps: JobWay['sweeps'] } = $props();
  const TOO_LARGE = 8_000_000;
  const id = $props.id();
  let trouble = $state('');
  const sweeps = $derived(bench.of(job).sweeps);

  async function take(end: string, file: File | undefined) {
    if (!file) return;
    const { name, size } = file;
    trouble = size > TOO_LARGE ? `“${name}” was not taken: it is larger than 8 MB.` : '';
    if (trouble) return;
    const text = await file.text();
    bench.enter(job, { sweeps: { ...bench.of(job).sweeps, [end]: { name, text } } });
  }
  function drop(end: string) {
    const left = Object.fromEntries(Object.entries(sweeps).filter(([key]) => key !== end));
    bench.change(job, { sweeps: left });
  }
</script>

<ul>
  {#each ends as { end, label } (end)}
    <li class="flex max-w-152 flex-wrap items-baseline gap-x-3.25 gap-y-0.75 border-t py-1.25">
      <label class="min-w-44" for="{id}-{end}">Far end: {label}</label>
      {#if sweeps[end]}
        <span class="font-semibold wrap-anywhere">{sweeps[end].name}</span>
        <button
          type="button"
          class="linkish"
          aria-label="Take out the sweep, {label}"
          onclick={() => drop(end)}>take out</button
        >
      {/if}
      <input
        id="{id}-{end}"
        type="file"
        accept=".s1p,.csv,.txt,text/plain,text/csv"
        onchange={(event) => take(end, event.currentTarget.files?.[0])}
      />
    </li>
  {/each}
</ul>
<p class="soft py-1.25 text-fine">
  Touchstone (.s1p), or CSV with R and X; of a line SWR or return loss will do.
</p>
<Trouble text={trouble} />
