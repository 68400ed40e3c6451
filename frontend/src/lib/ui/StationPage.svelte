<script lang="ts">
  import { LATER } from '../../later';
  import { PAGES } from '../../views';
  import type { PartModel, StationRow } from '../api/client';
  import Inspector from '../inspector/Inspector.svelte';
  import LookRound from '../look/LookRound.svelte';
  import Ledger from '../ledger/Ledger.svelte';
  import BandRail from '../rail/BandRail.svelte';
  import type { Shelf } from '../shelf/shelf.svelte';
  import { firstTuner, tunerAt, type Session } from '../station/session.svelte';
  import { placeShown, type Shown } from '../station/shown.svelte';
  import Strip from '../strip/Strip.svelte';
  import StripPatterns from '../strip/StripPatterns.svelte';
  import ConflictPanel from './ConflictPanel.svelte';
  import Fetched from './Fetched.svelte';
  import Header from './Header.svelte';
  import LeftOver from './LeftOver.svelte';
  import Stale from './Stale.svelte';
  import Trouble from './Trouble.svelte';
  import ViewPage from './ViewPage.svelte';
  import Views from './Views.svelte';

  /** A station: the strip, the rail, and one of its views. */
  interface Props {
    session: Session;
    shown: Shown;
    shelf: Shelf;
    stations: StationRow[];
    trouble: string;
    news: string;
    /** The trouble has been read. */
    onread: () => void;
    onopen: (id: number) => void;
    onterms: () => void;
    onconvert: () => void;
  }
  let { session, shown, shelf, stations, trouble, news, onread, onopen, onterms, onconvert }: Props =
    $props();
  /** What of its people is open over it: with whom it is shared, or the code for one's own phone. */
  let people = $state<'sharing' | 'phone' | null>(null);
  /** Where the shelf is open for one more part, or for another line instead of the one there. */
  let shelfFor = $state<{ at: number; instead: boolean } | null>(null);
  const insert = (at: number) => (shelfFor = { at, instead: false });

  function pick(part: PartModel) {
    if (shelfFor?.instead && 'line' in part) {
      const { line, length_m } = part;
      session.change(`chain[${shelfFor.at}]`, { ...session.document.chain[shelfFor.at], line, length_m });
    } else if (shelfFor) session.insert(shelfFor.at, part);
    shelfFor = null;
  }
</script>

<StripPatterns />
{#if people}
  <Fetched file={LATER[people]} quiet>
    {#snippet shown(PeopleDialog)}
      <PeopleDialog
        station={session.keeper.id}
        name={session.document.name ?? ''}
        onclose={() => (people = null)}
      />
    {/snippet}
  </Fetched>
{/if}
<div class="no-print sticky top-0 z-2 bg-paper max-[900px]:static">
  <Header {session} {stations} {onopen} {onterms} {onconvert} onpeople={(what) => (people = what)} />
  {#if trouble}
    <p class="fault border-b px-3.5 py-1.5" role="alert">
      {trouble} <button class="underline" type="button" onclick={onread}>All right</button>
    </p>
  {/if}
  {#if news}<p class="border-b px-3.5 py-1.5" role="status">
      {news} They are in the list of stations.
    </p>{/if}
  {#if session.keeper.conflict}<ConflictPanel
      mine={session.document}
      theirs={session.keeper.conflict}
      base={session.base}
      onsettle={(document) => session.settle(document)}
    />{/if}
  <LeftOver {session} />
  {#key session}<Strip {session} view={shown.view} oninsert={insert} />{/key}
  <Stale {session} />
  <Views place={placeShown(session, shown)} tuner={tunerAt(session) ?? firstTuner(session)} />
</div>
<main
  class="grid grid-cols-[max-content_minmax(0,1fr)_19rem] items-stretch max-[1180px]:grid-cols-[max-content_minmax(0,1fr)_17rem] max-[900px]:grid-cols-1"
>
  <BandRail
    rows={session.answer?.rail ?? []}
    bands={session.document.bands ?? []}
    power={Number(session.document.transmitter?.power_w) || 1}
    mhz={session.mhz}
    stale={session.stale !== ''}
    ontune={(mhz) => session.tuneTo(mhz)}
  />
  {#if shown.view === 'ledger'}
    <Ledger {session} oninsert={insert} onview={(view) => (shown.view = view)} />
    <Inspector {session} {shelf} oninsert={insert} oncompare={(at) => (shelfFor = { at, instead: true })} />
  {:else}
    {@const page = PAGES[shown.view]}
    <div class="view">
      {#key session}
        <svelte:boundary onerror={(error) => console.error(error)}>
          {#key page}<ViewPage {page} of={{ session, shown, shelf }} />{/key}
          {#snippet failed(error: unknown, reset: () => void)}
            <Trouble
              text="This view could not be shown ({String(error)}). What you have entered is not lost."
              onretry={reset}
            />
          {/snippet}
        </svelte:boundary>
      {/key}
    </div>
  {/if}
</main>
{#if shelfFor}
  {@const opened = shelfFor}
  <Fetched file={LATER.shelf} quiet>
    {#snippet shown(ShelfDialog)}
      <ShelfDialog
        {...opened}
        {shelf}
        station={session.document}
        mhz={session.mhz}
        onclose={() => (shelfFor = null)}
        onpick={pick}
      />
    {/snippet}
  </Fetched>
{/if}

<LookRound />

<style>
  .view {
    grid-column: 2 / -1;
    min-width: 0;
  }
  @media (max-width: 900px) {
    .view {
      grid-column: 1;
    }
  }
</style>
