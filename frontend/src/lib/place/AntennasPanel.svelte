<script lang="ts">
  import type { AntennaRow, StationFile } from '../api/client';
  import { keptAs } from '../arrangements/arrangements';
  import { digits, ofHundred, watts } from '../figures';
  import type { Session } from '../station/session.svelte';
  import Progress from '../ui/Progress.svelte';
  import AntennaTable from './AntennaTable.svelte';
  import type { Place } from './drawing';
  import PlaceForm from './PlaceForm.svelte';
  import { AntennaRanking } from './ranking.svelte';

  /** Which antenna for this place, with which feed: the place, and what fits in, ranked. */
  let { session }: { session: Session } = $props();
  const ranking = new AntennaRanking();
  const place = $derived(session.document.place ?? null);
  const answer = $derived(ranking.answer);
  const stale = $derived(answer !== null && ranking.ofPlace !== JSON.stringify(place));
  let picked = $state<string | null>(null);
  const chosen = $derived(answer?.rows.find((row) => row.name === picked) ?? answer?.rows[answer.decision]);
  const drawn = $derived(stale || !chosen ? undefined : answer?.drawn[chosen.drawn]);
  const FIRST: Place = {
    length_m: 20,
    breadth_m: 10,
    supports: [{ height_m: 9, x_m: 10, y_m: 5 }],
    house: { x_m: 0, y_m: 5 },
    ground: 'average',
    towards: 'both',
    not: [],
  };

  /** The antenna with its feed becomes the station; what stands now is kept as an arrangement. */
  function take(row: AntennaRow) {
    const kept = session.document.chain.length ? keptAs(session.document, row.name) : session.document;
    session.step({ ...kept, antenna: row.antenna, chain: row.chain } as StationFile, 'adopt');
    session.selected = 'transmitter';
  }
</script>

<section class="mt-4 min-w-0 border-t pt-2.5" aria-label="What do you have room for?">
  <h3>What do you have room for?</h3>
  {#if !place}
    <p class="soft">
      Give the place you have, and the antennas that fit in are ranked, each with every place of the match and
      every line.
    </p>
    <p>
      <button type="button" class="firm" onclick={() => session.change('place', FIRST)}
        >Describe the place</button
      >
    </p>
  {:else}
    <PlaceForm {session} {place} antenna={drawn} prices={answer?.prices ?? []} />
    <p class="py-2.5">
      <button type="button" class="firm" onclick={() => ranking.ask(session.document)}
        >Which antenna, with which feed?</button
      >
      {#if ranking.progress}<button type="button" class="linkish" onclick={() => ranking.stop()}>Stop</button
        >{/if}
    </p>
    {#if ranking.progress}<Progress label="Computing antennas" {...ranking.progress} />{/if}
    {#if ranking.trouble}<p class="fault" role="alert">{ranking.trouble}</p>{/if}
    {#if answer}
      {#if stale}<p class="fault">The place has changed since; ask again.</p>{/if}
      <div data-testid="antennas">
        <p class="serif max-w-224 text-lead leading-snug">{answer.decided}</p>
        <p class="soft">{answer.further}</p>
        <p class="soft">{answer.caution}</p>
      </div>
      {#if answer.left_out}<p class="soft">
          {answer.left_out === 1 ? '1 antenna is' : `${answer.left_out} antennas are`} left out: not to be computed
          on every band.
        </p>{/if}
      {#if chosen}
        <div
          class="my-2.5 grid max-w-240 grid-cols-[minmax(0,1fr)_auto] items-start gap-x-5.5 gap-y-2.5 bg-paper-sunk px-2.75 py-2 max-[700px]:grid-cols-1 max-[700px]:justify-items-start"
        >
          <p>
            <strong>{chosen.name}</strong>: {watts(chosen.watts)} W{#if chosen.between_w}, {chosen.between_w
                .map((value) => watts(value))
                .join(' to ')} in nine of ten cases{/if}{#if chosen.right_in !== null}; near the best in {ofHundred(
                chosen.right_in,
              )} of 100{/if}. It costs {chosen.cost === null
              ? 'what is not known: a price is missing'
              : `about ${digits(chosen.cost)}`}.
            {#if chosen.unmatched.length}Not matched from edge to edge: {chosen.unmatched.join(', ')}.{/if}
            {#if drawn?.kind === 'end-fed'}Its counterpoise is drawn straight behind the feed; it may be led
              another way, a metre above the ground.{/if}
            <span class="soft"
              >By band: {chosen.by_band.map((band) => `${band.name} ${watts(band.towards_w)}`).join(', ')} W.</span
            >
          </p>
          <button type="button" class="firm" disabled={stale} onclick={() => take(chosen)}
            >Make it the station</button
          >
        </div>
      {/if}
      <AntennaTable
        {answer}
        rated_w={session.document.transmitter?.power_w ?? 100}
        {chosen}
        onselect={(row) => (picked = row.name)}
      />
    {/if}
  {/if}
</section>

<style>
  .soft {
    max-width: 56rem;
    padding-top: 0.25rem;
  }
</style>
