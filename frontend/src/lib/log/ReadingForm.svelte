<script lang="ts">
  import type { ReadingFile } from '../api/client';
  import ChoiceField from '../inspector/ChoiceField.svelte';
  import type { Session } from '../station/session.svelte';
  import { parseTyped } from '../station/units';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import { noteDown } from './log.svelte';

  /** What a meter showed: two powers or an SWR, the frequency as it is tuned to, and the circumstances folded. */
  interface Props {
    session: Session;
    /** The meter's label, or "radio"; left out, it is asked. */
    at?: string;
    onkept: () => void;
  }
  let { session, at, onkept }: Props = $props();
  const id = $props.id();
  const today = () => new Date().toISOString().slice(0, 10);
  let chosen = $state('radio');
  let typed = $state({ forward: '', reflected: '', swr: '', date: today(), note: '' });
  let tuner = $state<'auto' | 'bypass'>('auto');
  let mode = $state<'' | 'average' | 'peak'>('');
  let emission = $state<'' | 'carrier' | 'speech'>('');
  let said = $state('');
  let trouble = $state('');

  const meters = $derived(
    session.document.chain.flatMap((part) =>
      part.kind === 'meter' ? [[part.label ?? '', part.label || 'meter'] as [string, string]] : [],
    ),
  );
  const power = (text: string) => (text.trim() ? parseTyped(text, 'power', 'metric') : undefined);

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const reading = {
      mhz: Number(session.mhz.toFixed(6)),
      at: at ?? chosen,
      forward_w: power(typed.forward),
      reflected_w: power(typed.reflected),
      swr: typed.swr.trim() ? parseTyped(typed.swr, 'swr', 'metric') : undefined,
      tuner,
      ...(mode ? { mode } : {}),
      ...(emission ? { emission } : {}),
      date: typed.date,
      note: typed.note,
    } as ReadingFile;
    const sent = { ...typed };
    trouble = await noteDown(session.keeper.id, { reading });
    said = trouble ? '' : `Kept: ${at ?? chosen} at ${reading.mhz} MHz.`;
    if (trouble) return;
    // What has been typed since then is another reading.
    for (const key of ['forward', 'reflected', 'swr', 'note'] as const)
      if (typed[key] === sent[key]) typed[key] = '';
    onkept();
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
  {#if (at ?? chosen) !== 'radio'}
    <PlainNumber label="Forward" unit="W" value={typed.forward} oninput={(text) => (typed.forward = text)} />
    <PlainNumber
      label="Reflected"
      unit="W"
      value={typed.reflected}
      oninput={(text) => (typed.reflected = text)}
    />
  {/if}
  <PlainNumber swr label="or SWR" value={typed.swr} oninput={(text) => (typed.swr = text)} />
  <details>
    <summary>When and how</summary>
    <ChoiceField
      label="Tuner"
      value={tuner}
      options={[
        ['auto', 'in use, matched'],
        ['bypass', 'bypassed'],
      ]}
      onchoose={(value) => (tuner = value as typeof tuner)}
    />
    <ChoiceField
      label="Sent"
      value={emission}
      options={[
        ['', 'as the transmitter says'],
        ['carrier', 'a steady carrier'],
        ['speech', 'speech'],
      ]}
      onchoose={(value) => (emission = value as typeof emission)}
    />
    <ChoiceField
      label="Shows"
      value={mode}
      options={[
        ['', 'as the meter says'],
        ['average', 'the average'],
        ['peak', 'the peak'],
      ]}
      onchoose={(value) => (mode = value as typeof mode)}
    />
    <div class="line">
      <label for="{id}-date">Date</label><input id="{id}-date" bind:value={typed.date} />
    </div>
    <div class="line">
      <label for="{id}-note">Weather, note</label><input id="{id}-note" bind:value={typed.note} />
    </div>
  </details>
  <p>
    <button type="submit" class="firm">Keep the reading</button>
    <span role="status">{said}</span>
  </p>
  {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
  <p class="hint">
    A steady carrier of low power, a clear frequency, a few seconds. An SWR may be typed as “18 dB RL”, “|Γ|
    .2” or “4 %” as well.
  </p>
</form>

<style>
  form {
    max-width: 22rem;
  }
  .line {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0.8rem;
    padding: 0.25rem 0;
    border-top: 1px solid var(--hairline);
  }
  label,
  summary,
  .hint {
    color: var(--ink-soft);
  }
  .hint {
    font-size: 13px;
  }
  .line input {
    background: none;
    border-bottom: 1px solid var(--ink-soft);
    min-width: 0;
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
