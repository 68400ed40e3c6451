<script lang="ts">
  import { api } from '../api/client';
  import type { BenchTuner, PartModel } from '../api/client';
  import { Asking } from '../api/asking.svelte';
  import type { Shelf } from '../shelf/shelf.svelte';
  import type { Session } from '../station/session.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import Termed from '../terms/Termed.svelte';
  import type { Bench } from './bench.svelte';
  import Carry from './Carry.svelte';
  import { simulated } from './carry';
  import Entry from './Entry.svelte';
  import { ANALYZER, type JobText } from './jobs';
  import JobAnswer, { type AnyAnswer } from './JobAnswer.svelte';
  import { PLACES } from './places';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import { readingsOf, typedFields } from './readings';
  import SetUp from './SetUp.svelte';

  /** One job: set up, read, told, carried into the station. */
  interface Props {
    session: Session;
    shelf: Shelf;
    bench: Bench;
    text: JobText;
  }
  let { session, shelf, bench, text }: Props = $props();
  const id = $props.id();
  const job = $derived(text.job);
  /** Whether an analyzer reads it, whose calibration leaves something. */
  const byAnalyzer = $derived(job !== 'watts' && job !== 'meter' && job !== 'check');
  const [[LEFT, , , USUAL_LEFT]] = ANALYZER;
  const entry = $derived(bench.of(job));
  const parts = $derived(
    session.document.chain.flatMap((part, n) => ((text.kinds as string[]).includes(part.kind) ? [n] : [])),
  );
  /** The part that is chosen on the strip if it will do, else the first, of lines the longest. */
  const at = $derived.by(() => {
    const { selected, document } = session;
    if (typeof selected === 'number' && parts.includes(selected)) return selected;
    const length = (n: number) => {
      const part = document.chain[n];
      return part && 'length_m' in part ? Number(part.length_m) || 0 : 0;
    };
    return parts.length ? parts.reduce((one, other) => (length(other) > length(one) ? other : one)) : null;
  });
  const WHAT = {
    tuner: 'the Q of its coils',
    watts: 'what these watts tell',
    line: 'these figures',
    fault: '',
    part: 'its loss and band',
    meter: 'this correction',
    check: '',
  } as const;

  const asking = new Asking<AnyAnswer>(PLACES);
  const answer = $derived(asking.answer);

  /** What is asked; null as long as something is missing. */
  const readings = $derived(readingsOf(job, entry));
  /** A length of line measured without a run, as it goes onto the shelf. */
  const blank = $derived(
    job === 'line'
      ? ({
          kind: 'line',
          label: 'own line',
          line: 'rg-213',
          length_m: Number(entry.figures['length_m']) || 10,
        } as PartModel)
      : undefined,
  );
  /** What goes into the station; of a simulated day it is said there that it is one. */
  const carry = $derived.by(() => {
    const told = answer && 'carry' in answer ? answer.carry : null;
    return told && entry.truth ? simulated(told) : told;
  });
  const backs = $derived(
    job === 'tuner' && answer
      ? (answer as BenchTuner).rows.map(({ mhz, match_db, short_db, open_db }) => ({
          mhz,
          match: match_db,
          short: short_db,
          open: open_db,
        }))
      : [],
  );
  const wantsStation = $derived(job !== 'part' && job !== 'meter' && job !== 'check');

  $effect(() => {
    const asked = readings;
    if (!asked) {
      asking.clear();
      return;
    }
    const station = wantsStation && at !== null ? { document: session.document, at } : {};
    const transforms = job === 'part' && at !== null && session.document.chain[at]?.kind === 'transformer';
    const body = {
      ...asked,
      ...(job === 'watts' || job === 'tuner' ? { mhz: session.mhz } : {}),
      ...(job === 'part' ? { transformer: transforms && 'match' in asked } : {}),
      ...station,
      ...(byAnalyzer ? { residual: typedFields(ANALYZER, bench.analyzer) } : {}),
    };
    asking.ask(() => api.POST(`/api/bench/${job}`, { body: body as never }));
  });
  $effect(() => {
    // A line's length is known where it lies in the run, until another is typed for that one.
    const part = job === 'line' && at !== null ? session.document.chain[at] : undefined;
    const { figures } = bench.of('line');
    if (part && 'length_m' in part && figures['length_of'] !== String(at))
      bench.change('line', {
        figures: { ...figures, length_m: String(part.length_m), length_of: String(at) },
      });
  });
</script>

<h2>{text.title}</h2>
<p class="question serif"><Termed text={text.question} /></p>
{#if parts.length > 1 && at !== null}
  <p class="on">
    <label for="{id}-part">On the bench</label>
    <select
      id="{id}-part"
      value={String(at)}
      onchange={(event) => (session.selected = Number(event.currentTarget.value))}
    >
      {#each parts as n (n)}
        {@const part = session.document.chain[n]}
        <option value={String(n)}>{part?.label || part?.kind}</option>
      {/each}
    </select>
  </p>
{:else if at !== null}
  {@const part = session.document.chain[at]}
  <p class="on">On the bench: {part?.label || part?.kind}</p>
{/if}

<div class="columns">
  <section aria-label="How it is done">
    <SetUp job={text} />
    <ol>
      {#each text.steps as step (step)}<li><Termed text={step} /></li>{/each}
    </ol>
    {#each text.cautions as caution (caution)}<p class="caution">
        <span aria-hidden="true">▲</span>
        {caution}
      </p>{/each}
  </section>
  <section aria-label="Readings">
    <h3>Readings</h3>
    <Entry {bench} {job} document={session.document} {at} mhz={session.mhz} {backs} />
    {#if byAnalyzer}
      <details>
        <summary>What the analyzer’s calibration leaves</summary>
        <div class="analyzer">
          {#each ANALYZER as [key, label, unit, usual] (key)}
            <PlainNumber
              {label}
              {unit}
              value={bench.analyzer[key] ?? usual}
              oninput={(typed) => bench.setAnalyzer({ [key]: typed })}
            />
          {/each}
        </div>
      </details>
    {/if}
    <p><button type="button" class="linkish" onclick={() => bench.clear(job)}>Clear this job</button></p>
  </section>
</div>

<section aria-label="What it comes to" aria-busy={asking.busy}>
  <Trouble text={asking.trouble} {asking} below={false} />
  {#if answer && !asking.trouble}
    <p class="verdict serif" data-testid="bench-verdict">{answer.sentence}</p>
    <Carry {session} {shelf} {blank} {at} {carry} what={WHAT[job]} />
    {#if byAnalyzer && bench.analyzer[LEFT] === undefined}
      <p class="soft">
        A calibration that leaves {USUAL_LEFT} dB is taken, and nothing is known of yours: one that leaves more
        makes these intervals too narrow, and faults of nothing.
        <button type="button" class="linkish" onclick={() => (session.job = 'check')}
          >Measure what yours leaves</button
        >
      </p>
    {/if}
    <JobAnswer {job} {answer} {session} {bench} />
    <h3>Why the quick way is off</h3>
    <p class="why">{answer.why}</p>
  {:else if !asking.trouble}
    <p class="soft">What it comes to stands here once the readings are in.</p>
  {/if}
</section>

<style>
  .question {
    font-size: 1.1rem;
    max-width: 46rem;
    padding-bottom: 0.4rem;
  }
  .on {
    display: flex;
    gap: 0.8rem;
    padding: 0.2rem 0 0.5rem;
    overflow-wrap: anywhere;
  }
  select {
    background: none;
    border-bottom: 1px solid var(--ink-soft);
    max-width: 100%;
  }
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 0.5rem 2.2rem;
  }
  .columns > section {
    min-width: 0;
  }
  ol {
    list-style: decimal;
    padding-left: 1.3rem;
  }
  li {
    padding: 0.15rem 0;
  }
  .caution {
    color: var(--caution-ink);
    padding: 0.2rem 0;
  }
  summary {
    padding: 0.4rem 0;
    color: var(--ink-soft);
  }
  .analyzer {
    max-width: 25rem;
  }
  .verdict {
    font-size: 1.3rem;
    line-height: 1.35;
    max-width: 52rem;
    padding-top: 0.8rem;
    border-top: 1px solid var(--hairline);
    margin-top: 0.8rem;
  }
  .why {
    max-width: 46rem;
  }
  h3 {
    margin-top: 0.9rem;
  }
  .soft {
    color: var(--ink-soft);
    border-top: 1px solid var(--hairline);
    margin-top: 0.8rem;
    padding-top: 0.6rem;
  }
  @media (max-width: 1100px) {
    .columns {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
