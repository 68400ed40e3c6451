<script lang="ts">
  import type { PartModel } from '../api/client';
  import { decibels, shown, watts } from '../figures';
  import type { Shelf } from '../shelf/shelf.svelte';
  import { withNetwork } from '../station/chain';
  import type { Session } from '../station/session.svelte';
  import ChoiceField from './ChoiceField.svelte';
  import CoilQuality from './CoilQuality.svelte';
  import KeepOnShelf from './KeepOnShelf.svelte';
  import LineTypeFields from './LineTypeFields.svelte';
  import TextField from './TextField.svelte';
  import NumberField from './NumberField.svelte';
  import PartCautions from './PartCautions.svelte';
  import PartTools from './PartTools.svelte';
  import SettingFields from './SettingFields.svelte';
  import { LINE_LIMITS, NETWORKS, numbersOf, RATINGS, STRAYS } from './fields';

  interface Props {
    session: Session;
    shelf: Shelf;
    part: PartModel;
    at: number;
    oninsert: (at: number) => void;
  }
  let { session, shelf, part, at, oninsert }: Props = $props();

  const place = $derived(`chain[${at}]`);
  const stage = $derived(session.answer?.here?.result.stages[at]);
  /** What the shelf's line of that type has, shown where nothing is typed. */
  const usual = $derived.by<Record<string, number | undefined>>(() => {
    const line = part.kind === 'line' ? shelf.lines.find((one) => one.slug === part.line) : undefined;
    const heat = line?.heat_w_per_m;
    return {
      heat_w_per_m: heat == null ? undefined : Number(heat.toPrecision(3)),
      wet_factor: line?.wet_factor,
      low_band_factor: line?.low_band_factor,
    };
  });
  const bypassed = $derived(part.bypassed || (part.kind === 'tuner' && part.setting === 'bypass'));

  function bypass(on: boolean) {
    if (part.kind === 'tuner') session.change(`${place}.setting`, on ? 'bypass' : 'auto');
    else session.change(`${place}.bypassed`, on);
  }
</script>

<div class="head">
  <h2>{part.label || part.kind}</h2>
  <PartTools {session} {at} {oninsert} />
</div>
{#if stage}
  <p class="share figures">
    {bypassed
      ? 'Bypassed: takes nothing.'
      : `Takes ${shown(stage.taken_w, watts)} W, ${shown(stage.loss_db, decibels)} dB.`}
    {stage.lacks ? `No match: it ${stage.lacks}.` : ''}
  </p>
{/if}
<TextField {session} place="{place}.label" label="Name" />
{#if part.kind === 'line'}
  <LineTypeFields {session} {place} line={part.line} lines={shelf.lines} />
{:else if part.kind === 'tuner'}
  <ChoiceField
    label="Network"
    value={part.network}
    options={NETWORKS}
    fault={session.faults[`${place}.network`]}
    onchoose={(network) => session.change(place, withNetwork(part, network))}
  />
  <SettingFields {session} {place} tuner={part} {stage} />
{/if}
{#each numbersOf(part) as spec (`${place}.${spec.key}`)}
  <NumberField {session} place="{place}.{spec.key}" {spec} />
{/each}
{#if part.kind === 'tuner' && part.network !== 'rated'}
  <CoilQuality {session} {place} tuner={part} />
{:else if part.kind === 'inline' || part.kind === 'transformer'}
  <label class="switch">
    <input
      type="checkbox"
      checked={part.choke ?? (part.kind === 'transformer' && part.ratio === 1)}
      onchange={(event) => session.change(`${place}.choke`, event.currentTarget.checked)}
    />
    A choke: keeps current off the outside of the coax
  </label>
{/if}
{#if part.kind === 'meter'}
  <ChoiceField
    label="Shows"
    value={part.mode ?? 'average'}
    options={[
      ['average', 'the average'],
      ['peak', 'the peak'],
    ]}
    onchoose={(mode) => session.change(`${place}.mode`, mode)}
  />
{/if}
<label class="switch">
  <input type="checkbox" checked={bypassed} onchange={(event) => bypass(event.currentTarget.checked)} />
  Bypass
</label>
<PartCautions {session} {at} note={stage?.handbook_note ?? ''} />
{#if part.kind === 'line'}
  <details>
    <summary>Heat and weather</summary>
    {#each LINE_LIMITS as spec (`${place}.${spec.key}`)}
      <NumberField {session} place="{place}.{spec.key}" spec={{ ...spec, unset: usual[spec.key] }} />
    {/each}
  </details>
{:else}
  {#if part.kind === 'tuner' && part.network !== 'rated'}
    <details>
      <summary>Strays</summary>
      {#each STRAYS as spec (`${place}.${spec.key}`)}
        <NumberField {session} place="{place}.{spec.key}" {spec} />
      {/each}
    </details>
  {/if}
  <details>
    <summary>Ratings</summary>
    {#each RATINGS as spec (`${place}.${spec.key}`)}
      <NumberField {session} place="{place}.{spec.key}" {spec} />
    {/each}
    <ChoiceField
      label="Passes DC"
      value={part.passes_dc == null ? 'unknown' : part.passes_dc ? 'yes' : 'no'}
      options={[
        ['unknown', 'not known'],
        ['yes', 'yes'],
        ['no', 'no'],
      ]}
      onchoose={(answer) =>
        session.change(`${place}.passes_dc`, answer === 'unknown' ? undefined : answer === 'yes')}
    />
    {#if part.kind === 'tuner'}
      <label class="switch">
        <input
          type="checkbox"
          checked={part.dc_on_coax}
          onchange={(event) => session.change(`${place}.dc_on_coax`, event.currentTarget.checked)}
        />
        Its supply comes through the coax
      </label>
    {/if}
  </details>
{/if}
<KeepOnShelf {shelf} {part} />
<p class="hint">
  On the strip, the arrow keys walk along the run; with Shift they move the part; Delete removes it.
</p>

<style>
  .head {
    display: flex;
    justify-content: space-between;
    gap: 0.5rem;
    align-items: start;
  }
  h2 {
    font-size: 1.15rem;
    overflow-wrap: anywhere;
  }
  .share {
    color: var(--heat-ink);
    margin: 0.2rem 0 0.6rem;
  }
  .hint {
    color: var(--ink-soft);
  }
  .switch {
    display: flex;
    gap: 0.5rem;
    align-items: center;
    padding: 0.5rem 0;
    border-top: 1px solid var(--hairline);
  }
  .switch input {
    accent-color: var(--conducted-ink);
    width: 1.05rem;
    height: 1.05rem;
  }
  summary {
    padding: 0.4rem 0;
    border-top: 1px solid var(--hairline);
    color: var(--ink-soft);
  }
  .hint {
    font-size: 13px;
    margin-top: 0.8rem;
  }
</style>
