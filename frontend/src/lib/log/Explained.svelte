<script lang="ts">
  import RatioSpan from '../convert/RatioSpan.svelte';
  import type { LogRow, ReconcileAnswer, Reconciled } from '../api/client';
  import { decibels, digits, span, watts } from '../figures';
  import Scroller from '../ui/Scroller.svelte';
  import Causes from './Causes.svelte';
  import { inShort } from './entries';

  /** What explains the readings of a day: each beside what was to be expected, the causes by their share, what to read next, and what the readings imply. */
  interface Props {
    explained: ReconcileAnswer;
    rows: LogRow[];
    ontake: (changes: Reconciled['changes']) => void;
    onread: (next: Reconciled['next'][number]) => void;
  }
  let { explained, rows, ontake, onread }: Props = $props();
  const answer = $derived(explained.answer);
  const row = (key: number) => rows.find((row) => row.kind === 'reading' && row.key === key);
  const names = $derived(
    explained.keys.map((key, n) => {
      const entry = row(key);
      return entry ? `${inShort(entry)}, ${digits(entry.mhz, 5)} MHz` : `reading ${n + 1}`;
    }),
  );
  const of = (
    interval: { min: number | null; max: number | null },
    format: (value: number | null) => string,
  ) => span(format(interval.min), format(interval.max));
  const powerTold = $derived(answer?.readings.some((reading) => reading.forward_w !== null) ?? false);
  const ends = (two: (number | null)[] | null, format: (value: number | null) => string) =>
    two ? span(format(two[0] ?? null), format(two[1] ?? null)) : '–';
</script>

{#if answer}
  <p class="serif mt-3.25 mb-2 max-w-240" data-testid="log-verdict">{answer.sentence}</p>
  <Scroller label="Readings beside what was to be expected">
    <table class="plain figures">
      <thead>
        <tr>
          <th scope="col" class="text">Reading</th>
          <th scope="col">forward expected, W</th>
          <th scope="col">SWR expected</th>
          <th scope="col"><span class="visually-hidden">inside or outside</span></th>
        </tr>
      </thead>
      <tbody>
        {#each answer.readings as reading, n (explained.keys[n])}
          <tr>
            <th scope="row" class="text">{names[n]}</th>
            <td>{ends(reading.forward_w, watts)}</td>
            <td
              >{#if reading.swr}<RatioSpan ends={reading.swr} />{:else}–{/if}</td
            >
            <td class="text whitespace-normal" class:outside={!reading.inside}
              >{reading.inside ? '● inside' : '✕ outside'}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
  {#if answer.beside.length}<p class="soft pt-1.25 text-fine" data-testid="log-beside">
      {answer.beside.join(' ')}
    </p>{/if}
  <div class="beside">
    <section>
      <h3>What may be so</h3>
      <Causes causes={answer.explanations} readings={names} />
    </section>
    <section>
      <h3>What to read next</h3>
      {#if answer.next.length}
        <ol>
          {#each answer.next as further, i (i)}
            <li>
              {further.text}
              <small class="figures soft block">{digits(further.bits, 2)} bits of what is open</small>
              {#if further.how === 'meter' || further.how === 'dummy'}<button
                  type="button"
                  class="linkish"
                  onclick={() => onread(further)}>Type it</button
                >{/if}
            </li>
          {/each}
        </ol>
      {:else}
        <p class="soft pt-1.25 text-fine">Nothing that could be read here would change the shares by much.</p>
      {/if}
    </section>
    <section>
      <h3>What the readings imply</h3>
      <table class="plain figures">
        <tbody>
          <tr>
            <th scope="row" class="text">the radio gives</th>
            <td></td>
            {#if powerTold}<td>{of(answer.power_w, watts)} W</td>
            {:else}<td class="text whitespace-normal">no power was read</td>{/if}
          </tr>
          {#each answer.losses as loss, i (i)}
            <tr>
              <th scope="row" class="text">{loss.label} loses</th>
              <td>{digits(loss.mhz, 5)} MHz</td>
              <td>{of(loss.loss_db, decibels)} dB</td>
            </tr>
          {/each}
          {#each answer.silent as part (part.part)}
            <tr>
              <th scope="row" class="text">{part.label} loses</th>
              <td></td>
              <td class="text whitespace-normal">no reading bears on it</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </section>
    {#if answer.changes.length}
      <section>
        <h3>Into the station</h3>
        <ul>
          {#each answer.changes as change (change.place)}<li>{change.text}</li>{/each}
        </ul>
        <p>
          <button type="button" class="firm" onclick={() => ontake(answer.changes)}
            >Take these into the station</button
          >
        </p>
      </section>
    {/if}
  </div>
{/if}

<style>
  .beside {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(21rem, 100%), 1fr));
    gap: 0.4rem 2rem;
    margin-top: 1rem;
  }
  li {
    border-top: 1px solid var(--hairline);
    padding: 0.25rem 0;
  }
  .outside {
    color: var(--heat-ink);
  }
  th[scope='row'] {
    white-space: normal;
    min-width: 7.5rem;
  }
</style>
