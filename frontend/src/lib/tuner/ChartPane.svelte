<script lang="ts">
  import { asks } from '../api/asking.svelte';
  import { api, type PresetFile } from '../api/client';
  import { sentenceOf } from '../api/refusals';
  import type { Session } from '../station/session.svelte';
  import { withValue } from '../station/paths';
  import { download } from '../ui/download';
  import Trouble from '../ui/Trouble.svelte';
  import ChartTable from './ChartTable.svelte';
  import { chartRows } from './presetRows';
  import { knobName, type KnobTuner } from './knobs';
  import PresetForm from './PresetForm.svelte';
  import Retuning from './Retuning.svelte';

  /** The chart of presets: what stands on the notepad beside the tuner, dated, with the bands never tuned. */
  let { session, at, tuner }: { session: Session; at: number; tuner: KnobTuner } = $props();
  const chart = asks(
    () => ({ document: session.document, at }),
    (body) => api.POST('/api/tuner/chart', { body }),
  );
  let trouble = $state('');
  let editing = $state<number | null>(null);
  let picker = $state<HTMLInputElement>();

  const place = $derived(`chain[${at}].presets`);
  const presets = $derived(tuner.presets ?? []);
  const rows = $derived(chart.answer ? chartRows(tuner, presets, chart.answer) : []);
  /** What is wrong, by the row; under −1 what is wrong with the chart as a whole. */
  const faults = $derived(
    Object.fromEntries(
      Object.entries(session.faults)
        .filter(([where]) => where.startsWith(place))
        .map(([where, rule]): [number, string] => {
          const match = /^\[(\d+)\](?:\.dials)?\.?(\w*)/.exec(where.slice(place.length));
          const [, row = '-1', field = ''] = match ?? [];
          return [Number(row), `${field ? knobName(field) : 'it'} ${rule}`];
        }),
    ),
  );

  const wrong = $derived(Object.keys(session.faults).length > 0);

  function put(next: PresetFile[], what: string) {
    session.step(withValue(session.document, place, next), what);
    editing = null;
  }
  const keep = (row: PresetFile) =>
    put(
      editing === null ? [...presets, row] : presets.map((preset, n) => (n === editing ? row : preset)),
      'preset',
    );

  async function save() {
    const body = { document: session.document, at };
    const { data, error } = await api.POST('/api/tuner/presets.csv', { body, parseAs: 'text' });
    trouble = error ? sentenceOf(error) : '';
    if (error) return;
    download(`${session.document.name || 'station'}, presets.csv`, String(data ?? ''));
  }

  async function bringIn(file: File | undefined) {
    if (!file) return;
    const body = { document: session.document, at, text: await file.text() };
    const { data, error } = await api.POST('/api/tuner/presets/read', { body });
    trouble = error ? `${file.name}: ${sentenceOf(error)}` : '';
    if (data) put([...presets, ...data], 'presets from a file');
  }
</script>

<div class="print-only">
  <h2>{session.document.name}: {tuner.label || 'tuner'}</h2>
</div>
<div class="no-print">
  <Trouble text={trouble || (wrong ? '' : chart.trouble)} asking={chart} />
  {#if faults[-1]}<p class="fault" role="alert">The chart: {faults[-1]}.</p>{/if}
  {#if chart.answer}<p class="serif my-2 max-w-240" data-testid="chart-verdict">
      {chart.answer.sentence}
    </p>{/if}
  {#if !rows.length && chart.answer}
    <p class="soft max-w-240 text-fine">
      No preset is kept yet. Write down where the dials stand at a match, or turn the tuner here and keep what
      you find.
    </p>
  {/if}
</div>
{#if rows.length}
  <ChartTable
    {tuner}
    {rows}
    {faults}
    onedit={(row) => (editing = row)}
    onremove={(row) =>
      put(
        presets.filter((_, n) => n !== row),
        'preset removed',
      )}
  />
  <p class="soft no-print max-w-240 text-fine">
    “Expected now” is the SWR with the dials there, as the station is described today. In italics: predicted,
    with the least loss that matches; below, from where to where it may be.
  </p>
{/if}
<div class="no-print">
  <p class="flex flex-wrap gap-x-5.5 gap-y-1.25 py-2">
    <button type="button" class="linkish" onclick={() => window.print()}>Print the chart</button>
    <button type="button" class="linkish" onclick={save}>Chart as CSV</button>
    <button type="button" class="linkish" onclick={() => picker?.click()}>Bring in CSV</button>
    <input
      bind:this={picker}
      type="file"
      accept=".csv,text/csv,text/plain"
      class="visually-hidden"
      tabindex="-1"
      aria-label="A chart of presets as CSV"
      onchange={(event) => {
        void bringIn(event.currentTarget.files?.[0]);
        event.currentTarget.value = '';
      }}
    />
  </p>
  <h3 class="mt-2.5">{editing === null ? 'A row more' : 'Put a row right'}</h3>
  {#key editing}
    <PresetForm
      station={session.keeper.id}
      {at}
      row_at={editing}
      {tuner}
      mhz={session.mhz}
      row={editing === null ? null : (presets[editing] ?? null)}
      onkeep={keep}
      oncancel={() => (editing = null)}
    />
  {/key}
  <Retuning {session} {at} />
</div>
