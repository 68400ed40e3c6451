<script lang="ts">
  import { Asking } from '../api/asking.svelte';
  import { api, type BandLedger, type Here, type StationFile } from '../api/client';
  import { sentenceOf } from '../api/refusals';
  import { decibels, digits, shown, watts } from '../figures';
  import PlainLabels from '../strip/PlainLabels.svelte';
  import StripDrawing from '../strip/StripDrawing.svelte';
  import { layOut, lengthsOf } from '../strip/layout';
  import { download } from '../ui/download';
  import Trouble from '../ui/Trouble.svelte';
  import Scroller from '../ui/Scroller.svelte';

  interface Props {
    station: StationFile;
    mhz: number;
    here: Here | null;
    /** Why that is not of what stands now; "" where it is. */
    stale: string;
  }
  let { station, mhz, here, stale }: Props = $props();
  const ledgers = new Asking<BandLedger[]>();
  const rows = $derived(ledgers.answer ?? []);
  /** Whether it is known what the soil takes. */
  const planned = $derived(rows.some((row) => row.result.antenna.sky_w !== undefined));

  $effect(ask);

  function ask() {
    const body = { document: station };
    ledgers.ask(() => api.POST('/api/ledgers', { body }));
  }

  const PRINT_WIDTH_PX = 1020;
  const layout = $derived(here ? layOut(here, lengthsOf(station.chain), PRINT_WIDTH_PX) : null);
  const labels = $derived(station.chain.map((part) => part.label || part.kind));
  interface Entry {
    text: string;
    remedy: string;
    bands: string[];
    same: boolean;
  }
  /** One entry per caution and part: the first band's sentence, and the other bands it holds for. */
  const cautions = $derived.by(() => {
    const entries: Record<string, Entry> = {};
    for (const row of rows)
      for (const { id, stage, text, remedy } of row.result.cautions) {
        const entry = (entries[`${id} ${String(stage)}`] ??= { text, remedy, bands: [], same: true });
        entry.bands.push(row.name);
        entry.same &&= entry.text === text;
      }
    return Object.values(entries);
  });

  /** Where an entry holds; figures that differ from band to band are those of the first. */
  function where({ bands, same }: Entry): string {
    if (bands.length === rows.length && same) return '(every band)';
    if (same || bands.length === 1) return `(${bands.join(', ')})`;
    return `(figures of ${bands[0] ?? ''}; likewise on ${bands.slice(1).join(', ')})`;
  }

  async function csv() {
    const { data, error } = await api.POST('/api/ledgers.csv', {
      body: { document: station },
      parseAs: 'text',
    });
    ledgers.trouble = error ? sentenceOf(error) : '';
    if (error) return;
    download(`${station.name || 'station'}.csv`, String(data ?? ''));
  }
</script>

<section class="px-5.5 pt-4 pb-8 print:p-0" aria-label="Report">
  <div class="flex justify-between gap-4">
    <h2>{station.name}: {station.arrangement}</h2>
    <div class="flex gap-4 print:hidden">
      <button class="linkish whitespace-nowrap" type="button" onclick={() => window.print()}>Print</button>
      <button class="linkish whitespace-nowrap" type="button" onclick={csv}>Ledger as CSV</button>
    </div>
  </div>
  <Trouble text={ledgers.trouble} asking={ledgers} onretry={ask} />
  {#if station.notes}<p class="notes soft">{station.notes}</p>{/if}
  {#if here && layout}
    <div class="print-only">
      <p>{stale || `At ${digits(mhz, 6)} MHz:`} {here.sentence}</p>
      <StripDrawing {here} {layout} name="The run, for print" />
      <PlainLabels {layout} antenna={here.result.antenna.label} />
    </div>
  {/if}
  <Scroller label="Watts by band and part">
    <table class="figures w-full border-collapse text-note">
      <caption class="soft py-1.5 text-left"
        >Watts that each part takes, at the middle of each band, of {watts(
          station.transmitter?.power_w ?? null,
        )} W</caption
      >
      <thead>
        <tr>
          <th scope="col">Band</th>
          <th scope="col">foldback</th>
          <th scope="col">reflected</th>
          {#each labels as label, n (n)}<th scope="col">{label}</th>{/each}
          <th scope="col">antenna’s own</th>
          <th scope="col" class="leaves">leave, W</th>
          {#if planned}<th scope="col">soil</th><th scope="col" class="leaves">for the sky, W</th>{/if}
          <th scope="col">loss, dB</th>
        </tr>
      </thead>
      <tbody>
        {#each rows as row, i (i)}
          <tr>
            <th scope="row">{row.name}</th>
            <td>{shown(row.result.transmitter.held_back_w, watts)}</td>
            <td>{shown(row.result.transmitter.turned_back_w, watts)}</td>
            {#each row.result.stages as stage, n (n)}<td>{shown(stage.taken_w, watts)}</td>{/each}
            <td>{shown(row.result.antenna.taken_w, watts)}</td>
            <td class="leaves">{shown(row.result.total.radiated_w, watts)}</td>
            {#if planned}
              <td>{shown(row.result.antenna.soil_w ?? null, watts)}</td>
              <td class="leaves">{shown(row.result.antenna.sky_w ?? null, watts)}</td>
            {/if}
            <td>{shown(row.result.total.loss_db, decibels)}</td>
          </tr>
        {:else}
          <tr
            ><td colspan={labels.length + (planned ? 8 : 6)}
              >{ledgers.busy
                ? 'Computing …'
                : 'Nothing can be computed yet: describe the antenna and lay the run, in Ledger.'}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  </Scroller>
  <p class="small soft mt-1.5 text-fine">
    “Foldback” is what the radio’s protection holds back; “reflected” is what comes back to the radio and is
    not sent again.
  </p>
  <h3 class="mt-4 print:mt-1.25">Cautions</h3>
  <ul>
    {#each cautions as caution, n (n)}
      <li class="border-t py-1 text-note">
        <span class="sign" aria-hidden="true">▲</span>
        {caution.text} <span class="soft">{caution.remedy}</span>
        <span class="soft">{where(caution)}</span>
      </li>
    {/each}
  </ul>
  <p class="small soft mt-1.5 text-fine">
    Tithe estimates and teaches; it certifies nothing. Grounding, bonding, lightning protection and RF
    exposure follow the local codes and the licensing authority.
  </p>
</section>

<style>
  th,
  td {
    text-align: right;
    padding: 0.22rem 0.5rem;
    border-top: 1px solid var(--hairline);
    font-weight: 400;
  }
  thead th {
    color: var(--ink-soft);
    font-size: 12.5px;
    vertical-align: bottom;
    border-top: none;
  }
  th:first-child {
    text-align: left;
    white-space: nowrap;
  }
  .leaves {
    color: var(--radiated-ink);
    font-weight: 600;
  }
  .sign {
    color: var(--caution-ink);
    font-size: 11px;
  }
  @media print {
    .print-only {
      zoom: 0.8;
    }
    table,
    li,
    .small,
    .notes {
      font-size: 9.5px;
      line-height: 1.2;
    }
    th,
    td,
    li {
      padding-block: 1px;
    }
  }
</style>
