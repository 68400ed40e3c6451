<script lang="ts" module>
  import type {
    BenchCheck,
    BenchFault,
    BenchLine,
    BenchMeter,
    BenchPart,
    BenchTuner,
    BenchWatts,
  } from '../api/client';

  export type AnyAnswer =
    BenchTuner | BenchWatts | BenchLine | BenchFault | BenchPart | BenchMeter | BenchCheck;
</script>

<script lang="ts">
  import type { Session } from '../station/session.svelte';
  import type { Bench } from './bench.svelte';
  import CheckAnswer from './CheckAnswer.svelte';
  import FaultAnswer from './FaultAnswer.svelte';
  import LineAnswer from './LineAnswer.svelte';
  import PartAnswer from './PartAnswer.svelte';
  import TunerAnswer from './TunerAnswer.svelte';
  import WattsAnswer from './WattsAnswer.svelte';

  /** The picture and the tables of a job's answer. */
  interface Props {
    job: string;
    answer: AnyAnswer;
    session: Session;
    bench: Bench;
  }
  let { job, answer, session, bench }: Props = $props();
</script>

{#if job === 'tuner'}<TunerAnswer answer={answer as BenchTuner} />
{:else if job === 'line'}<LineAnswer answer={answer as BenchLine} />
{:else if job === 'fault'}<FaultAnswer answer={answer as BenchFault} {session} />
{:else if job === 'part'}<PartAnswer answer={answer as BenchPart} />
{:else if job === 'check'}<CheckAnswer answer={answer as BenchCheck} {bench} />
{:else if job === 'watts'}
  <WattsAnswer
    span={(answer as BenchWatts).loss_db}
    none={0}
    noneName="no loss"
    unit="dB"
    label="The loss with its interval, in decibels"
  />
{:else if job === 'meter'}
  <WattsAnswer
    span={(answer as BenchMeter).scale}
    none={1}
    noneName="right"
    unit="times"
    label="What the meter shows over what there is, with its interval"
  />
{/if}
