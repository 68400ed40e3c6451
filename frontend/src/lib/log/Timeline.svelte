<script lang="ts">
  import { tick } from 'svelte';
  import type { LogRow } from '../api/client';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import Scroller from '../ui/Scroller.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import EntryPage from './EntryPage.svelte';
  import { KINDS, type Kind, type Log } from './log.svelte';

  /** All that is dated of a station, newest first, more of it as one scrolls. */
  interface Props {
    log: Log;
    /** The station, for its file. */
    station: number;
    bands: { name: string; low_mhz: number; high_mhz: number }[];
    onchange: () => void;
    /** To look at a sweep or a preset where it is worked with. */
    onopen: (row: LogRow) => void;
  }
  let { log, station, bands, onchange, onopen }: Props = $props();
  const band = $derived(
    bands.findIndex(({ low_mhz, high_mhz }) => low_mhz === log.band?.[0] && high_mhz === log.band[1]),
  );
  let putAway = $state.raw<LogRow | null>(null);
  let printing = $state(false);
  const PAGE = 100;
  const pages = $derived(
    Array.from({ length: Math.ceil(log.rows.length / PAGE) }, (_, n) =>
      log.rows.slice(PAGE * n, PAGE * (n + 1)),
    ),
  );

  function show(kind: string) {
    log.removed = kind === 'removed';
    log.kinds = kind === '' || log.removed ? [] : [kind as Kind];
    void log.load();
  }
  function choose(at: string) {
    const band = at === '' ? undefined : bands[Number(at)];
    log.band = band ? [band.low_mhz, band.high_mhz] : null;
    void log.load();
  }
  async function remove(row: LogRow) {
    const [ofLog, tell] = [log, onchange]; // by then another view may be open, and these properties gone
    await ofLog.remove(row, !ofLog.removed);
    putAway = ofLog.removed || ofLog.trouble ? null : row;
    tell();
  }
  async function bringBack() {
    const [ofLog, tell] = [log, onchange];
    if (putAway) await ofLog.remove(putAway, false);
    putAway = null;
    tell();
  }
  async function print() {
    await log.loadAll();
    printing = true;
    await tick();
    window.print();
    printing = false;
  }

  /** The end of what is shown: once it is in sight, more is read. */
  function end(node: HTMLElement) {
    const watching = new IntersectionObserver((seen) => {
      if (seen.some((entry) => entry.isIntersecting) && !log.busy && !log.all) void log.load(true);
    });
    watching.observe(node);
    return { destroy: () => watching.disconnect() };
  }
</script>

<div class="no-print flex flex-wrap gap-x-8 gap-y-1.25">
  <ChoiceField
    label="Show"
    value={log.removed ? 'removed' : (log.kinds[0] ?? '')}
    options={[...KINDS, ['removed', 'what was taken out']]}
    onchoose={show}
  />
  <ChoiceField
    label="Band"
    value={band < 0 ? '' : String(band)}
    options={[['', 'all'], ...bands.map(({ name }, n): [string, string] => [String(n), name])]}
    onchoose={choose}
  />
  <p class="flex items-baseline gap-5.5">
    <button type="button" class="linkish" onclick={print}>Print the log</button>
    <a class="underline" href="/api/stations/{station}/log.csv" download>Log as CSV</a>
  </p>
</div>
<Trouble text={log.trouble} />
{#if putAway !== null}
  <p role="status">
    Taken out. <button type="button" class="linkish" onclick={bringBack}>Bring it back</button>
  </p>
{/if}
{#if log.rows.length}
  <Scroller label="The log, newest first">
    <table class="plain figures w-full">
      <thead>
        <tr>
          <th scope="col">Date</th>
          <th scope="col" class="text max-[640px]:hidden">What</th>
          <th scope="col">MHz</th>
          <th scope="col" class="text"><span class="visually-hidden">what it says</span></th>
        </tr>
      </thead>
      {#each pages as rows, n (n)}
        <EntryPage {rows} removed={log.removed} whole={n === 0 || printing} onremove={remove} {onopen} />
      {/each}
    </table>
  </Scroller>
  <p class="soft no-print">
    {log.rows.length} of {log.count}
    {#if !log.all}
      <button type="button" class="linkish" disabled={log.busy} onclick={() => log.load(true)}
        >Older entries</button
      >
    {/if}
  </p>
  {#if !log.all}<div use:end></div>{/if}
{:else if !log.busy}
  <p class="soft">{log.removed ? 'Nothing was taken out.' : 'Nothing is noted yet.'}</p>
{/if}
