<script lang="ts">
  import type { PartModel, StationFile, SweepRow } from '../api/client';
  import type { Sweeps } from './sweeps.svelte';
  import { sameRun } from './joints';

  interface Props {
    sweeps: Sweeps;
    row: SweepRow;
    shown: number;
    chain: PartModel[];
    onantenna: (antenna: StationFile['antenna']) => void;
  }
  let { sweeps, row, shown, chain, onantenna }: Props = $props();
  let news = $state('');
  const otherRun = $derived(!sameRun(row.chain, chain));

  async function adopt() {
    news = '';
    const antenna = await sweeps.asAntenna();
    if (!antenna) return;
    onantenna(antenna);
    news = 'It is the station’s antenna now; the ledger follows.';
  }
</script>

<div class="flex flex-wrap items-baseline gap-x-4.5 gap-y-1.25 py-2">
  <input
    aria-label="Name of the sweep"
    value={row.title}
    maxlength="200"
    onchange={(event) => sweeps.change(row.id, { title: event.currentTarget.value })}
  />
  <input
    class="day figures"
    type="date"
    aria-label="Day it was taken"
    value={row.taken.slice(0, 10)}
    onchange={(event) =>
      event.currentTarget.value && sweeps.change(row.id, { taken: event.currentTarget.value })}
  />
  <button type="button" class="firm" onclick={adopt}>Make it the station’s antenna</button>
  <button
    type="button"
    class="linkish"
    aria-pressed={row.baseline}
    onclick={() => sweeps.change(row.id, { baseline: !row.baseline })}
    >{row.baseline ? 'No longer the baseline' : 'Make it the baseline'}</button
  >
  <button type="button" class="linkish" onclick={() => sweeps.change(row.id, { trim: !row.trim })}
    >{row.trim ? 'Not a trim step' : 'Count it as a trim step'}</button
  >
  <a class="linkish" href="/api/sweeps/{row.id}/file?shown={shown}" download>.s1p</a>
  <a class="linkish" href="/api/sweeps/{row.id}/file?shown={shown}&form=csv" download>CSV</a>
  <button type="button" class="linkish" onclick={() => sweeps.change(row.id, { removed: true })}
    >Take out</button
  >
</div>
{#if news}<p class="text-radiated-ink" role="status">{news}</p>{/if}
{#if otherRun}
  <p class="soft">
    It is moved through the run as it was when it was taken.
    <button type="button" class="linkish" onclick={() => sweeps.change(row.id, { chain: chain })}
      >Take today’s run instead</button
    >
  </p>
{/if}

<style>
  input {
    --tw-ring-color: var(--hairline);
    min-width: 10rem;
    text-overflow: ellipsis;
  }
  .day {
    min-width: 0;
    color: var(--ink-soft);
  }
  input:hover {
    --tw-ring-color: var(--ink-soft);
  }
</style>
