<script lang="ts">
  import type { BenchCheck } from '../api/client';
  import { decibels, span, swr } from '../figures';
  import Scroller from '../ui/Scroller.svelte';
  import type { Bench } from './bench.svelte';
  import Curves from '../charts/Curves.svelte';

  let { answer, bench }: { answer: BenchCheck; bench: Bench } = $props();
  const x = $derived(answer.errors.map(([mhz]) => mhz ?? 0));
  const taken = $derived(
    Object.entries(answer.residual).every(([key, value]) => Number(bench.analyzer[key]) === rounded(value)),
  );
  const rounded = (value: number) => Number(value.toPrecision(4));

  function take() {
    bench.setAnalyzer(
      Object.fromEntries(
        Object.entries(answer.residual).map(([key, value]) => [key, String(rounded(value))]),
      ),
    );
  }
</script>

<Curves
  label="Directivity and source match left, over frequency"
  foot="MHz"
  side="dB"
  curves={[
    {
      name: 'directivity',
      x,
      y: answer.errors.map(([, db]) => db ?? null),
      colour: 'var(--standing-ink)',
    },
    {
      name: 'source match',
      x,
      y: answer.errors.map(([, , db]) => db ?? null),
      colour: 'var(--conducted-ink)',
      dashes: '5 3',
    },
  ]}
/>
<Scroller label="What an SWR would be shown as">
  <table class="plain figures">
    <thead><tr><th scope="col">SWR</th><th scope="col">shown as</th></tr></thead>
    <tbody>
      {#each answer.shown_as as [ratio, low, high] (ratio)}
        <tr><th scope="row">{swr(ratio ?? null)}</th><td>{span(swr(low ?? null), swr(high ?? null))}</td></tr>
      {/each}
    </tbody>
  </table>
</Scroller>
<p class="flex flex-wrap items-baseline gap-x-4 gap-y-1.25 py-2">
  <button type="button" class="firm" disabled={taken} onclick={take}
    >Use these errors in the other jobs</button
  >
  <span role="status"
    >{taken
      ? `The other jobs take ${decibels(answer.directivity_db)} dB and ${decibels(answer.tracking_db)} dB now.`
      : ''}</span
  >
</p>
