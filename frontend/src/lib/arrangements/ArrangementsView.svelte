<script lang="ts">
  import { asks } from '../api/asking.svelte';
  import { api, type Figure, type StationFile } from '../api/client';
  import { decibels, shown, watts } from '../figures';
  import PlainLabels from '../strip/PlainLabels.svelte';
  import StripDrawing from '../strip/StripDrawing.svelte';
  import { layOut, lengthsOf } from '../strip/layout';
  import Trouble from '../ui/Trouble.svelte';
  import { changedOver, dropped, keptAs } from './arrangements';
  import Scroller from '../ui/Scroller.svelte';

  interface Props {
    station: StationFile;
    mhz: number;
    /** Put another document in place of this one, as a step of its own. */
    onreplace: (document: StationFile, what: string) => void;
  }
  let { station, mhz, onreplace }: Props = $props();

  let name = $state('');
  let other = $state(0);
  let width = $state(1200);
  const asking = asks(
    () => (kept.length ? { document: station, mhz, other: Math.min(other, kept.length - 1) } : null),
    (body) => api.POST('/api/compare', { body }),
  );
  const comparison = $derived(asking.answer);
  const kept = $derived(station.arrangements ?? []);
  const present = $derived(station.arrangement ?? 'as it is');

  const layout = $derived(
    comparison?.other ? layOut(comparison.other, lengthsOf(kept[other]?.chain ?? []), width) : null,
  );
  /** A change with its sign; a span where the phase is unknown. */
  const signed = (figure: Figure, format: (v: number | null) => string) =>
    figure === null ? '–' : shown(figure, (v) => `${v !== null && v > 0 ? '+' : ''}${format(v)}`);

  function keep() {
    other = kept.length;
    const variant = keptAs(station, name.trim() || `${present}, changed`);
    onreplace(variant, 'keep');
    name = '';
  }
</script>

<section class="max-w-248 px-5.5 py-4" aria-label="Arrangements">
  <h2>Arrangements of this station</h2>
  <p class="soft max-w-176">
    On the strip: <strong>{present}</strong>. Keep it and go on with a variant of it; nothing is lost, and the
    two can be laid beside each other.
  </p>
  <form
    onsubmit={(event) => {
      event.preventDefault();
      keep();
    }}
  >
    <label for="variant">Keep this one and start a variant called</label>
    <input class="min-w-56" id="variant" bind:value={name} placeholder="tuner at the mast" />
    <button class="linkish" type="submit">Start the variant</button>
  </form>
  {#if kept.length}
    <ul>
      {#each kept as arrangement, n (n)}
        <li class="border-t">
          <label
            ><input type="radio" name="other" checked={other === n} onchange={() => (other = n)} />
            {arrangement.name}</label
          >
          <button class="linkish" type="button" onclick={() => onreplace(changedOver(station, n), 'change')}
            >Change over to it</button
          >
          <button class="linkish" type="button" onclick={() => onreplace(dropped(station, n), 'drop')}
            >Drop it</button
          >
        </li>
      {/each}
    </ul>
  {/if}
</section>
<Trouble text={asking.trouble} {asking} />
{#if comparison}
  <section aria-label="Comparison" bind:clientWidth={width} class="max-w-none border-t pb-8">
    {#if layout && comparison.other}
      <h3 class="text-plain">{comparison.names[1]}, at the same frequency</h3>
      <StripDrawing here={comparison.other} {layout} name={comparison.names[1] ?? ''} />
      <PlainLabels {layout} antenna={comparison.other.result.antenna.label} />
    {/if}
    <p class="verdict serif max-w-176 text-ink" data-testid="comparison">{comparison.sentence}</p>
    <div class="figures-of-both">
      <Scroller label="Both arrangements by band">
        <table class="figures min-w-160 border-collapse">
          <thead>
            <tr>
              <th scope="col">Band</th>
              <th scope="col">{comparison.names[0]}, W</th>
              <th scope="col">{comparison.names[1]}, W</th>
              <th scope="col">change, W</th>
              <th scope="col">dB</th>
              <th scope="col">S-units</th>
            </tr>
          </thead>
          <tbody>
            {#each comparison.rows as row, i (i)}
              <tr>
                <th scope="row">{row.name}</th>
                <td>{shown(row.now_w, watts)}</td>
                <td>{shown(row.then_w, watts)}</td>
                <td>{signed(row.gain_w, watts)}</td>
                <td>{signed(row.gain_db, decibels)}</td>
                <td>{signed(row.gain_s_units, decibels)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </Scroller>
    </div>
  </section>
{/if}

<style>
  h3,
  .verdict,
  .figures-of-both {
    padding: 0.6rem 1.4rem 0;
  }
  .verdict {
    font-size: 1.3rem;
    max-width: 50rem;
    padding-bottom: 0.6rem;
  }
  form,
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 0.8rem;
    align-items: baseline;
    padding: 0.5rem 0;
  }
  th,
  td {
    text-align: right;
    padding: 0.25rem 0.8rem;
    border-top: 1px solid var(--hairline);
    font-weight: 400;
  }
  thead th {
    color: var(--ink-soft);
    border-top: none;
    font-size: 13px;
  }
  th:first-child {
    text-align: left;
  }
</style>
