<script lang="ts">
  import { untrack } from 'svelte';
  import { api, type StationFile } from '../api/client';
  import { asks } from '../api/asking.svelte';
  import type { Shelf } from '../shelf/shelf.svelte';
  import { preferences } from '../station/preferences.svelte';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import { bodyOf, questionOf, queryOf, type TypedQuestion } from './question';
  import Termed from '../terms/Termed.svelte';
  import { offerWorkings } from '../working/workings.svelte';
  import WorkingDialog from '../working/WorkingDialog.svelte';
  import Cautions from '../ledger/Cautions.svelte';
  import LossOverBands from './LossOverBands.svelte';
  import LossOverSwr from './LossOverSwr.svelte';
  import LossTable from './LossTable.svelte';

  interface Props {
    shelf: Shelf;
    /** The question of the address. */
    query: string;
    /** The question as it is now, for the address. */
    onask: (query: string) => void;
    onstation: (document: StationFile) => void;
  }
  let { shelf, query, onask, onstation }: Props = $props();
  let question = $state<TypedQuestion>(untrack(() => questionOf(query)));
  const asking = asks(
    () => bodyOf(question, preferences.system),
    (body) => api.POST('/api/loss', { body }),
  );
  const answer = $derived(asking.answer);
  const workings = offerWorkings((figure) =>
    api.POST('/api/loss/working', { body: { question: bodyOf(question, preferences.system), figure } }),
  );
  const tuners = $derived(shelf.contents.parts.filter((part) => part.group === 'tuner'));
  const ownLines = $derived(
    shelf.contents.own.flatMap(({ title, part }) =>
      'line' in part && typeof part.line === 'object' ? [{ title, value: JSON.stringify(part.line) }] : [],
    ),
  );
  const band = $derived(answer?.bands.find((band) => String(band.mhz) === question.mhz)?.name ?? '');

  $effect(() => {
    // An address that leads elsewhere, by the back button, is another question.
    if (query && query !== untrack(() => queryOf(question, preferences.system))) question = questionOf(query);
  });

  function set<K extends keyof TypedQuestion>(key: K, value: TypedQuestion[K]) {
    question[key] = value;
    onask(queryOf(question, preferences.system));
  }
</script>

{#snippet lineChoice(key: 'line' | 'also' | 'third', label: string, none: string)}
  <select
    class="max-w-48"
    aria-label={label}
    value={question[key]}
    onchange={(e) => set(key, e.currentTarget.value)}
  >
    {#if none}<option value="">{none}</option>{/if}
    {#each ownLines as own (own.value)}<option value={own.value}>{own.title}</option>{/each}
    {#each shelf.lines as line (line.slug)}<option value={line.slug}>{line.name}</option>{/each}
  </select>
{/snippet}

<section aria-labelledby="ask-title" class:several={(answer?.lines.length ?? 1) > 1}>
  <h2 id="ask-title">What does my line lose?</h2>
  <form onsubmit={(event) => event.preventDefault()}>
    <div class="row">
      <span class="name"><Termed text="Feedline" /></span>{@render lineChoice('line', 'Feedline', '')}
    </div>
    <PlainNumber label="Length" value={question.length} oninput={(typed) => set('length', typed)} />
    <PlainNumber label="Frequency" value={question.mhz} unit="MHz" oninput={(typed) => set('mhz', typed)} />
    <PlainNumber swr label="SWR" value={question.swr} oninput={(typed) => set('swr', typed)} />
    <PlainNumber label="Power" value={question.power} unit="W" oninput={(typed) => set('power', typed)} />
    <details
      open={question.at !== 'antenna' ||
        [question.tuner, question.also, question.r, question.x].some(Boolean)}
    >
      <summary class="border-t py-1.25 text-fine">Where it was read, a tuner, another line, R and X</summary>
      <div class="row">
        <span class="name"><Termed text="SWR read" /></span>
        <select
          class="max-w-48"
          aria-label="SWR read"
          value={question.at}
          onchange={(e) => set('at', e.currentTarget.value as TypedQuestion['at'])}
        >
          <option value="antenna">at the antenna (50 Ω)</option>
          <option value="line">at the antenna (the line’s Ω)</option>
          <option value="radio">at the radio, tuner off</option>
        </select>
      </div>
      <div class="row">
        <span class="name"><Termed text="Tuner" /></span>
        <select
          class="max-w-48"
          aria-label="Tuner"
          value={question.tuner}
          onchange={(e) => set('tuner', e.currentTarget.value)}
        >
          <option value="">none</option>
          {#each tuners as tuner (tuner.slug)}<option value={tuner.slug}>{tuner.title}</option>{/each}
        </select>
      </div>
      <label class="row"
        ><span class="name">Band</span>
        <select
          class="max-w-48"
          value={band}
          onchange={(e) => {
            const chosenBand = answer?.bands.find((band) => band.name === e.currentTarget.value);
            if (chosenBand) set('mhz', String(chosenBand.mhz));
          }}
        >
          <option value="" disabled>by its frequency</option>
          {#each answer?.bands ?? [] as band, i (i)}<option value={band.name}>{band.name}</option>{/each}
        </select></label
      >
      <div class="row">
        <span class="name">Beside it</span>{@render lineChoice('also', 'A second line', 'no other line')}
      </div>
      {#if question.also}
        <div class="row">
          <span class="name">and</span>{@render lineChoice('third', 'A third line', 'no third line')}
        </div>
      {/if}
      <PlainNumber
        label="R at the antenna"
        value={question.r}
        unit="Ω"
        oninput={(typed) => set('r', typed)}
      />
      <PlainNumber
        label="X at the antenna"
        value={question.x}
        unit="Ω"
        oninput={(typed) => set('x', typed)}
      />
      {#if question.r.trim()}<p class="hint">R and X go before the SWR.</p>{/if}
    </details>
  </form>
  {#if answer}
    <div class="listed">
      <LossTable lines={answer.lines} />
      <Cautions cautions={answer.lines.flatMap((line) => line.cautions)} />
    </div>
  {/if}
  <div class="told">
    <Trouble text={asking.trouble} {asking} />
    {#if answer}
      <div class:stale={asking.trouble !== ''} aria-live="polite">
        {#each answer.lines as line, n (n)}
          <p class="serif mb-2 max-w-160 text-large leading-snug" data-testid="loss-sentence">
            {line.sentence}
          </p>
          {#if line.handbook_note}<p class="soft mb-2 max-w-160">{line.handbook_note}</p>{/if}
        {/each}
      </div>
      <p class="mt-3.25 mb-4.75 flex flex-wrap gap-2.5">
        {#each answer.lines as line, n (n)}
          <button type="button" class="firm" onclick={() => onstation(line.station as StationFile)}
            >Make it a station{answer.lines.length > 1 ? ` with ${line.name}` : ''}</button
          >
        {/each}
      </p>
      <LossOverSwr {answer} onLine={question.at === 'line' && !question.r.trim()} />
      <LossOverBands {answer} />
    {/if}
  </div>
  <WorkingDialog {workings} />
</section>

<style>
  h2 {
    grid-area: title;
    font-size: 1.1rem;
    margin-bottom: 0.4rem;
  }
  section {
    display: grid;
    grid-template: 'title title' auto 'form told' auto 'table told' 1fr / minmax(0, 21rem) minmax(0, 1fr);
    gap: 0 2.2rem;
  }
  .several {
    grid-template-areas: 'title title' 'form told' 'table table';
  }
  form {
    grid-area: form;
  }
  .told {
    grid-area: told;
  }
  .listed {
    grid-area: table;
  }
  @media (max-width: 1100px) {
    section {
      grid-template: 'title' auto 'form' auto 'told' auto 'table' auto / minmax(0, 1fr);
    }
  }
  .row {
    display: flex;
    justify-content: space-between;
    gap: 0.8rem;
    padding: 0.25rem 0;
    border-top: 1px solid var(--hairline);
  }
  .name,
  summary,
  .hint {
    color: var(--ink-soft);
  }
  .stale {
    opacity: 0.55;
  }
</style>
