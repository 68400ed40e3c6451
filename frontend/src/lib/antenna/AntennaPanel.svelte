<script lang="ts">
  import { api, type Bands, type PlannedOut, type Result, type StationFile } from '../api/client';
  import { sentenceOf } from '../api/refusals';
  import { shown, swr } from '../figures';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import TextField from '../ui/TextField.svelte';
  import NumberField from '../ui/NumberField.svelte';
  import type { Form } from '../ui/form';
  import PlanPanel from './PlanPanel.svelte';
  import { withAntenna } from './measured';
  import { planned } from './planning';
  import PointsField from './PointsField.svelte';
  import { bandEdges } from './points';

  interface Props {
    form: Form;
    antenna: Antenna;
    bands: Bands;
    mhz: number;
    result: Result['antenna'] | undefined;
    estimate: PlannedOut | null | undefined;
  }
  let { form, antenna, bands, mhz, result, estimate }: Props = $props();

  type Antenna = StationFile['antenna'];
  const TOO_LARGE = 8_000_000;
  let refused = $state('');
  const fault = $derived(refused || faultInSweep());
  const lossVaries = $derived(Array.isArray(antenna.loss_ohm));

  const KINDS: [string, string][] = [
    ['unknown', 'not described yet'],
    ['swr', 'its SWR only'],
    ['table', 'a table of R and X'],
    ['resonator', 'a resonator'],
    ['touchstone', 'a sweep'],
    ['wires', 'its wires: not built yet'],
  ];

  function choose(kind: string) {
    const label = antenna.label;
    const fresh: Record<string, object> = {
      unknown: { kind, label },
      swr: { kind, label, plane: 'radio', points: [] },
      table: { kind, label, points: [] },
      resonator: { kind, label, f0_mhz: mhz, r_ohm: 50, q: 10 },
      wires: planned('dipole', mhz, { label }),
    };
    const next = fresh[kind];
    if (!next) return;
    form.change('', withAntenna(form.document as StationFile, next as Antenna));
    if (kind === 'swr') form.drafts = { 'antenna.points': bandEdges(bands) };
  }

  async function bring(file: File | undefined) {
    if (!file) return;
    refused = file.size > TOO_LARGE ? 'It must be a text file of 8 MB or less.' : '';
    if (refused) return;
    const { data, error } = await api.POST('/api/antenna/read', { body: { text: await file.text() } });
    if (data) {
      const read = { ...data.antenna, label: antenna.label } as Antenna;
      form.change('', withAntenna(form.document as StationFile, read));
    } else refused = sentenceOf(error);
  }

  /** The first complaint below the antenna: where in the sweep, and what. */
  function faultInSweep(): string {
    const fault = Object.entries(form.faults).find(([place]) => place.startsWith('antenna.content'));
    return fault ? `${fault[0].replace(/^antenna\.content\.?/, '')} ${fault[1]}.`.trim() : '';
  }
</script>

<h2 class="text-lead">{antenna.label || 'Antenna'}</h2>
{#if result}
  <p class="figures">
    R {shown(result.r_ohm)} Ω, X {shown(result.x_ohm)} Ω here; SWR {shown(result.swr, swr)} at the feedpoint.
  </p>
{/if}
<TextField {form} place="antenna.label" label="Name" />
<ChoiceField
  label="Known by"
  value={antenna.kind}
  options={KINDS.filter(([kind]) => kind !== 'touchstone' || antenna.kind === 'touchstone')}
  onchoose={choose}
/>
{#if antenna.kind === 'swr'}
  <ChoiceField
    label="Read"
    value={antenna.plane ?? 'feedpoint'}
    options={[
      ['radio', 'in the room, tuner off'],
      ['feedpoint', 'at the feedpoint'],
    ]}
    onchoose={(plane) => form.change('antenna.plane', plane)}
  />
  {#if antenna.plane !== 'radio' || antenna.reference_ohm != null}
    <NumberField
      {form}
      place="antenna.reference_ohm"
      spec={{ label: 'Read against (empty: 50 Ω)', quantity: 'ohm', optional: true }}
    />
  {/if}
  <PointsField {form} label="SWR at each frequency" heads={['MHz', 'SWR']} />
{:else if antenna.kind === 'table'}
  <PointsField {form} label="R and X at each frequency" heads={['MHz', 'R', 'X']} />
{:else if antenna.kind === 'resonator'}
  <NumberField {form} place="antenna.f0_mhz" spec={{ label: 'Resonant at', quantity: 'frequency' }} />
  <NumberField {form} place="antenna.r_ohm" spec={{ label: 'R at resonance', quantity: 'ohm' }} />
  <NumberField {form} place="antenna.q" spec={{ label: 'Q', quantity: 'plain' }} />
{:else if antenna.kind === 'wires'}
  <PlanPanel {form} {antenna} {bands} {mhz} {estimate} />
{/if}
<label class="grid gap-1.5 border-t py-2">
  <span>Bring in a sweep or table (.s1p, .csv)</span>
  <input
    type="file"
    accept=".s1p,.csv,.txt,text/plain,text/csv"
    onchange={(event) => bring(event.currentTarget.files?.[0])}
  />
</label>
{#if fault}<p class="fault" role="alert">The file was not read. {fault}</p>{/if}
{#if lossVaries}
  <p>Its loss resistance is a table over frequency.</p>
{:else}
  <NumberField
    {form}
    place="antenna.loss_ohm"
    spec={{ label: 'Loss in R: ground, coil, wire', quantity: 'ohm', optional: true }}
  />
{/if}

<style>
  p {
    margin: 0.2rem 0 0.6rem;
    color: var(--ink-soft);
  }
</style>
