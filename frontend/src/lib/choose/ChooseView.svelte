<script lang="ts">
  import type { View } from '../../views';
  import { onDestroy } from 'svelte';
  import { Slider } from '@skeletonlabs/skeleton-svelte';
  import Progress from '../ui/Progress.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import { digits } from '../figures';
  import { api } from '../api/client';
  import { offerWorkings } from '../working/workings.svelte';
  import CarriedWorkings from '../working/CarriedWorkings.svelte';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';
  import WorkingDialog from '../working/WorkingDialog.svelte';
  import type { ChooseAnswer } from '../api/client';
  import type { Session } from '../station/session.svelte';
  import Segments from '../ui/Segments.svelte';
  import AntennasPanel from '../place/AntennasPanel.svelte';
  import BesideStrip from './BesideStrip.svelte';
  import ChoiceMatrix from './ChoiceMatrix.svelte';
  import ChoiceWishes from './ChoiceWishes.svelte';
  import CandidateFigures from './CandidateFigures.svelte';
  import { Choosing } from './choosing.svelte';
  import CostPicture from './CostPicture.svelte';
  import LengthsPanel from './LengthsPanel.svelte';
  import LossMap from './LossMap.svelte';

  let { session, onview }: { session: Session; onview: (view: View) => void } = $props();
  const choosing = new Choosing();
  onDestroy(() => choosing.cancel());
  const answer = $derived(choosing.answer);
  const chosen = $derived(choosing.chosen?.id ?? '');
  const stands = $derived(answer?.candidates.some((candidate) => candidate.id === 'present') ?? false);
  const SCHOOLS: [ChooseAnswer['school'], string][] = [
    ['worlds', 'what stands in most cases'],
    ['as-typed', 'the cheapest, all as typed'],
  ];
  /** Where each thing is measured. */
  const LEADS = { antenna: 'sweep', ground: 'antenna', line: 'bench', coil: 'bench' } as const;
  /** Where it is measured; what stands now is remembered, so that the decision can say what that changed. */
  function setOut(measurement: ChooseAnswer['measure_first'][number]) {
    const decided = choosing.decision;
    if (decided)
      session.change('choice.finding', {
        what: measurement.id,
        known: measurement.known,
        decision: decided.id,
        name: decided.name,
        right_in: decided.right_in ?? undefined,
      });
    if (measurement.id === 'antenna') session.sweeps.bringFrom(session.document.chain.length);
    onview(LEADS[measurement.id]);
  }
  /** What the other school decides. */
  const otherwise = $derived.by(() => {
    if (!answer) return '';
    const other = answer.school === 'worlds' ? answer.as_typed : answer.by_worlds;
    if (other === answer.decision) return 'the same.';
    const named = answer.candidates.find((candidate) => candidate.id === other);
    return named ? `${named.name}${named.cost === null ? '' : `, for ${digits(named.cost)}`}.` : '';
  });
  const within = $derived(Number(session.document.choice?.within_db ?? 1));
  const faulty = $derived(Object.keys(session.faults).length > 0);

  const workings = offerWorkings((figure) =>
    api.POST('/api/choose/working', {
      body: {
        document: session.document,
        id: figure.startsWith('points[') ? (choosing.map?.id ?? '') : chosen,
        figure,
      },
    }),
  );

  $effect(() => {
    if (!faulty) void choosing.ask(session.document);
  });

  function select(id: string, band: number | null) {
    const bands = session.answer?.rail ?? [];
    const name = band === null ? undefined : answer?.bands[band];
    const known = bands.find((row) => row.name === name);
    if (known && known.mhz !== session.mhz) session.tuneTo(known.mhz);
    choosing.select(id, session.document, known?.mhz ?? session.mhz);
  }

  // Another band on the rail: the same candidate there.
  let lookedAt = 0;
  $effect(() => {
    const { mhz } = session;
    if (choosing.look && choosing.selected && lookedAt !== mhz)
      choosing.select(choosing.selected, session.document, mhz);
    lookedAt = mhz;
  });
</script>

<div class="grid grid-cols-[minmax(0,1fr)_17rem] max-[900px]:grid-cols-1">
  <section aria-label="Choose" class="min-w-0 px-5.5 pt-3.5 pb-8">
    {#if choosing.trouble}
      {#if !answer}<p class="serif max-w-208 text-large leading-snug">
          Where does the match belong, and which feedline is worth its price? That is told here as soon as the
          antenna and the length of the run are known.
        </p>{/if}
      <p class="fault" role="alert">{choosing.trouble}</p>
    {/if}
    {#if faulty}<p class="fault">
        What is marked as wrong must be mended first; the answer is from before.
      </p>{/if}
    {#if choosing.progress}
      <Progress label="Computing candidates" {...choosing.progress} />
    {/if}
    {#if answer}
      <p class="serif max-w-208 text-large leading-snug" data-testid="choice">{answer.sentence}</p>
      {#if answer.found_out}
        <p class="mt-1.5 max-w-224" data-testid="found-out">
          {answer.found_out}
          <button type="button" class="linkish" onclick={() => session.change('choice.finding', undefined)}
            >Noted</button
          >
        </p>
      {/if}
      <p class="mt-1.5 max-w-224" data-testid="sure">{answer.sure.sentence}</p>
      <p class="mt-1.5 max-w-224" data-testid="finding-out">
        {answer.finding_out}
        {#each answer.measure_first as measurement (measurement.id)}
          <button type="button" class="linkish" onclick={() => setOut(measurement)}
            >measure {measurement.text}</button
          >
        {/each}
      </p>
      {#each [answer.shortcomings, answer.not_worth, answer.prices_note].filter(Boolean) as text, i (i)}
        <p class="soft">{text}</p>
      {/each}
      {#if answer.left_out.length}
        <p class="soft">
          Left out, for want of antenna data from edge to edge: {answer.left_out.join(', ')}.
        </p>
      {/if}
      <div class="mt-3.25 flex flex-wrap items-center gap-x-4 gap-y-0.75">
        <Segments
          label="How it is decided"
          value={answer.school}
          options={SCHOOLS}
          onchoose={(school) => session.change('choice.school', school)}
        />
        <span class="soft">
          {answer.school === 'worlds' ? 'Cheapest as typed' : 'Stands in most cases'}: {otherwise}
        </span>
      </div>
      <div class="my-3.25 grid grid-cols-[auto_minmax(6rem,16rem)_auto] items-center gap-4">
        <span>Near enough: within</span>
        <Slider
          value={[within]}
          min={0}
          max={6}
          step={0.1}
          aria-label={['dB behind the best that are near enough']}
          onValueChange={(change) =>
            session.change('choice.within_db', Number((change.value[0] ?? 1).toFixed(1)))}
        >
          <Slider.Control>
            <Slider.Track><Slider.Range /></Slider.Track>
            <Slider.Thumb index={0}><Slider.HiddenInput /></Slider.Thumb>
          </Slider.Control>
        </Slider>
        <span class="figures">{digits(within, 2)} dB of the best</span>
      </div>
      <div
        class="mt-1.5 mb-4 grid grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)] gap-7.25 max-[1100px]:grid-cols-1"
      >
        {#if choosing.map}
          <div>
            <h3 class="text-lead">Where each band falls on the map</h3>
            <p class="soft">{choosing.map.sentence}</p>
            <LossMap map={choosing.map} present={choosing.presentMap} />
          </div>
        {/if}
        <div>
          <h3 class="text-lead">What money buys</h3>
          <CostPicture {answer} {chosen} onselect={(id) => select(id, null)} />
          {#each choosing.evens as even, n (n)}
            <CarriedWorkings carried={even.workings}>
              <p class="soft" use:roving>
                {even.sentence}
                {#if even.workings['wins_from_m']}<Fig
                    lone
                    at="wins_from_m"
                    name="length from which it wins"
                    text="{digits(even.wins_from_m)} m"
                  />{/if}
              </p>
            </CarriedWorkings>
          {/each}
        </div>
      </div>
      <Trouble text={choosing.looking.trouble} asking={choosing.looking} />
      {#if choosing.look && choosing.chosen}
        <BesideStrip
          station={session.document}
          mhz={session.mhz}
          onadopt={(document) => {
            session.step(document, 'adopt');
            session.selected = 'transmitter';
          }}
          candidate={choosing.chosen}
          look={choosing.look}
          {stands}
          onclose={() => choosing.close()}
        />
        <CandidateFigures candidate={choosing.chosen} bands={answer.bands} />
      {/if}
      <ChoiceMatrix {answer} {chosen} onselect={select} />
      <LengthsPanel station={session.document} {choosing} run={answer.run_m} />
      <p class="cautions">
        Climbing, masts, mains at a mast and lightning protection: to local codes, by who is qualified. Keep
        open line clear of people and pets. RF exposure is not computed here.
      </p>
    {:else if !choosing.trouble}<p class="soft">Computing …</p>{/if}
    <AntennasPanel {session} />
  </section>
  <ChoiceWishes form={session} choice={session.document.choice ?? {}} {answer} />
  <WorkingDialog {workings} />
</div>

<style>
  .soft,
  .cautions {
    color: var(--ink-soft);
    margin-top: 0.25rem;
    max-width: 56rem;
  }
  .cautions {
    margin-top: 1rem;
    font-size: 13.5px;
  }
</style>
