<script lang="ts">
  import Ratio from '../convert/Ratio.svelte';
  import type { Bands, Look, StationFile } from '../api/client';
  import { digits } from '../figures';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import NumberField from '../ui/NumberField.svelte';
  import type { Form } from '../ui/form';
  import type { Sweeps } from './sweeps.svelte';
  import CarriedWorkings from '../working/CarriedWorkings.svelte';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';
  import SweepPicture from './SweepPicture.svelte';

  interface Props {
    form: Form;
    sweeps: Sweeps;
    goal: StationFile['trim'] | null;
    bands: Bands;
    mhz: number;
    look: Look | null;
  }
  let { form, sweeps, goal, bands, mhz, look }: Props = $props();
  const answer = $derived(sweeps.trim);
  const MARKS: Record<string, string> = {
    start: '·',
    nearer: '→',
    wrong: '✕',
    past: '↷',
    still: '=',
    lost: '?',
  };

  function begin() {
    const near = bands.find((b) => mhz >= b.low_mhz && mhz <= b.high_mhz);
    const middle = near ? (near.low_mhz + near.high_mhz) / 2 : mhz;
    const trim: NonNullable<StationFile['trim']> = {
      target_mhz: Number(middle.toFixed(3)),
      sides: 2,
      means: 'wire',
      aim: 'resonance',
    };
    form.change('trim', trim);
  }

  /** A change as it is told: of the wire in centimetres, of a coil in percent. */
  function told(change: number | null | undefined): string {
    const sign = (change ?? 0) < 0 ? '−' : '+';
    return `${sign}${digits(Math.abs((change ?? 0) * 100))} ${goal?.means === 'coil' ? '%' : 'cm'}`;
  }

  const last = $derived(answer?.steps.at(-1));
  const earlier = $derived(
    (answer?.steps.slice(0, -1) ?? []).map((step, n) => ({ ...step, title: `step ${String(n + 1)}` })),
  );
  const drawn = $derived(
    look && last
      ? {
          ...look,
          curve: last.curve,
          reading: { ...look.reading, dips: [], sentence: answer?.sentence ?? '' },
        }
      : null,
  );
  const range = $derived(goal ? { low_mhz: goal.target_mhz * 0.9, high_mhz: goal.target_mhz * 1.1 } : null);
</script>

{#if !goal}
  <p>
    Say where the dip should lie; each sweep that you count as a trim step then says whether it moved the
    right way.
  </p>
  <button type="button" class="firm" onclick={begin}>Start trimming for {digits(mhz, 4)} MHz’s band</button>
{:else}
  {#if answer}
    <p class="serif my-2 max-w-184 text-large leading-snug" data-testid="trim-verdict">
      {answer.sentence}
    </p>
    {#if answer.learned}<p class="soft">{answer.learned}</p>{/if}
    {#if Object.keys(answer.workings).length}
      <CarriedWorkings carried={answer.workings}>
        <p class="soft figures" use:roving>
          How it comes about:
          {#if answer.workings['change']}<Fig
              lone
              at="change"
              name="change by the rule"
              text="{told(answer.workings['change'].values[0])} by the rule"
            />{/if}{#if answer.workings['learned']}{answer.workings['change'] ? ', ' : ''}<Fig
              lone
              at="learned"
              name="change by the last step"
              text="{told(answer.workings['learned'].values[0])} by the last step"
            />{/if}
        </p>
      </CarriedWorkings>
    {/if}
  {/if}
  {#if drawn && range}
    <SweepPicture look={drawn} under={earlier} target={goal.target_mhz} {range} />
  {/if}
  <div class="my-2.5 grid grid-cols-[repeat(auto-fit,minmax(17rem,1fr))] gap-x-8">
    <NumberField
      {form}
      place="trim.target_mhz"
      spec={{ label: 'The dip should lie at', quantity: 'frequency' }}
    />
    <NumberField
      {form}
      place="trim.wire_m"
      spec={{ label: 'Length of a side', quantity: 'length', optional: true }}
    />
    <ChoiceField
      label="Cut or lengthen"
      value={String(goal.sides)}
      options={[
        ['2', 'both sides alike'],
        ['1', 'one wire'],
      ]}
      onchoose={(sides) => form.change('trim.sides', Number(sides))}
    />
    <ChoiceField
      label="By"
      value={goal.means ?? 'wire'}
      options={[
        ['wire', 'the wire'],
        ['coil', 'a loading coil'],
      ]}
      onchoose={(means) => form.change('trim.means', means)}
    />
    <ChoiceField
      label="What should lie there"
      value={goal.aim ?? 'resonance'}
      options={[
        ['resonance', 'the zero of X'],
        ['lowest', 'the lowest SWR'],
      ]}
      onchoose={(aim) => form.change('trim.aim', aim)}
    />
  </div>
  {#if answer?.steps.length}
    <ol aria-label="Trim log">
      {#each answer.steps as step, n (step.id)}
        <li class="grid grid-cols-[1.4rem_1fr] border-t py-1.25" class:wrong={step.course === 'wrong'}>
          <span class="sign" aria-hidden="true">{MARKS[step.course]}</span>
          <span>
            <strong>{n + 1}. {step.title}</strong>
            {#if step.change_m}<span class="figures"
                >({step.change_m > 0 ? '+' : '−'}{digits(Math.abs(step.change_m) * 100)} cm a side)</span
              >{/if}
            {#if step.mhz !== null}<span class="figures"
                >{step.mhz.toFixed(3)} MHz{step.within_khz ? ` ± ${digits(step.within_khz, 2)} kHz` : ''}, SWR <Ratio
                  value={step.swr}
                />.</span
              >{/if}
            {step.sentence}
          </span>
        </li>
      {/each}
    </ol>
  {:else}
    <p>No sweep is counted as a trim step yet. Count the one you look at, or bring in the next as one.</p>
  {/if}
  <p class="soft">
    Small steps, and a sweep after each. Never touch the wire under power; keep clear of overhead lines.
  </p>
{/if}

<style>
  .wrong .sign,
  .wrong strong {
    color: var(--heat-ink);
  }
</style>
