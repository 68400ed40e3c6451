<script lang="ts">
  import type { PartModel } from '../api/client';
  import { decibels, shown, watts } from '../figures';
  import type { Shelf } from '../shelf/shelf.svelte';
  import { addressOf } from '../../routes';
  import { placeOn, type Session } from '../station/session.svelte';
  import ReadingForm from '../log/ReadingForm.svelte';
  import KeepOnShelf from './KeepOnShelf.svelte';
  import PartCautions from './PartCautions.svelte';
  import PartField from './PartField.svelte';
  import PartTools from './PartTools.svelte';
  import SwitchField from '../ui/SwitchField.svelte';
  import TextField from '../ui/TextField.svelte';
  import { definitionOf, fieldsOf, type Field } from './schema';

  interface Props {
    session: Session;
    shelf: Shelf;
    part: PartModel;
    at: number;
    oninsert: (at: number) => void;
    oncompare: (at: number) => void;
  }
  let { session, shelf, part, at, oninsert, oncompare }: Props = $props();

  const place = $derived(`chain[${at}]`);
  const stage = $derived(session.answer?.here?.result.stages[at]);
  const cautions = $derived(
    session.answer?.here?.result.cautions.filter((caution) => caution.stage === at) ?? [],
  );
  const fields = $derived(fieldsOf(definitionOf(part)));
  const sections = $derived([
    ...new Set(fields.map(({ ask }) => ask.section).filter((section) => section !== undefined)),
  ]);
  const within = (section: string | undefined) => fields.filter(({ ask }) => ask.section === section);
  const marks = $derived(session.answer?.measured?.find((part) => part.at === at)?.marks ?? []);
  const bypassed = $derived(part.bypassed || ('setting' in part && part.setting === 'bypass'));
  const traded = $derived(stage && 'traded' in stage ? stage.traded : '');
  const lacks = $derived(stage && 'lacks' in stage ? stage.lacks : '');
  const note = $derived(stage && 'handbook_note' in stage ? stage.handbook_note : '');

  function bypass(on: boolean) {
    if ('setting' in part) session.change(`${place}.setting`, on ? 'bypass' : 'auto');
    else session.change(`${place}.bypassed`, on);
  }
</script>

{#snippet askFor(ofSection: Field[])}
  {#each ofSection as field (`${place}.${field.key}`)}
    <PartField form={session} {place} {part} {field} {stage} lines={shelf.lines} mhz={session.mhz} />
  {/each}
{/snippet}

<div class="head">
  <h2>{part.label || part.kind}</h2>
  <PartTools
    {at}
    length={session.document.chain.length}
    onmove={(to) => session.move(at, to)}
    onduplicate={() => session.insert(at + 1, structuredClone(part))}
    onremove={() => session.remove(at)}
    {oninsert}
  />
</div>
{#if stage}
  <p class="share figures">
    {bypassed
      ? 'Bypassed: takes nothing.'
      : `Takes ${shown(stage.taken_w, watts)} W, ${shown(stage.loss_db, decibels)} dB.`}
    {lacks ? `No match: it ${lacks}.` : traded}
  </p>
{/if}
{#if part.kind === 'meter'}
  <details>
    <summary>What it read</summary>
    <ReadingForm {session} at={part.label || 'meter'} />
  </details>
{/if}
{#if part.kind === 'tuner'}
  <p class="way">
    <a href={addressOf({ ...placeOn(session, 'tuner'), part: at })}>Its reach, presets and dials</a>
  </p>
{/if}
{#each marks as mark, n (n)}<p class="measured">{mark}</p>{/each}
<TextField form={session} place="{place}.label" label="Name" />
{@render askFor(within(undefined))}
{#if 'line' in part}
  <button type="button" class="linkish compare" onclick={() => oncompare(at)}>Compare lines here</button>
{/if}
<SwitchField label="Bypass" checked={bypassed} onchange={bypass} />
<PartCautions {cautions} note={note ?? ''} />
{#each sections as section (section)}
  <details>
    <summary>{section}</summary>
    {@render askFor(within(section))}
  </details>
{/each}
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
  .measured {
    border-left: 3px solid var(--standing);
    padding: 0.1rem 0 0.1rem 0.6rem;
    margin-bottom: 0.4rem;
    font-size: 13.5px;
  }
  .way {
    padding: 0.2rem 0 0.5rem;
  }
  .way a {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .hint {
    color: var(--ink-soft);
  }
  .compare {
    padding: 0.3rem 0;
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
