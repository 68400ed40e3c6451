<script lang="ts">
  import RatioSpan from '../convert/RatioSpan.svelte';
  import type { LogRow, ReconcileAnswer, Reconciled } from '../api/client';
  import { decibels, digits, span, watts } from '../figures';
  import Scroller from '../ui/Scroller.svelte';
  import { told } from './entries';

  /** What explains the readings of a day: each beside what was to be expected, the explanations, what they imply, and what to read next. */
  interface Props {
    found: ReconcileAnswer;
    rows: LogRow[];
    ontake: (changes: Reconciled['changes']) => void;
  }
  let { found, rows, ontake }: Props = $props();
  const answer = $derived(found.answer);
  const row = (key: number) => rows.find((one) => one.kind === 'reading' && one.key === key);
  const of = (one: { min: number | null; max: number | null }, format: (value: number | null) => string) =>
    span(format(one.min), format(one.max));
  const likely = (weight: number) => `${digits(100 * weight, 2)} % likely, among all that was tried`;
  const ends = (two: (number | null)[] | null, format: (value: number | null) => string) =>
    two ? span(format(two[0] ?? null), format(two[1] ?? null)) : '–';
</script>

{#if answer}
  <p class="verdict serif" data-testid="log-verdict">{answer.sentence}</p>
  <Scroller label="Readings beside what was to be expected">
    <table class="plain figures">
      <thead>
        <tr>
          <th scope="col" class="text">Reading</th>
          <th scope="col">MHz</th>
          <th scope="col">forward expected, W</th>
          <th scope="col">SWR expected</th>
          <th scope="col"><span class="visually-hidden">inside or outside</span></th>
        </tr>
      </thead>
      <tbody>
        {#each answer.readings as one, n (found.keys[n])}
          {@const entry = row(found.keys[n] ?? -1)}
          <tr>
            <th scope="row" class="text">{entry ? told(entry) : `reading ${n + 1}`}</th>
            <td>{entry ? digits(entry.mhz, 5) : ''}</td>
            <td>{ends(one.forward_w, watts)}</td>
            <td
              >{#if one.swr}<RatioSpan ends={one.swr} />{:else}–{/if}</td
            >
            <td class="text" class:outside={!one.inside}>{one.inside ? '● inside' : '✕ outside'}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
  <div class="beside">
    <section>
      <h3>What explains them</h3>
      {#each answer.explanations.slice(0, 1) as one, i (i)}
        <p>{one.text} <small class="figures">{likely(one.weight)}</small></p>
      {/each}
      {#if answer.explanations.length > 1}
        <details>
          <summary>What else was tried and is not ruled out</summary>
          <ul>
            {#each answer.explanations.slice(1) as one, i (i)}
              <li>{one.text} <small class="figures">{likely(one.weight)}</small></li>
            {/each}
          </ul>
        </details>
      {/if}
    </section>
    <section>
      <h3>What they imply</h3>
      <table class="plain figures">
        <tbody>
          <tr>
            <th scope="row" class="text">the radio gives</th>
            <td></td>
            <td>{of(answer.power_w, watts)} W</td>
          </tr>
          {#each answer.losses as one, i (i)}
            <tr>
              <th scope="row" class="text">{one.label} loses</th>
              <td>{digits(one.mhz, 5)} MHz</td>
              <td>{of(one.loss_db, decibels)} dB{one.read ? '' : ' °'}</td>
            </tr>
          {/each}
        </tbody>
      </table>
      {#if answer.losses.some((one) => !one.read)}
        <p class="soft">° as written, with what is uncertain of that: no reading bears on it.</p>
      {/if}
    </section>
    {#if answer.changes.length}
      <section>
        <h3>Into the station</h3>
        <ul>
          {#each answer.changes as one (one.place)}<li>{one.text}</li>{/each}
        </ul>
        <p>
          <button type="button" class="firm" onclick={() => ontake(answer.changes)}
            >Take these into the station</button
          >
        </p>
      </section>
    {/if}
    <section>
      <h3>What to read next</h3>
      <ol>
        {#each answer.next as one, i (i)}<li>{one.text}</li>{/each}
      </ol>
    </section>
  </div>
{/if}

<style>
  .verdict {
    margin: 0.5rem 0;
    max-width: 60rem;
  }
  .beside {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(18rem, 100%), 1fr));
    gap: 0.4rem 2rem;
    margin-top: 1rem;
  }
  summary {
    color: var(--ink-soft);
    font-size: 13.5px;
  }
  small {
    display: block;
    color: var(--ink-soft);
  }
  li {
    border-top: 1px solid var(--hairline);
    padding: 0.25rem 0;
  }
  .soft {
    font-size: 13.5px;
    padding-top: 0.3rem;
  }
  .outside {
    color: var(--heat-ink);
  }
  th[scope='row'] {
    white-space: normal;
    min-width: 7.5rem;
  }
</style>
