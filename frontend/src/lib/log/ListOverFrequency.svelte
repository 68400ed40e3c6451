<script lang="ts">
  import { bandEdges, notFilledIn } from '../antenna/points';
  import type { Session } from '../station/session.svelte';
  import { readingsOf, type TypedReading } from './readings';

  /** SWR at several frequencies, as one reads them from edge to edge of a band: each is a reading. */
  interface Props {
    session: Session;
    typed: TypedReading;
    at: string;
    text: string;
    /** Whether they are on their way. */
    busy: boolean;
    onkeep: () => void;
  }
  let { session, typed, at, text = $bindable(), busy, onkeep }: Props = $props();
  const id = $props.id();
  const EXAMPLE = '7.000 1.9\n7.100 1.3\n7.200 18 dB RL';
  const list = $derived(readingsOf(text, typed, at));
</script>

<details>
  <summary class="soft">Several frequencies, a list of SWR</summary>
  <label class="soft" for="{id}-list">One a line: <span class="figures soft">MHz SWR</span></label>
  <textarea
    id="{id}-list"
    class="figures"
    spellcheck="false"
    rows={Math.min(Math.max(text.split('\n').length + 1, 4), 12)}
    placeholder={EXAMPLE}
    bind:value={text}></textarea>
  <p class="flex flex-wrap items-baseline gap-x-4 gap-y-1.25 py-1.5">
    <button type="button" class="firm" disabled={busy || !list.readings.length} onclick={onkeep}
      >Keep {list.readings.length || 'the'} readings</button
    >
    {#if !text.trim()}
      <button type="button" class="linkish" onclick={() => (text = bandEdges(session.document.bands ?? []))}
        >Fill in the band edges</button
      >
    {:else if list.unfinished}<span class="soft">{notFilledIn(list.unfinished)}</span>{/if}
  </p>
</details>
