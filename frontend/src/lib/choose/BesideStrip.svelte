<script lang="ts">
  import { tick } from 'svelte';
  import { keptAs } from '../arrangements/arrangements';
  import type { Candidate, CandidateLook, StationFile } from '../api/client';
  import Cautions from '../ledger/Cautions.svelte';
  import { decibels, digits, shown, watts } from '../figures';
  import PlainLabels from '../strip/PlainLabels.svelte';
  import StripDrawing from '../strip/StripDrawing.svelte';
  import { layOut, lengthsOf } from '../strip/layout';

  interface Props {
    station: StationFile;
    mhz: number;
    /** Take it over; what stands now is kept as an arrangement. */
    onadopt: (document: StationFile) => void;
    candidate: Candidate;
    look: CandidateLook;
    /** Whether anything stands now that it could be compared with. */
    stands?: boolean;
    onclose: () => void;
  }
  let { station, mhz, onadopt, candidate, look, stands = true, onclose }: Props = $props();
  let width = $state(900);
  let section = $state<HTMLElement>();
  const other = $derived(look.comparison.other);
  const layout = $derived(other ? layOut(other, lengthsOf(look.chain), width) : null);

  $effect(() => {
    void look.name;
    section?.scrollIntoView({ block: 'start' });
  });

  async function adopt() {
    const kept = keptAs(station, look.name);
    onadopt({ ...kept, chain: look.chain, antenna: look.antenna });
    onclose();
    await tick();
    document.querySelector('.strip')?.scrollIntoView({ block: 'start' });
  }
</script>

<section
  aria-label={stands ? 'Beside what stands now' : 'The candidate looked at'}
  bind:this={section}
  bind:clientWidth={width}
>
  <h3 class="text-lead">{look.name}, at {digits(mhz, 5)} MHz</h3>
  {#if other && layout}
    <StripDrawing here={other} {layout} name={look.name} />
    <PlainLabels {layout} antenna={other.result.antenna.label} />
    <p>{other.sentence}</p>
  {:else}<p>The antenna’s data do not reach this frequency.</p>{/if}
  {#if candidate.note}<p class="max-w-184 text-caution-ink">{candidate.note}</p>{/if}
  <div class="grid grid-cols-[repeat(auto-fit,minmax(16rem,1fr))] gap-x-10 gap-y-2 pt-2">
    <div>
      <h4 class="soft text-fine">To buy</h4>
      {#if candidate.buy.length}
        <ul>
          {#each candidate.buy as bought, i (i)}
            <li>
              {bought.unit === 'm'
                ? `${digits(bought.quantity)} m of `
                : bought.quantity > 1
                  ? `${bought.quantity} × `
                  : ''}{bought.name}
              <span class="figures">{bought.price === null ? '(no price)' : digits(bought.price)}</span>
            </li>
          {/each}
        </ul>
      {:else}<p>Nothing.</p>{/if}
      {#if candidate.id !== 'present'}
        <p class="flex items-baseline gap-4 pt-2.75">
          <button type="button" class="firm" onclick={adopt}>Adopt it as an arrangement</button>
          <button type="button" class="linkish" onclick={onclose}>Close</button>
        </p>
      {/if}
    </div>
    <div class="scroller">
      <table class="plain figures">
        <thead>
          <tr>
            <th scope="col">Band</th>
            {#if stands}<th scope="col">now, W</th>{/if}
            <th scope="col">then, W</th>
            {#if stands}<th scope="col">dB</th>{/if}
          </tr>
        </thead>
        <tbody>
          {#each look.comparison.rows as row, i (i)}
            <tr>
              <th scope="row">{row.name}</th>
              {#if stands}<td>{shown(row.now_w, watts)}</td>{/if}
              <td>{shown(row.then_w, watts)}</td>
              {#if stands}<td>{row.gain_db === null ? '–' : shown(row.gain_db, decibels)}</td>{/if}
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  </div>
  {#if other}<Cautions cautions={other.result.cautions} />{/if}
</section>

<style>
  section {
    border-top: 2px solid var(--standing-ink);
    border-bottom: 1px solid var(--hairline);
    margin: 0.8rem 0;
    padding: 0.5rem 0;
    overflow: hidden;
    scroll-margin-top: 22.5rem;
  }
</style>
