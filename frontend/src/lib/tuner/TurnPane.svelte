<script lang="ts">
  import { onDestroy, untrack } from 'svelte';
  import { Asking } from '../api/asking.svelte';
  import { api, type HandsOut, type PresetFile } from '../api/client';
  import { digits, middle } from '../figures';
  import SwitchField from '../ui/SwitchField.svelte';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import type { Session } from '../station/session.svelte';
  import { withValue } from '../station/paths';
  import Trouble from '../ui/Trouble.svelte';
  import HandsList from './HandsList.svelte';
  import { dialOf, FORMS, isStepped, knobsOf, toDivision, type KnobTuner } from './knobs';
  import PanelDial from './PanelDial.svelte';
  import PanelMeters from './PanelMeters.svelte';

  /** A stand-in for the tuner: its dials are turned, and meters and strip answer. The station stays as it is. */
  let { session, at, tuner }: { session: Session; at: number; tuner: KnobTuner } = $props();
  const KEEP_TO = 3;
  const knobs = $derived(knobsOf(tuner));
  const half = (knob: string) => {
    const [first = 0, last = 100] = dialOf(tuner, knob).scale ?? [];
    return toDivision(dialOf(tuner, knob), (first + last) / 2);
  };
  let numbers = $state<Record<string, number>>(
    untrack(() => Object.fromEntries(knobs.map((knob) => [knob, half(knob)]))),
  );
  let form = $state(FORMS[0]?.[0] ?? '');
  let hides = $state(false);
  let kept = $state('');
  /** One device, with one set of errors, for each station. */
  const hidden = $derived(hides ? (session.keeper.id % 1000) + 7 : null);
  const hands = new Asking<HandsOut>();
  const mine = () => Object.fromEntries(knobs.map((knob) => [knob, numbers[knob] ?? half(knob)]));

  $effect(() => {
    const dials = mine();
    const practice = { at, dials, hidden, form: isStepped(tuner) ? form : '' };
    untrack(() => session.practise(practice));
  });
  onDestroy(() => session.practise(null));
  $effect(() => {
    // The order of moves is told anew for another frequency or another tuner, not at every turn of a dial.
    const body = { document: session.document, at, mhz: session.mhz };
    if (!isStepped(tuner)) untrack(() => showHands(body));
  });

  function showHands(body: { document: typeof session.document; at: number; mhz: number }) {
    const stand = mine();
    hands.ask(() => api.POST('/api/tuner/hands', { body: { ...body, stand } }));
  }
  const stage = $derived(session.answer?.here?.result.stages[at]);
  const ratio = $derived(middle(stage?.swr_in));
  const matched = $derived(ratio !== null && ratio !== undefined && ratio <= KEEP_TO && !!stage);
  const troubles = $derived(
    Object.entries(session.faults).map(([place, rule]) => (place ? `${place}: ${rule}` : rule)),
  );

  function turn(knob: string, number: number) {
    numbers[knob] = number;
    kept = '';
  }
  function doIt(move: HandsOut['meter']['moves'][number]) {
    const dial = dialOf(tuner, move.knob);
    const [first = 0, last = 100] = dial.scale ?? [];
    turn(move.knob, move.number ?? first + move.share * (last - first));
  }
  function keep() {
    const dials = Object.fromEntries(
      knobs.map((knob) => [knob, toDivision(dialOf(tuner, knob), numbers[knob] ?? 0)]),
    );
    const row: PresetFile = {
      mhz: Number(session.mhz.toFixed(4)),
      dials,
      swr: Math.max(1, Number((ratio ?? 999).toFixed(2))),
      date: new Date().toISOString().slice(0, 10),
      note: hides ? 'practice, dials with errors' : 'practice',
      form: isStepped(tuner) ? form : '',
    };
    session.step(
      withValue(session.document, `chain[${at}].presets`, [...(tuner.presets ?? []), row]),
      'preset kept',
    );
    kept = `Kept: ${row.mhz} MHz, SWR ${row.swr}. It stands in the chart.`;
  }
</script>

<p class="serif my-1.5">
  A stand-in for the tuner: turn the dials, and watch the meters and the strip. The station is left as it is
  written.
</p>
<div class="grid grid-cols-[minmax(0,1fr)_minmax(16rem,24rem)] gap-x-8 gap-y-2.5 max-[900px]:grid-cols-1">
  <div class="min-w-0">
    {#each knobs as knob (knob)}
      <PanelDial
        {knob}
        dial={dialOf(tuner, knob)}
        number={numbers[knob] ?? half(knob)}
        onturn={(number) => turn(knob, number)}
      />
    {/each}
    {#if isStepped(tuner)}
      <ChoiceField label="Form" value={form} options={FORMS} onchoose={(chosen) => (form = chosen)} />
    {/if}
  </div>
  <div class="min-w-0">
    <PanelMeters answer={session.answer} full_w={Number(session.document.transmitter?.power_w) || 100} />
    {#each troubles as trouble, n (n)}<p class="fault" role="alert">{trouble}.</p>{/each}
    {#if session.answer && !session.answer.here}<p>{session.answer.why}</p>{/if}
    <p class="flex flex-wrap items-baseline gap-x-4 gap-y-1.5 py-2.75">
      <button type="button" class="firm" onclick={keep} disabled={!matched}>Keep as a preset</button>
      <span role="status">{kept || (matched ? '' : `A preset is a match: SWR ${KEEP_TO} or lower.`)}</span>
    </p>
    {#if !isStepped(tuner)}
      <SwitchField
        label="The dials hide errors, for practice"
        checked={hides}
        onchange={(on) => (hides = on)}
      />
      {#if hides}
        <p class="soft text-fine">
          What the dials stand for is now this device’s own secret, always the same for this station. Keep six
          matches, and the presets tell it.
        </p>
      {/if}
    {/if}
  </div>
</div>
{#if !isStepped(tuner)}
  <section class="mt-4.75">
    <h3>How to tune it{hands.answer ? ` at ${digits(hands.answer.mhz, 5)} MHz` : ''}</h3>
    <Trouble text={hands.trouble} asking={hands} />
    {#if hands.answer}
      <HandsList hands={hands.answer} onmove={doIt} />
      <p>
        <button
          type="button"
          class="linkish"
          onclick={() => showHands({ document: session.document, at, mhz: session.mhz })}
          >The order from where the dials stand now</button
        >
      </p>
    {/if}
  </section>
{:else}
  <p class="soft text-fine">
    A relay tuner searches by itself: give it a carrier of low power on a clear frequency, and wait until its
    relays rest.
  </p>
{/if}
