<script lang="ts">
  import type { StationFile, WhatIfOut } from '../api/client';
  import { valueAt, withValue } from '../station/paths';
  import { placeOn, type Session } from '../station/session.svelte';
  import { addressOf } from '../../routes';
  import Trouble from '../ui/Trouble.svelte';
  import AgainstSweep from './AgainstSweep.svelte';
  import BandCurves from './BandCurves.svelte';
  import { Estimating } from './estimating.svelte';
  import KnownAntenna from './KnownAntenna.svelte';
  import { asPlanned } from './measured';
  import PairMap from './PairMap.svelte';
  import PlanCaution from './PlanCaution.svelte';
  import PlanFields from './PlanFields.svelte';
  import { lengthOf, planned, rowsOf } from './planning';
  import PlanTable from './PlanTable.svelte';
  import ShapePicture from './ShapePicture.svelte';
  import AntennasPanel from '../place/AntennasPanel.svelte';
  import WhatIf from './WhatIf.svelte';
  import Widths from './Widths.svelte';
  import WireLengths from './WireLengths.svelte';

  /** The antenna before it is built: drawn and dragged, what it will be, what else it might be. */
  let { session }: { session: Session } = $props();
  const station = $derived(asPlanned(session.document));
  const base = $derived(session.document.antenna.kind === 'wires' ? 'antenna' : 'plan');
  const antenna = $derived(station.antenna.kind === 'wires' ? station.antenna : null);
  const rows = $derived(rowsOf(station.bands ?? [], session.mhz));
  const names = $derived(rows.map((row) => row.name));
  const length = $derived(antenna ? Number(lengthOf(antenna)) : 0);

  const faulty = $derived(Object.keys(session.faults).length > 0);
  const estimating = new Estimating(() =>
    base === 'antenna' && !faulty ? (session.answer?.planned ?? null) : undefined,
  );
  $effect(() => {
    if (antenna)
      return estimating.ask(
        antenna,
        rows.map((row) => row.edges),
      );
  });

  /** The longest line of the run. */
  const line = $derived(
    Math.max(0, ...station.chain.map((part) => ('length_m' in part ? Number(part.length_m) || 0 : 0))),
  );
  const tunes = $derived(station.chain.some((part) => part.kind === 'tuner'));

  function take(fields: WhatIfOut['changes'][number]['fields']) {
    const next = fields.reduce<StationFile>(
      (document, { place, value }) => withValue(document, `${base}.${place}`, value),
      session.document,
    );
    // A coil is wound by its reactance or by its inductance.
    session.step(next, 'what if');
  }
  function adoptPair(field: string, at: number, wire_m: number, line_m: number) {
    const document = withValue(session.document, `${base}.${field}`, Number(wire_m.toFixed(2)));
    const part = valueAt(document, `chain[${at}]`) as object;
    session.step(
      withValue(document, `chain[${at}]`, { ...part, length_m: Number(line_m.toFixed(2)) }),
      'pair',
    );
  }
</script>

{#if session.document.antenna.kind !== 'wires' && session.document.antenna.kind !== 'unknown'}
  <div class="px-4 py-3.25"><KnownAntenna {session} /></div>
{/if}
<div class="grid grid-cols-[minmax(0,1fr)_19rem] max-[900px]:grid-cols-1">
  {#if antenna}
    <section aria-label="The antenna as it is planned" class="drawn">
      {#if estimating.drawn}
        <div class="beside">
          <div class="min-w-0">
            <ShapePicture
              planned={estimating.drawn}
              {antenna}
              tall={210}
              onmove={(moved) => session.change(base, moved)}
            />
          </div>
          <div class="min-w-0">
            <BandCurves {names} curves={estimating.curves} middles={estimating.middles} />
          </div>
        </div>
      {/if}
      <Trouble
        text={faulty
          ? 'What is marked as wrong must be mended first; what stands here is from before.'
          : estimating.trouble}
        asking={estimating}
      />
      <p class="serif my-2.5">{estimating.sentence}</p>
      <PlanTable {names} results={estimating.middles} whole />
      <p>
        <a class="linkish" href={addressOf(placeOn(session, 'choose'))}
          >Which feedline, and where does the match belong?</a
        >
      </p>
    </section>
    <section aria-label="Its measures" class="measures border-l max-[900px]:border-t max-[900px]:border-l-0">
      <h2 class="text-lead wrap-anywhere">{antenna.label || 'The antenna'}</h2>
      <PlanFields form={session} {antenna} mhz={session.mhz} {base} />
      <PlanCaution />
    </section>
    <div class="more col-span-full">
      {#if session.document.antenna.kind !== 'wires'}
        <section>
          <h3>The estimate against what was measured</h3>
          <AgainstSweep plan={antenna} measured={session.document.antenna} />
          <p>
            <button
              type="button"
              class="linkish"
              onclick={() => session.step({ ...session.document, antenna }, 'estimate')}
              >Work with the estimate again</button
            >
          </p>
        </section>
      {/if}
      <section>
        <h3>What if?</h3>
        <WhatIf {station} ontake={take} />
      </section>
      {#if length > 0}
        <section>
          <h3>Which lengths suit all bands?</h3>
          <WireLengths
            {station}
            length_m={length}
            onadopt={(field, metres) => session.change(`${base}.${field}`, metres)}
          />
        </section>
        {#if tunes && line > 0}
          <section>
            <h3>Length of wire against length of feedline</h3>
            <PairMap
              {station}
              wire_m={length}
              line_m={line}
              onadopt={(pair, wire, run) => adoptPair(pair.field, pair.line_at, wire, run)}
            />
          </section>
        {/if}
      {/if}
      <section>
        <h3>How far one may move before it must be matched anew</h3>
        <Widths {station} />
      </section>
    </div>
  {:else}
    <section class="drawn">
      {#if session.document.antenna.kind === 'unknown'}
        <p class="serif my-2.5">The antenna is not described yet.</p>
      {:else}
        <p>None was planned. A plan beside it shows what it should be.</p>
      {/if}
      {#if session.document.antenna.kind === 'unknown'}
        <AntennasPanel {session} />
        <p>
          Or <button
            type="button"
            class="linkish"
            onclick={() => session.change('antenna', planned('dipole', session.mhz))}
            >plan one of your own, from a dipole on</button
          >
        </p>
      {:else}
        <button
          type="button"
          class="firm"
          onclick={() => session.change('plan', planned('dipole', session.mhz))}>Plan one beside it</button
        >
      {/if}
    </section>
  {/if}
</div>

<style>
  .drawn,
  .measures,
  .more {
    padding: 0.8rem 1rem;
    min-width: 0;
  }
  .more section {
    border-top: 1px solid var(--hairline);
    padding: 0.7rem 0;
  }
  .beside {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(20rem, 100%), 1fr));
    gap: 0 1rem;
  }
</style>
