<script lang="ts">
  import { api, type JobWay } from '../api/client';
  import { sentenceOf } from '../api/refusals';
  import { digits } from '../figures';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import type { Bench, Cell, Row } from './bench.svelte';
  import { measuredCell } from './cells';
  import { typedNumber } from './readings';

  /** Sweeps of one band become a row. */
  let { bench, job, way, mhz }: { bench: Bench; job: string; way: JobWay; mhz: number } = $props();
  const needed = $derived((way.table?.needed ?? []).filter((key) => key !== 'mhz'));
  const id = $props.id();
  let typed = $state<string | null>(null);
  let files = $state.raw<Record<string, File>>({});
  let trouble = $state('');
  const frequency = $derived(typed ?? digits(mhz, 5));

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const at = typedNumber(frequency);
    const row: Row = {};
    for (const { end, label } of way.sweeps) {
      const file = files[end];
      if (!file) continue;
      const text = await file.text();
      const { data, error } = await api.POST('/api/bench/read', { body: { text, mhz: at ?? null } });
      if (!data) {
        trouble = `${file.name} (${label}): ${sentenceOf(error)}`;
        return;
      }
      row[end] = measuredCell(data.reading);
      row['mhz'] = { text: String(Number(data.mhz.toFixed(6))) } satisfies Cell;
    }
    trouble = '';
    const { rows: before, truth } = bench.of(job);
    const rows = truth ? [] : before.filter((row) => Object.keys(row).length > 0);
    bench.enter(job, { rows: [...rows, row] });
  }
</script>

<form class="max-w-136" onsubmit={add} aria-label="Sweeps of one band">
  <PlainNumber label="At" unit="MHz" value={frequency} oninput={(text) => (typed = text)} />
  {#each way.sweeps as { end, label } (end)}
    <p>
      <label class="soft min-w-44" for="{id}-{end}">Far end: {label}</label>
      <input
        id="{id}-{end}"
        type="file"
        accept=".s1p,.csv,.txt,text/plain,text/csv"
        onchange={(event) => {
          const file = event.currentTarget.files?.[0];
          if (file) files = { ...files, [end]: file };
        }}
      />
    </p>
  {/each}
  <p>
    <button type="submit" class="firm" disabled={needed.some((end) => !files[end])}
      >Take this frequency</button
    >
  </p>
  <Trouble text={trouble} />
</form>

<style>
  p {
    display: flex;
    flex-wrap: wrap;
    gap: 0.2rem 0.8rem;
    padding: 0.3rem 0;
  }
</style>
