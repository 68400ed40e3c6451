<script lang="ts">
  import { onMount } from 'svelte';
  import type { Session } from '../station/session.svelte';
  import { digits } from '../figures';
  import Segments from '../ui/Segments.svelte';
  import { Playing, type Level } from './playing.svelte';
  import RoundReadings from './RoundReadings.svelte';
  import Verdict from './Verdict.svelte';

  /** Something is hidden in a station, and found by reading, with the minutes counted. */
  let { session }: { session: Session } = $props();
  const playing = new Playing();
  onMount(() => void playing.resume());
  const LEVELS: [string, string][] = [
    ['1', 'One cause, a simple run'],
    ['2', 'Any cause, in this station'],
    ['3', 'Two causes, in this station'],
  ];
  let level = $state('1');
  let cause = $state('');
  const round = $derived(playing.round);
  const open = $derived(round !== null && round.verdict === null);
</script>

<section class="max-w-240 px-5.5 pt-3.5 pb-8" aria-label="Practice">
  <p class="serif text-large">What is wrong, and in how few minutes can you know?</p>
  {#if playing.trouble}<p class="fault" role="alert">{playing.trouble}</p>{/if}
  {#if !round}
    <p>
      Something is hidden in a station, or nothing. Read meters and an analyzer as you would there, each
      reading costs its minutes; then say what it is. What was hidden stays on the server until then.
    </p>
    <Segments label="Level" value={level} options={LEVELS} onchoose={(key) => (level = key)} />
    <p>
      <button
        type="button"
        class="firm"
        disabled={playing.busy}
        onclick={() => playing.begin(Number(level) as Level, session.document)}>Hide something in it</button
      >
    </p>
  {:else}
    <p>
      “{round.document.name}”, with {digits(round.power_w)} W set.
      {round.document.notes}
      {#if round.level === 1}The strip above is your own station, not this one.{/if}
    </p>
    <RoundReadings {round} busy={playing.busy || !open} onread={(step) => playing.read(step)} />
    {#if open}
      <h2 class="serif mt-4 text-lead">What is it?</h2>
      <p class="soft">
        {round.level === 3
          ? 'Two of these are so, any two alike often.'
          : 'Each of these is hidden as often as any other.'}
      </p>
      <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
        <select aria-label="What is wrong" bind:value={cause}>
          <option value="" disabled>choose</option>
          {#each round.causes as cause (cause.id)}<option value={cause.id}>{cause.name}</option>{/each}
        </select>
        <button
          type="button"
          class="firm"
          disabled={playing.busy || cause === ''}
          onclick={() => playing.answer(cause)}>That is it</button
        >
        {#if playing.busy}<span class="soft" role="status">Looking for the best way …</span>{/if}
      </div>
    {:else if round.verdict}
      <Verdict verdict={round.verdict} readings={round.readings} />
      <p>
        <button
          type="button"
          class="firm"
          onclick={() => {
            cause = '';
            playing.leave();
          }}>Another round</button
        >
      </p>
    {/if}
  {/if}
  {#if playing.score?.rounds}
    <p class="soft" data-testid="score">
      Of the last {playing.score.rounds}: {playing.score.right} right, in {digits(playing.score.minutes)} minutes;
      the best ways take {digits(playing.score.best_minutes)}.
    </p>
  {/if}
</section>

<style>
  section > p {
    margin: 0.4rem 0;
  }
</style>
