<script lang="ts">
  import { VIEWS, type View } from '../../views';
  import { api, type NextAnswer, type StepToDo } from '../api/client';
  import { Asking } from '../api/asking.svelte';
  import { questionOf } from '../choose/choosing.svelte';
  import { digits } from '../figures';
  import { noteDown } from '../log/log.svelte';
  import type { Session } from '../station/session.svelte';

  /** At most three steps, asked once the station has stood for a moment: it takes as long as a choice. */
  let { session, onview }: { session: Session; onview: (view: View) => void } = $props();
  const STANDS_MS = 1500;
  /** Who only passes by on the way to another view asks nothing. */
  const STAYS_MS = 700;
  let first = true;
  const asking = new Asking<NextAnswer>();
  const question = $derived(questionOf(session.document));
  let noted = $state<Record<string, string>>({});
  $effect(() => {
    void question;
    asking.leave();
    const timer = setTimeout(ask, first ? STAYS_MS : STANDS_MS);
    first = false;
    return () => clearTimeout(timer);
  });
  function ask() {
    const params = { path: { pk: session.keeper.id } };
    asking.ask(() => api.POST('/api/stations/{pk}/next', { params, body: { document: session.document } }));
  }
  const today = () => new Date().toISOString().slice(0, 10);
  const steps = $derived(asking.answer?.steps ?? []);

  const priced = ({ cost, kind }: StepToDo) =>
    kind !== 'change' ? '' : cost === null ? 'price not known' : `about ${digits(cost)}`;
  const about = (step: StepToDo) =>
    [step.effort, step.minutes === null ? '' : `${digits(step.minutes)} minutes`, priced(step)]
      .filter(Boolean)
      .join(', ');

  function go(step: StepToDo) {
    if (step.mhz !== null) session.tuneTo(step.mhz);
    if (step.part !== null) session.selected = step.part;
    if (step.id === 'measure.antenna') session.sweeps.bringFrom(session.document.chain.length);
    if (step.id === 'measure.bands') session.sweeps.bringFrom(0);
    if (step.remember) {
      const { right_in, ...rest } = step.remember;
      session.change('choice.finding', { ...rest, ...(right_in === null ? {} : { right_in }) });
    }
    onview(step.view);
  }
  /** In figures, so that later readings can be laid beside it. */
  function promised({ id, kind, gain_db }: StepToDo) {
    if (kind !== 'change' || !gain_db) return {};
    const { min, median, max } = gain_db;
    if (min === null || median === null || max === null) return {};
    return { promised: { id, gain_db: [min, median, max] as [number, number, number] } };
  }
  async function done(step: StepToDo) {
    const text = `Done: ${step.text} Promised: ${step.brings}.`;
    const trouble = await noteDown(
      session.keeper.id,
      { note: { date: today(), text, done: step.id, ...promised(step) } },
      `${step.id} ${today()}`.slice(0, 64),
    );
    noted[step.id] = trouble || 'It stands in the log, with what was promised.';
    if (!trouble) ask();
  }
</script>

<section
  class="mt-3.5 max-w-176"
  aria-label="What comes next"
  data-testid="next"
  class:waits={!asking.answer && !asking.trouble}
>
  <h2 class="serif text-lead">What comes next</h2>
  {#if asking.answer}
    {#if asking.answer.sentence}<p class="soft">{asking.answer.sentence}</p>{/if}
    <ol class="list-decimal pl-4.75">
      {#each steps as step (step.id)}
        <li class="py-1">
          {step.text}
          <p class="soft">
            Brings: {step.brings}; {about(step)}.
            <button type="button" class="linkish ml-2.5" onclick={() => go(step)}
              >{step.view === 'ledger' ? 'Show it' : `Do it in ${VIEWS[step.view]}`}</button
            >
            {#if noted[step.id]}<span role="status">{noted[step.id]}</span>
            {:else if step.kind !== 'caution'}<button
                type="button"
                class="linkish ml-2.5"
                onclick={() => done(step)}>It is done</button
              >{/if}
          </p>
        </li>
      {/each}
    </ol>
    {#each asking.answer.done as sentence (sentence)}<p class="soft">{sentence}</p>{/each}
    {#each asking.answer.left_out as sentence (sentence)}<p class="soft">Not told: {sentence}</p>{/each}
  {:else}
    <p class="soft">
      {asking.trouble || 'Looking for what hurts, what decides and what is worth building …'}
    </p>
  {/if}
</section>

<style>
  .waits {
    min-height: 11rem;
  }
</style>
