<script lang="ts">
  import { untrack } from 'svelte';
  import type { Recognised, StationFile, SweepColumns } from '../api/client';
  import type { Sweeps } from './sweeps.svelte';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import AnalyzerCard from './AnalyzerCard.svelte';
  import ConfirmColumns from './ConfirmColumns.svelte';
  import JointChoice from './JointChoice.svelte';
  import TypedSwr from './TypedSwr.svelte';

  interface Props {
    sweeps: Sweeps;
    station: StationFile;
    mhz: number;
  }
  let { sweeps, station, mhz }: Props = $props();
  const TOO_LARGE = 8_000_000;
  const INSTRUMENT = [
    { key: 'start_mhz', label: 'From', unit: 'MHz' },
    { key: 'stop_mhz', label: 'To', unit: 'MHz' },
    { key: 'points', label: 'Points', unit: '' },
    { key: 'noise', label: 'Noise in Γ', unit: '' },
    { key: 'directivity_db', label: 'Directivity', unit: 'dB' },
    { key: 'drift_db', label: 'Calibration drift', unit: 'dB' },
    { key: 'drift_deg', label: 'and in phase', unit: '°' },
    { key: 'seed', label: 'Seed of the simulated errors', unit: '' },
  ];

  const chain = $derived(station.chain);
  const joint = $derived(Math.min(sweeps.takenAt, chain.length));
  let trim = $state(untrack(() => sweeps.pane === 'trim'));
  let change = $state('');
  let waiting = $state.raw<{ text: string; title: string; found: Recognised } | null>(null);
  let instrument = $state<Record<string, string>>(untrack(() => startingRange()));

  /** The band looked at and some more, with an ordinary instrument. */
  function startingRange(): Record<string, string> {
    const near = (station.bands ?? []).find((band) => mhz >= band.low_mhz && mhz <= band.high_mhz);
    return {
      start_mhz: ((near?.low_mhz ?? mhz) * 0.93).toFixed(2),
      stop_mhz: ((near?.high_mhz ?? mhz) * 1.07).toFixed(2),
      points: '201',
      noise: '0.001',
      directivity_db: '40',
      drift_db: '0',
      drift_deg: '0',
      seed: '1',
    };
  }

  const number = (text: string) => Number(text.replace(',', '.').replace('−', '-'));
  /** What is no number goes to the server as it is, which says so. */
  const asNumber = (text: string) => (text.trim() === '' || Number.isNaN(number(text)) ? text : number(text));
  const changed = () => (trim && change.trim() !== '' ? number(change) / 100 : null);

  async function file(chosen: File | undefined) {
    if (!chosen) return;
    if (chosen.size > TOO_LARGE) {
      sweeps.refused = 'The file was not taken: it is larger than 8 MB.';
      return;
    }
    const text = await chosen.text();
    const title = chosen.name.replace(/\.\w+$/, '');
    const recognised = await sweeps.recognise(text);
    if (recognised?.kind === 'csv') waiting = { text, title, found: recognised };
    else if (recognised) await keep(text, title);
  }

  async function keep(text: string, title: string, columns?: SweepColumns) {
    const taken = await sweeps.bring(
      { text, title, joint, trim, change_m: changed(), ...(columns ? { columns } : {}) },
      chain,
    );
    if (taken) waiting = null;
  }

  async function measure() {
    const { start_mhz = '', stop_mhz = '', ...others } = instrument;
    const figures = Object.fromEntries(
      Object.entries(others)
        .filter(([, text]) => text.trim() !== '')
        .map(([key, text]) => [key, asNumber(text)]),
    );
    const ends = { start_mhz: asNumber(start_mhz), stop_mhz: asNumber(stop_mhz) };
    const text = await sweeps.simulate({ document: station, joint, ...ends, ...figures });
    if (text !== null)
      await keep(
        text,
        `simulated ${String(sweeps.rows.length + 1)}, from ${instrument['start_mhz'] ?? ''} MHz`,
      );
  }
</script>

<section aria-label="Bring in a sweep">
  <h2 class="text-large">Bring in a sweep</h2>
  <p class="soft">
    First say where the instrument was: choose the joint here, or on the strip above. Disconnect the
    transmitter: never transmit into an analyzer, and let static drain off the wire before you connect one.
  </p>
  <AnalyzerCard />
  <p class="flex flex-wrap items-baseline gap-x-5.5 gap-y-1.25 py-2.5">
    <JointChoice label="It was taken" {chain} value={joint} onchoose={(at) => (sweeps.takenAt = at)} />
    <label class="soft"><input type="checkbox" bind:checked={trim} /> a step of trimming</label>
    {#if trim}
      <PlainNumber
        label="done to each side before it, + longer"
        value={change}
        unit="cm"
        oninput={(text) => (change = text)}
      />
    {/if}
  </p>
  <div class="ways grid grid-cols-[repeat(auto-fit,minmax(13rem,1fr))] gap-x-6 gap-y-4">
    <div>
      <h3 class="text-lead">A file</h3>
      <label class="soft"
        >Touchstone (.s1p), or CSV with R and X, SWR or return loss
        <input
          class="mt-1.5 block"
          type="file"
          aria-label="A sweep file"
          accept=".s1p,.csv,.txt,text/plain,text/csv"
          onchange={(event) => file(event.currentTarget.files?.[0])}
        /></label
      >
      {#if waiting}
        {@const now = waiting}
        <ConfirmColumns
          recognised={now.found}
          onconfirm={(columns) => keep(now.text, now.title, columns)}
          oncancel={() => (waiting = null)}
        />
      {/if}
    </div>
    <div>
      <TypedSwr {sweeps} {station} {joint} onkeep={(text) => keep(text, 'SWR by hand')} />
    </div>
    <div>
      <h3 class="text-lead">The simulated analyzer</h3>
      <p class="soft">It measures the station on the strip, with the faults you give it.</p>
      {#each INSTRUMENT as { key, label, unit } (key)}
        <PlainNumber
          {label}
          {unit}
          value={instrument[key] ?? ''}
          oninput={(text) => (instrument[key] = text)}
        />
      {/each}
      <button type="button" class="firm" onclick={measure}>Measure</button>
    </div>
  </div>
</section>

<style>
  .ways > div {
    border-top: 1px solid var(--ink-soft);
    padding-top: 0.4rem;
  }
</style>
