<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { api, type PartModel, type StationFile } from './lib/api/client';
  import LossAsk from './lib/loss/LossAsk.svelte';
  import Inspector from './lib/inspector/Inspector.svelte';
  import Ledger from './lib/ledger/Ledger.svelte';
  import LookRound from './lib/look/LookRound.svelte';
  import { lookRound } from './lib/look/lookRound.svelte';
  import BandRail from './lib/rail/BandRail.svelte';
  import { Shelf } from './lib/shelf/shelf.svelte';
  import ShelfDialog from './lib/shelf/ShelfDialog.svelte';
  import { recall } from './lib/station/drafts';
  import LeftOver from './lib/ui/LeftOver.svelte';
  import Notices from './lib/ui/Notices.svelte';
  import Stale from './lib/ui/Stale.svelte';
  import Trouble from './lib/ui/Trouble.svelte';
  import { begin, bringEverythingIn, bringIn, holdsEverything, keep } from './lib/station/library';
  import { Stations } from './lib/station/stations.svelte';
  import { placeShown, Session, showPlace, tunerAt } from './lib/station/session.svelte';
  import Strip from './lib/strip/Strip.svelte';
  import StripPatterns from './lib/strip/StripPatterns.svelte';
  import ConflictPanel from './lib/ui/ConflictPanel.svelte';
  import Header from './lib/ui/Header.svelte';
  import { Router } from './lib/ui/router.svelte';
  import ViewPage from './lib/ui/ViewPage.svelte';
  import Views from './lib/ui/Views.svelte';
  import { terms } from './lib/terms/terms.svelte';
  import { converter } from './lib/convert/converter.svelte';
  import ConverterDialog from './lib/convert/ConverterDialog.svelte';
  import TermsDialog from './lib/terms/TermsDialog.svelte';
  import { DEMO } from './lib/ui/starts';
  import Welcome from './lib/ui/Welcome.svelte';
  import type { Place } from './routes';
  import { fetchViews, PAGES, VIEWS } from './views';

  let session = $state.raw<Session | null>(null);
  const stations = new Stations();
  let trouble = $state('');
  let news = $state('');
  let ready = $state(false);
  /** Where the shelf is open for one more part, or for another line instead of the one there. */
  let shelfFor = $state<{ at: number; instead: boolean } | null>(null);
  const insert = (at: number) => (shelfFor = { at, instead: false });
  let showsTerms = $state(false);
  const shelf = new Shelf();

  onMount(open);

  const router = new Router();

  async function open() {
    await Promise.all([stations.load(), shelf.load(), terms.load()]);
    if (!stations.trouble) await follow(router.place);
    ready = true;
    fetchViews();
  }

  let following = 0;

  /** Show what the address says; what it said before, and is still being read, comes too late. */
  async function follow(place: Place) {
    const turn = ++following;
    const late = () => turn !== following;
    if ('asks' in place) {
      if (session) await stations.load();
      if (late()) return;
      session?.end();
      session = null;
      lookRound.end();
    } else if (place.id === session?.keeper.id || (await show(place.id, late)))
      showPlace(session as Session, place);
  }

  /** Whether it is there to be shown. */
  async function show(asked: number, late: () => boolean): Promise<boolean> {
    const { data, response } = await api.GET('/api/stations/{pk}', { params: { path: { pk: asked } } });
    if (late()) return false;
    if (!data) {
      session = null;
      trouble =
        response.status === 404
          ? `Station ${asked} is not kept here.`
          : `Station ${asked} could not be read: the server has trouble, or does not answer.`;
      return false;
    }
    trouble = '';
    const recalled = await recall(data);
    if (late()) return false;
    session?.end();
    session = new Session(data, recalled);
    if (!stations.rows.some((row) => row.id === asked)) await stations.load(); // one just begun
    if (data.name === DEMO.name && !lookRound.seen) lookRound.begin();
    return true;
  }

  const openStation = (id: number) => router.go({ id, view: 'ledger' });

  $effect(() => {
    const { place } = router;
    if (untrack(() => ready)) void untrack(() => follow(place));
  });
  $effect(() => {
    // Until the station of the address is the one shown, the address leads.
    const at = untrack(() => router.place);
    if (session && ready && !('asks' in at) && at.id === session.keeper.id) router.shows(placeShown(session));
  });
  $effect(() => {
    const view = session ? VIEWS[session.view] : '';
    document.title = session ? `${view} · ${session.document.name || 'Station'} · Tithe` : 'Stations · Tithe';
  });

  async function start(slug: string) {
    const id = await begin(slug);
    if (id !== null) openStation(id);
    else trouble = 'The station could not be made.';
  }

  /** Asked for at the front door: over the demo station, which is begun where there is none. */
  async function lookAgain() {
    const demo = stations.rows.find((row) => row.name === DEMO.name)?.id ?? (await begin(DEMO.slug));
    if (demo === null) trouble = 'The station could not be made.';
    else {
      lookRound.begin();
      openStation(demo);
    }
  }

  async function beginWith(document: StationFile) {
    const kept = await keep(document);
    if ('id' in kept) openStation(kept.id);
    else trouble = kept.refused;
  }

  async function importFile(file: File | undefined) {
    if (!file) return;
    trouble = news = '';
    if (await holdsEverything(file)) return importEverything(file);
    const result = await bringIn(file);
    if ('id' in result) openStation(result.id);
    else trouble = result.refused;
  }

  async function importEverything(file: File) {
    const { stations: names, deleted, already, refused } = await bringEverythingIn(file);
    await Promise.all([stations.load(), shelf.load()]);
    const taken = names.length === 1 ? '1 station was' : `${names.length} stations were`;
    const beside = [
      ...(deleted ? [`${deleted} more are among those deleted of late`] : []),
      ...(already ? [`${already} were here already and are left as they are`] : []),
    ].map((one) => ` ${one}.`);
    if (!refused) news = `${taken} taken in, with history, log, sweeps and shelf.${beside.join('')}`;
    else if (names.length)
      trouble = `${refused} Before that ${taken} taken in; taken in again, nothing is doubled.`;
    else trouble = refused;
  }

  function dropped(event: DragEvent) {
    const file = event.dataTransfer?.files[0];
    if (!file) return;
    event.preventDefault();
    void importFile(file);
  }

  function pick(part: PartModel) {
    if (session && shelfFor?.instead && 'line' in part) {
      const { line, length_m } = part;
      session.change(`chain[${shelfFor.at}]`, { ...session.document.chain[shelfFor.at], line, length_m });
    } else if (session && shelfFor) session.insert(shelfFor.at, part);
    shelfFor = null;
  }
</script>

<LookRound />
{#if converter.text !== null}<ConverterDialog
    power={Number(session?.document.transmitter?.power_w) || 100}
  />{/if}
{#if showsTerms}<TermsDialog onclose={() => (showsTerms = false)} />{/if}
<svelte:window
  onclick={(event) => router.follow(event)}
  ondragover={(event) => event.preventDefault()}
  ondrop={dropped}
/>
<StripPatterns />
<Notices />

{#if session}
  <div class="fixed">
    <Header
      {session}
      stations={stations.rows}
      onopen={openStation}
      onterms={() => (showsTerms = true)}
      onconvert={() => converter.open()}
    />
    {#if trouble}
      <p class="trouble" role="alert">
        {trouble} <button type="button" onclick={() => (trouble = '')}>All right</button>
      </p>
    {/if}
    {#if news}<p class="news" role="status">{news} They are in the list of stations.</p>{/if}
    {#if session.keeper.conflict}<ConflictPanel
        mine={session.document}
        theirs={session.keeper.conflict}
        base={session.base}
        onsettle={(document) => session?.settle(document)}
      />{/if}
    <LeftOver {session} />
    {#key session}<Strip {session} oninsert={insert} />{/key}
    <Stale {session} />
    <Views place={placeShown(session)} tuner={tunerAt(session)} />
  </div>
  <main>
    <BandRail
      rows={session.answer?.rail ?? []}
      bands={session.document.bands ?? []}
      power={Number(session.document.transmitter?.power_w) || 1}
      mhz={session.mhz}
      stale={session.stale !== ''}
      ontune={(mhz) => session?.tuneTo(mhz)}
    />
    {#if session.view === 'ledger'}
      <Ledger {session} oninsert={insert} />
      <Inspector {session} {shelf} oninsert={insert} oncompare={(at) => (shelfFor = { at, instead: true })} />
    {:else}
      {@const at = session}
      {@const page = PAGES[session.view]}
      <div class="view">
        {#key at}
          <svelte:boundary onerror={(error) => console.error(error)}>
            {#key page}<ViewPage {page} {at} {shelf} />{/key}
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
    <ShelfDialog
      {...shelfFor}
      {shelf}
      station={session.document}
      mhz={session.mhz}
      onclose={() => (shelfFor = null)}
      onpick={pick}
    />
  {/if}
{:else if ready}
  <Welcome
    {stations}
    {trouble}
    {news}
    onstart={start}
    onfile={importFile}
    onlook={lookAgain}
    onterms={() => (showsTerms = true)}
    onconvert={() => converter.open()}
  >
    <LossAsk
      {shelf}
      query={'asks' in router.place ? router.place.asks : ''}
      onask={(asks) => router.shows({ asks })}
      onstation={beginWith}
    />
  </Welcome>
{:else}
  <main class="notice">Opening …</main>
{/if}

<style>
  .fixed {
    position: sticky;
    top: 0;
    z-index: 2;
    background: var(--paper);
  }
  .news {
    padding: 0.4rem 0.9rem;
    border-bottom: 1px solid var(--hairline);
  }
  .trouble {
    padding: 0.4rem 0.9rem;
    color: var(--heat-ink);
    border-bottom: 1px solid var(--hairline);
  }
  .trouble button {
    text-decoration: underline;
  }
  main {
    display: grid;
    grid-template-columns: 14.5rem minmax(0, 1fr) 19rem;
    align-items: stretch;
  }
  .view {
    grid-column: 2 / -1;
    min-width: 0;
  }
  .notice {
    display: block;
    padding: 4rem;
  }
  @media (max-width: 900px) {
    .fixed {
      position: static;
    }
    main {
      grid-template-columns: minmax(0, 1fr);
    }
    .view {
      grid-column: 1;
    }
  }
</style>
