<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { api, type StationFile } from './lib/api/client';
  import { lookRound } from './lib/look/lookRound.svelte';
  import { Shelf } from './lib/shelf/shelf.svelte';
  import { recall } from './lib/station/drafts';
  import Notices from './lib/ui/Notices.svelte';
  import { begin, bringEverythingIn, bringIn, holdsEverything, keep } from './lib/station/library';
  import { Stations } from './lib/station/stations.svelte';
  import { Session } from './lib/station/session.svelte';
  import { placeShown, Shown, showPlace } from './lib/station/shown.svelte';
  import { Router } from './lib/ui/router.svelte';
  import './lib/ui/theme.svelte';
  import { terms } from './lib/terms/terms.svelte';
  import { converter } from './lib/convert/converter.svelte';
  import { DEMO } from './lib/ui/starts';
  import type { Place } from './routes';
  import { LATER } from './later';
  import Fetched from './lib/ui/Fetched.svelte';
  import { fetchViews, VIEWS } from './views';

  /** The two kinds of page; the one that the address asks for is fetched beside its data. */
  const DOOR = () => import('./lib/ui/Door.svelte');
  const STATION = () => import('./lib/ui/StationPage.svelte');

  let session = $state.raw<Session | null>(null);
  let showing = $state.raw(new Shown());
  const stations = new Stations();
  let trouble = $state('');
  let news = $state('');
  let ready = $state(false);
  let showsTerms = $state(false);
  const onterms = () => (showsTerms = true);
  const shelf = new Shelf();

  onMount(open);

  const router = new Router();

  async function open() {
    void ('asks' in router.place ? DOOR() : STATION()).catch(() => undefined);
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
      showPlace(session as Session, showing, place);
  }

  /** Whether it is there to be shown. */
  async function show(pk: number, late: () => boolean): Promise<boolean> {
    const { data, response } = await api.GET('/api/stations/{pk}', { params: { path: { pk: pk } } });
    if (late()) return false;
    if (!data) {
      session = null;
      trouble =
        response.status === 404
          ? `Station ${pk} is not kept here.`
          : `Station ${pk} could not be read: the server has trouble, or does not answer.`;
      return false;
    }
    trouble = '';
    const recalled = await recall(data);
    if (late()) return false;
    session?.end();
    session = new Session(data, recalled);
    showing = new Shown();
    if (!stations.rows.some((row) => row.id === pk)) await stations.load(); // one just begun
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
    if (session && ready && !('asks' in at) && at.id === session.keeper.id)
      router.shows(placeShown(session, showing));
  });
  $effect(() => {
    const view = session ? VIEWS[showing.view] : '';
    document.title = session ? `${view} · ${session.document.name || 'Station'} · Tithe` : 'Stations · Tithe';
  });

  async function start(slug: string) {
    const id = await begin(slug);
    if (id !== null) openStation(id);
    else trouble = 'The station could not be made.';
  }

  /** The demo station, which is begun where there is none. */
  async function demo(): Promise<number | null> {
    const id = stations.rows.find((row) => row.name === DEMO.name)?.id ?? (await begin(DEMO.slug));
    if (id === null) trouble = 'The station could not be made.';
    return id;
  }
  /** Asked for at the front door. */
  async function lookAgain() {
    const id = await demo();
    if (id === null) return;
    lookRound.begin();
    openStation(id);
  }
  async function practise() {
    const id = await demo();
    if (id !== null) router.go({ id, view: 'practice' });
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
    ].map((sentence) => ` ${sentence}.`);
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
</script>

{#if converter.text !== null}
  {@const power = Number(session?.document.transmitter?.power_w) || 100}
  <Fetched file={LATER.converter} quiet>
    {#snippet shown(ConverterDialog)}<ConverterDialog {power} />{/snippet}
  </Fetched>
{/if}
{#if showsTerms}
  <Fetched file={LATER.terms} quiet>
    {#snippet shown(TermsDialog)}<TermsDialog onclose={() => (showsTerms = false)} />{/snippet}
  </Fetched>
{/if}
<svelte:window
  onclick={(event) => router.follow(event)}
  ondragover={(event) => event.preventDefault()}
  ondrop={dropped}
/>
<Notices />

{#if session}
  {@const at = session}
  <Fetched file={STATION} quiet>
    {#snippet shown(StationPage)}
      <StationPage
        session={at}
        shown={showing}
        {shelf}
        stations={stations.rows}
        {trouble}
        {news}
        onread={() => (trouble = '')}
        onopen={openStation}
        {onterms}
        onconvert={() => converter.open()}
      />
    {/snippet}
  </Fetched>
{:else if ready}
  <Fetched file={DOOR} quiet>
    {#snippet shown(Door)}
      <Door
        {stations}
        {trouble}
        {news}
        {shelf}
        query={'asks' in router.place ? router.place.asks : ''}
        onstart={start}
        onfile={importFile}
        onlook={lookAgain}
        onpractice={practise}
        {onterms}
        onconvert={() => converter.open()}
        onask={(asks) => router.shows({ asks })}
        onstation={beginWith}
      />
    {/snippet}
  </Fetched>
{:else}
  <main class="block p-16">Opening …</main>
{/if}
