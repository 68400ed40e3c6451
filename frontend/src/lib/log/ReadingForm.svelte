<script lang="ts">
  import { untrack } from 'svelte';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import type { Session } from '../station/session.svelte';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import Circumstances from './Circumstances.svelte';
  import ExpectedBeside from './ExpectedBeside.svelte';
  import ListOverFrequency from './ListOverFrequency.svelte';
  import { Sending, typedForm } from '../station/typed.svelte';
  import { noteAllDown, noteDown } from './log.svelte';
  import { blank, readingOf, readingsOf } from './readings';

  /** What a meter showed: two powers or an SWR, at the frequency that is tuned to, beside what it is to be. */
  interface Props {
    session: Session;
    /** The meter's label, or "radio"; left out, it is asked. */
    at?: string;
    /** A reading that is to be typed next: where, with the tuner how, into what. */
    wanted?: { at: string; tuner: 'auto' | 'bypass'; load: 'antenna' | 'dummy' } | null;
    onkept?: () => void;
  }
  let { session, at, wanted = null, onkept }: Props = $props();
  const forms = untrack(() => {
    const [station, of] = [session.keeper.id, `reading/${at ?? 'log'}`];
    return {
      form: typedForm(station, of, () => ({ chosen: 'radio', list: '' })),
      typed: typedForm(station, `${of}/figures`, blank),
      sending: new Sending(station, of),
      sendingList: new Sending(station, `${of}/list`),
    };
  });
  const { form, typed, sending, sendingList } = forms;
  let said = $state('');
  let trouble = $state('');

  const meters = $derived(
    session.document.chain.flatMap((part) =>
      part.kind === 'meter' ? [[part.label ?? '', part.label || 'meter'] as [string, string]] : [],
    ),
  );
  const where = $derived(at ?? form.chosen);
  let element = $state<HTMLFormElement>();
  $effect(() => {
    if (!wanted) return;
    form.chosen = wanted.at;
    typed.tuner = wanted.tuner;
    typed.load = wanted.load;
    element?.querySelector('input')?.focus();
  });

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const sent = { ...typed };
    const [station, reading] = [session.keeper.id, readingOf(typed, session.mhz, where)];
    const noting = sending.send(reading, (key) => noteDown(station, { reading }, key));
    await noted(noting, `Kept: ${where} at ${reading.mhz} MHz.`, () => {
      // What has been typed since then is another reading.
      for (const key of ['forward', 'reflected', 'swr', 'note'] as const)
        if (typed[key] === sent[key]) typed[key] = '';
    });
  }
  async function keepList() {
    const sent = form.list;
    const station = session.keeper.id;
    const { readings } = readingsOf(form.list, typed, where);
    const noting = sendingList.send(readings, (key) => noteAllDown(station, readings, key));
    await noted(noting, `Kept: ${readings.length} readings of ${where}.`, () => {
      if (form.list === sent) form.list = '';
    });
  }
  /** Once it is noted, or refused; by then the form may be gone, with its properties. */
  async function noted(noting: Promise<string | null>, news: string, clear: () => void) {
    const [ofSession, tell] = [session, onkept];
    const wrong = await noting;
    if (wrong === null) return; // it is on its way already
    trouble = wrong;
    said = trouble ? '' : news;
    if (trouble) return;
    clear();
    ofSession.noted += 1;
    tell?.();
  }
</script>

<form class="max-w-96" bind:this={element} onsubmit={keep} aria-label="A reading">
  {#if at === undefined}
    <ChoiceField
      label="Meter"
      value={form.chosen}
      options={[['radio', 'the radio’s own'], ...meters]}
      onchoose={(value) => (form.chosen = value)}
    />
  {/if}
  {#if where !== 'radio'}
    <PlainNumber label="Forward" unit="W" value={typed.forward} oninput={(text) => (typed.forward = text)} />
    <PlainNumber
      label="Reflected"
      unit="W"
      value={typed.reflected}
      oninput={(text) => (typed.reflected = text)}
    />
  {/if}
  <PlainNumber
    swr
    label={where === 'radio' ? 'SWR' : 'or SWR'}
    value={typed.swr}
    oninput={(text) => (typed.swr = text)}
  />
  <PlainNumber
    label="Power set, if known"
    unit="W"
    value={typed.power ?? ''}
    oninput={(text) => (typed.power = text)}
  />
  <ExpectedBeside {session} {typed} at={where} />
  <Circumstances bind:typed={forms.typed} />
  <p>
    <button type="submit" class="firm" disabled={sending.busy}>Keep the reading</button>
    <span role="status">{said}</span>
  </p>
  {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
  <ListOverFrequency
    {session}
    {typed}
    at={where}
    bind:text={form.list}
    busy={sendingList.busy}
    onkeep={keepList}
  />
</form>

<style>
  p {
    display: flex;
    flex-wrap: wrap;
    gap: 0.3rem 1rem;
    align-items: baseline;
    padding: 0.35rem 0;
  }
</style>
