<script lang="ts">
  import ChoiceField from '../inspector/ChoiceField.svelte';
  import type { Session } from '../station/session.svelte';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import Circumstances from './Circumstances.svelte';
  import ExpectedBeside from './ExpectedBeside.svelte';
  import ListOverFrequency from './ListOverFrequency.svelte';
  import { noteAllDown, noteDown } from './log.svelte';
  import { blank, readingOf, readingsOf } from './readings';

  /** What a meter showed: two powers or an SWR, at the frequency that is tuned to, beside what it is to be. */
  interface Props {
    session: Session;
    /** The meter's label, or "radio"; left out, it is asked. */
    at?: string;
    onkept?: () => void;
  }
  let { session, at, onkept }: Props = $props();
  let chosen = $state('radio');
  let typed = $state(blank());
  let list = $state('');
  let said = $state('');
  let trouble = $state('');

  const meters = $derived(
    session.document.chain.flatMap((part) =>
      part.kind === 'meter' ? [[part.label ?? '', part.label || 'meter'] as [string, string]] : [],
    ),
  );
  const where = $derived(at ?? chosen);

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const sent = { ...typed };
    const reading = readingOf(typed, session.mhz, where);
    await noted(noteDown(session.keeper.id, { reading }), `Kept: ${where} at ${reading.mhz} MHz.`, () => {
      // What has been typed since then is another reading.
      for (const key of ['forward', 'reflected', 'swr', 'note'] as const)
        if (typed[key] === sent[key]) typed[key] = '';
    });
  }
  async function keepList() {
    const sent = list;
    const { readings } = readingsOf(list, typed, where);
    const news = `Kept: ${readings.length} readings of ${where}.`;
    await noted(noteAllDown(session.keeper.id, readings), news, () => {
      if (list === sent) list = '';
    });
  }
  /** Once it is noted, or refused; by then the form may be gone, with its properties. */
  async function noted(asked: Promise<string>, news: string, clear: () => void) {
    const [here, tell] = [session, onkept];
    trouble = await asked;
    said = trouble ? '' : news;
    if (trouble) return;
    clear();
    here.noted += 1;
    tell?.();
  }
</script>

<form onsubmit={keep} aria-label="A reading">
  {#if at === undefined}
    <ChoiceField
      label="Meter"
      value={chosen}
      options={[['radio', 'the radio’s own'], ...meters]}
      onchoose={(value) => (chosen = value)}
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
  <ExpectedBeside {session} {typed} at={where} />
  <Circumstances {typed} />
  <p>
    <button type="submit" class="firm">Keep the reading</button>
    <span role="status">{said}</span>
  </p>
  {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
  <ListOverFrequency {session} {typed} at={where} bind:text={list} onkeep={keepList} />
</form>

<style>
  form {
    max-width: 24rem;
  }
  p {
    display: flex;
    flex-wrap: wrap;
    gap: 0.3rem 1rem;
    align-items: baseline;
    padding: 0.35rem 0;
  }
  .fault {
    color: var(--heat-ink);
  }
</style>
