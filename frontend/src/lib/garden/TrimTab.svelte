<script lang="ts">
  import type { TrimAnswer } from '../api/client';
  import { digits, swr } from '../figures';
  import SweepPicture from '../sweep/SweepPicture.svelte';
  import BeginTrim from './BeginTrim.svelte';
  import type { Outbox } from './outbox.svelte';
  import type { Seen } from './seen.svelte';
  import StepForm from './StepForm.svelte';

  /** Trimming: the last cut, this one, how it went, and the next. */
  interface Props {
    seen: Seen;
    outbox: Outbox;
    reads: boolean;
    onchanged: () => void;
  }
  let { seen, outbox, reads, onchanged }: Props = $props();
  type Step = TrimAnswer['steps'][number];
  const goal = $derived(seen.station.document.trim ?? null);
  const answer = $derived(seen.trim);
  const [before, now] = $derived([answer?.steps.at(-2) ?? null, answer?.steps.at(-1) ?? null]);
  const each = $derived(goal?.sides === 2 ? ' a side' : '');
  const SIGNS = { start: '·', nearer: '→', wrong: '✕', past: '↷', still: '=', lost: '?' } as const;

  /** What was done before a sweep; of a coil that is not kept. */
  const inUnit = (change_m: number | null) =>
    goal?.means === 'coil'
      ? 'measured'
      : change_m
        ? `${digits(Math.abs(change_m) * 100)} cm${each} ${change_m < 0 ? 'shorter' : 'longer'}`
        : 'nothing done yet, only measured';
  /** Where a dip lies, as well as that is known. */
  const placeOf = ({ mhz, within_khz }: Step) =>
    `${(mhz ?? 0).toFixed(3)} MHz${within_khz ? ` ± ${digits(within_khz, 2)} kHz` : ''}`;
  const drawn = $derived(
    seen.look && now && answer
      ? {
          ...seen.look,
          curve: now.curve,
          reading: { ...seen.look.reading, dips: [], sentence: answer.sentence },
        }
      : null,
  );
  const range = $derived(goal ? { low_mhz: goal.target_mhz * 0.9, high_mhz: goal.target_mhz * 1.1 } : null);
</script>

{#if !goal}
  <BeginTrim {seen} {reads} {onchanged} />
{:else}
  <p class="soft">
    To {digits(goal.target_mhz, 5)} MHz, by {goal.means === 'coil' ? 'a loading coil' : 'the wire'}
  </p>
  {#if seen.trouble}<p class="fault" role="alert">{seen.trouble}</p>{/if}
  {#if answer && now}
    <p class="verdict serif" data-testid="trim-verdict">{answer.sentence}</p>
    {#if answer.learned}<p class="soft">{answer.learned}</p>{/if}
    <dl class="my-1.5 grid grid-cols-[5.6rem_1fr]">
      {#if before}
        <dt class="soft">Last cut</dt>
        <dd>
          {inUnit(before.change_m)}{#if before.mhz !== null}: {placeOf(before)}, SWR {swr(before.swr)}{/if}
        </dd>
      {/if}
      <dt class="soft">This cut</dt>
      <dd class:fault={now.course === 'wrong'}>
        <span aria-hidden="true">{SIGNS[now.course]}</span>
        {inUnit(now.change_m)}{#if now.mhz !== null}: {placeOf(now)}, SWR {swr(now.swr)}{/if}. {now.sentence}
      </dd>
      {#if answer.step_m}
        <dt class="soft">Next cut</dt>
        <dd><strong>{inUnit(answer.step_m)}</strong>, which is half of it; then sweep again</dd>
      {/if}
    </dl>
  {:else if seen.due && !answer && !seen.trouble}
    <p>The server has not judged the steps yet.</p>
  {:else if !seen.trouble}
    <p>No sweep is counted as a step yet: measure before you cut, and keep it here.</p>
  {/if}
  {#if !reads}<StepForm {seen} {outbox} {onchanged} />{/if}
  {#if drawn && range}<SweepPicture look={drawn} target={goal.target_mhz} {range} />{/if}
  <p class="soft caution">
    Small steps, and a sweep after each. Never touch the wire under power; keep clear of overhead lines.
    Disconnect the transmitter before an analyzer is connected.
  </p>
{/if}

<style>
  .verdict {
    font-size: 1.5rem;
    line-height: 1.2;
    padding: 0.4rem 0;
  }
  dt,
  dd {
    padding: 0.4rem 0;
    border-top: 1px solid var(--hairline);
  }
  .caution {
    font-size: 16px;
    padding-top: 0.6rem;
  }
</style>
