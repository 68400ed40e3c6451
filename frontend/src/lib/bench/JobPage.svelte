<script lang="ts">
  import type { Job, JobFigure } from '../api/client';
  import { Asking } from '../api/asking.svelte';
  import type { Shelf } from '../shelf/shelf.svelte';
  import type { Session } from '../station/session.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import Termed from '../terms/Termed.svelte';
  import type { Bench } from './bench.svelte';
  import Carry from './Carry.svelte';
  import { simulated } from './carry';
  import Entry from './Entry.svelte';
  import { askJob } from './jobs';
  import JobAnswer, { type AnyAnswer } from './JobAnswer.svelte';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import { blankOf, optionsOf, readingsOf, typedFields, wayOf } from './readings';
  import SetUp from './SetUp.svelte';

  /** One job: set up, read, told, carried into the station. */
  interface Props {
    session: Session;
    shelf: Shelf;
    bench: Bench;
    job: Job;
    /** What an analyzer’s calibration leaves, the first what matters most. */
    analyzer: JobFigure[];
    onjob: (job: string) => void;
  }
  let { session, shelf, bench, job, analyzer, onjob }: Props = $props();
  const id = $props.id();
  const most = $derived(analyzer[0]);
  const entry = $derived(bench.of(job.job));
  const parts = $derived(
    session.document.chain.flatMap((part, n) => (job.kinds.includes(part.kind) ? [n] : [])),
  );
  /** The part that is chosen on the strip if it will do, else the first, of lines the longest. */
  const at = $derived.by(() => {
    const { selected, document } = session;
    if (typeof selected === 'number' && parts.includes(selected)) return selected;
    const length = (n: number) => {
      const part = document.chain[n];
      return part && 'length_m' in part ? Number(part.length_m) || 0 : 0;
    };
    return parts.length
      ? parts.reduce((longest, other) => (length(other) > length(longest) ? other : longest))
      : null;
  });
  /** Which part of the run figures were taken from. */
  const OF_PART = 'length_of';
  const asking = new Asking<AnyAnswer>();
  const answer = $derived(asking.answer);

  /** What is asked; null as long as something is missing. */
  const readings = $derived(readingsOf(job, entry));
  /** What was measured without a run, as it goes onto the shelf. */
  const blank = $derived(blankOf(job, entry));
  /** What goes into the station; of a simulated day it is said there that it is one. */
  const carry = $derived.by(() => {
    const carried = answer && 'carry' in answer ? answer.carry : null;
    return carried && entry.truth ? simulated(carried) : carried;
  });
  /** Return losses of what came with its phase, as the answer tells them by frequency. */
  const backs = $derived.by(() => {
    const columns = wayOf(job, entry)?.table?.columns ?? [];
    const rows = answer && 'rows' in answer ? (answer.rows as Record<string, unknown>[]) : [];
    return rows.map((row) =>
      Object.fromEntries(
        columns.map(({ key }) => [key, (row[key] ?? row[`${key}_db`] ?? null) as number | null]),
      ),
    );
  });

  $effect(() => {
    if (!readings) {
      asking.clear();
      return;
    }
    const { document, mhz } = session;
    const body = {
      ...readings,
      ...(job.frequency ? { mhz } : {}),
      ...(job.station && at !== null ? { document, at } : {}),
      ...(job.analyzer ? { residual: typedFields(analyzer, bench.analyzer) } : {}),
    };
    asking.ask(() => askJob(job.job, body));
  });
  $effect(() => {
    // What the part has itself is known where it lies in the run, until another is typed for that one.
    const fields = optionsOf(job).flatMap(({ group }) => group.fields.filter(({ of_part }) => of_part));
    const part = (at === null ? undefined : session.document.chain[at]) as
      Record<string, unknown> | undefined;
    const { figures } = bench.of(job.job);
    for (const { key } of fields)
      if (part && key in part && figures[OF_PART] !== String(at))
        bench.change(job.job, { figures: { ...figures, [key]: String(part[key]), [OF_PART]: String(at) } });
  });
</script>

<h2>{job.title}</h2>
<p class="serif max-w-184 pb-1.5 text-lead"><Termed text={job.question} /></p>
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

<div class="grid grid-cols-2 gap-x-8.75 gap-y-2 max-[1100px]:grid-cols-1">
  <section class="min-w-0" aria-label="How it is done">
    <SetUp {job} />
    <ol class="list-decimal pl-5.25">
      {#each job.steps as step (step)}<li class="py-0.5"><Termed text={step} /></li>{/each}
    </ol>
    {#each job.cautions as caution (caution)}<p class="py-0.75 text-caution-ink">
        <span aria-hidden="true">▲</span>
        {caution}
      </p>{/each}
  </section>
  <section class="min-w-0" aria-label="Readings">
    <h3 class="mt-3.5">Readings</h3>
    <Entry {bench} {job} {analyzer} document={session.document} {at} mhz={session.mhz} {backs} />
    {#if job.analyzer}
      <details>
        <summary class="py-1.5 text-ink-soft">What the analyzer’s calibration leaves</summary>
        <div class="max-w-100">
          {#each analyzer as { key, label, unit, usual } (key)}
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
    <p><button type="button" class="linkish" onclick={() => bench.clear(job.job)}>Clear this job</button></p>
  </section>
</div>

<section aria-label="What it comes to" aria-busy={asking.busy}>
  <Trouble text={asking.trouble} {asking} below={false} />
  {#if answer && !asking.trouble}
    <p class="serif mt-3.25 max-w-208 border-t pt-3.25 text-large leading-snug" data-testid="bench-verdict">
      {answer.sentence}
    </p>
    <Carry {session} {shelf} {blank} {at} {carry} what={job.carries} />
    {#if job.analyzer && most && bench.analyzer[most.key] === undefined}
      <p class="soft">
        A calibration that leaves {most.usual} dB is taken, and nothing is known of yours: one that leaves more
        makes these intervals too narrow, and faults of nothing.
        <button type="button" class="linkish" onclick={() => onjob('check')}>Measure what yours leaves</button
        >
      </p>
    {/if}
    <JobAnswer job={job.job} {answer} {session} {bench} />
    <h3 class="mt-3.5">Why the quick way is off</h3>
    <p class="max-w-184">{answer.why}</p>
  {:else if !asking.trouble}
    <p class="soft">What it comes to stands here once the readings are in.</p>
  {/if}
</section>

<style>
  .on {
    display: flex;
    gap: 0.8rem;
    padding: 0.2rem 0 0.5rem;
    overflow-wrap: anywhere;
  }
  .soft {
    border-top: 1px solid var(--hairline);
    margin-top: 0.8rem;
    padding-top: 0.6rem;
  }
</style>
