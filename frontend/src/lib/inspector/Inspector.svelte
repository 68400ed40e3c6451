<script lang="ts">
  import type { ShelfLine } from '../api/client';
  import type { Session } from '../station/session.svelte';
  import { decibels, shown, watts } from '../figures';
  import AntennaPanel from './AntennaPanel.svelte';
  import ChoiceField from './ChoiceField.svelte';
  import NumberField from './NumberField.svelte';
  import { NETWORKS, NUMBERS } from './fields';

  let { session, shelf }: { session: Session; shelf: ShelfLine[] } = $props();

  const at = $derived(typeof session.selected === 'number' ? session.selected : -1);
  const part = $derived(session.document.chain[at]);
  const place = $derived(`chain[${at}]`);
  const stage = $derived(session.answer?.here?.result.stages[at]);
  const bypassed = $derived(
    part !== undefined && (part.kind === 'tuner' ? part.setting === 'bypass' : part.bypassed),
  );

  function bypass(on: boolean) {
    if (part?.kind === 'tuner') session.change(`${place}.setting`, on ? 'bypass' : 'auto');
    else session.change(`${place}.bypassed`, on);
  }
</script>

<aside aria-label="Inspector" class="inspector">
  {#if part}
    <h2>{part.label || part.kind}</h2>
    {#if stage}
      <p class="share figures">
        {bypassed
          ? 'Bypassed: takes nothing.'
          : `Takes ${shown(stage.taken_w, watts)} W, ${shown(stage.loss_db, decibels)} dB.`}
        {stage.lacks ? `No match: it ${stage.lacks}.` : ''}
      </p>
    {/if}
    {#if stage?.handbook_note}<p class="note">{stage.handbook_note}</p>{/if}
    <div class="field">
      <label for="part-label">Name</label>
      <input
        id="part-label"
        value={part.label}
        oninput={(event) => session.change(`${place}.label`, event.currentTarget.value)}
      />
    </div>
    {#if part.kind === 'line'}
      <ChoiceField
        label="Type"
        value={typeof part.line === 'string' ? part.line : 'own figures'}
        options={shelf.map((line) => [line.slug, line.name])}
        fault={session.faults[`${place}.line`]}
        onchoose={(slug) => session.change(`${place}.line`, slug)}
      />
    {:else if part.kind === 'tuner'}
      <ChoiceField
        label="Network"
        value={part.network}
        options={NETWORKS}
        fault={session.faults[`${place}.network`]}
        onchoose={(slug) => session.change(`${place}.network`, slug)}
      />
    {/if}
    {#each NUMBERS[part.kind] as spec (`${place}.${spec.key}`)}
      <NumberField {session} place="{place}.{spec.key}" {spec} />
    {/each}
    <label class="switch">
      <input type="checkbox" checked={bypassed} onchange={(event) => bypass(event.currentTarget.checked)} />
      Bypass
    </label>
  {:else if session.selected === 'antenna'}
    <AntennaPanel {session} />
  {:else}
    <h2>Transmitter</h2>
    <NumberField
      {session}
      place="transmitter.power_w"
      spec={{ key: 'power_w', label: 'Rated power', unit: 'W', slide: { min: 5, max: 400, step: 5 } }}
    />
    <ChoiceField
      label="Protection"
      value={typeof session.document.transmitter.foldback === 'string'
        ? session.document.transmitter.foldback
        : 'own points'}
      options={[
        ['folds-from-2', 'folds back from SWR 2'],
        ['none', 'no protection'],
        ['pi-output', 'valve stage, matches to SWR 3'],
      ]}
      onchoose={(name) => session.change('transmitter.foldback', name)}
    />
  {/if}
</aside>

<style>
  .inspector {
    padding: 0.9rem 1.2rem 2rem;
    border-left: 1px solid var(--hairline);
    min-width: 0;
  }
  h2 {
    font-size: 1.15rem;
    overflow-wrap: anywhere;
  }
  .share {
    color: var(--heat-ink);
    margin: 0.2rem 0 0.6rem;
  }
  .field {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0.8rem;
    padding: 0.3rem 0;
    border-top: 1px solid var(--hairline);
  }
  .field label {
    color: var(--ink-soft);
  }
  .field input {
    background: none;
    border-bottom: 1px solid var(--ink-soft);
    min-width: 0;
  }
  .note {
    color: var(--ink-soft);
    font-size: 13.5px;
    margin-bottom: 0.6rem;
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
</style>
