<script lang="ts">
  import type { View } from '../../views';
  import type { Session } from '../station/session.svelte';
  import Tuning from '../rail/Tuning.svelte';
  import Cautions from './Cautions.svelte';
  import FirstSteps from './FirstSteps.svelte';
  import NextSteps from './NextSteps.svelte';
  import Counting from './Counting.svelte';
  import { api } from '../api/client';
  import { offerWorkings } from '../working/workings.svelte';
  import WorkingDialog from '../working/WorkingDialog.svelte';
  import StageTable from './StageTable.svelte';

  interface Props {
    session: Session;
    oninsert: (at: number) => void;
    onview: (view: View) => void;
  }
  let { session, oninsert, onview }: Props = $props();
  const starting = $derived(
    session.document.antenna.kind === 'unknown' || session.document.chain.length === 0,
  );
  const workings = offerWorkings((figure) =>
    api.POST('/api/working', { body: { document: session.document, mhz: session.mhz, figure } }),
  );
  const here = $derived(session.answer?.here ?? null);
</script>

<section aria-label="Ledger" class="min-w-0 px-5.5 pt-3.5 pb-8">
  <Tuning mhz={session.mhz} bands={session.document.bands ?? []} ontune={(mhz) => session.tuneTo(mhz)} />
  {#if starting}<FirstSteps {session} {oninsert} />{/if}
  {#if here}
    {#if session.stale}<p class="before mt-3.25 text-heat-ink">From before:</p>{/if}
    <p class="verdict serif" data-testid="verdict">{here.sentence}</p>
    {#if here.moving_the_match}<p class="moving">{here.moving_the_match}</p>{/if}
    {#each session.answer?.measured ?? [] as measured (measured.at)}
      {#if measured.sentence}<p class="moving" data-testid="measured">{measured.sentence}</p>{/if}
    {/each}
    {#if !starting}<NextSteps {session} {onview} />{/if}
    <StageTable
      {here}
      measured={session.answer?.measured ?? []}
      selected={session.selected}
      onselect={(at) => (session.selected = at)}
    />
    <p class="opens">Choose any figure to see how it comes about.</p>
    <Counting counted={here.result.counted} />
    <Cautions cautions={here.result.cautions} />
  {:else if session.answer && session.document.antenna.kind !== 'unknown'}
    <p class="verdict serif" role="alert">{session.answer.why}</p>
  {/if}
  <WorkingDialog {workings} />
</section>

<style>
  .verdict {
    font-size: 1.45rem;
    line-height: 1.3;
    max-width: 44rem;
    margin-top: 0.9rem;
  }
  .before + .verdict {
    margin-top: 0;
  }
  .moving {
    margin-top: 0.35rem;
    color: var(--ink-soft);
    font-size: 1.02rem;
  }
</style>
