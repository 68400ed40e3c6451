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

<div class="flex items-start justify-between gap-2">
  <h2 class="text-lead wrap-anywhere">{part.label || part.kind}</h2>
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
  <p class="share figures mt-0.75 mb-2.5 text-heat-ink">
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
  <p class="pt-0.75 pb-2">
    <a class="linkish" href={addressOf({ ...placeOn(session, 'tuner'), part: at })}
      >Its reach, presets and dials</a
    >
  </p>
{/if}
{#each marks as mark, n (n)}<p class="mb-1.5 border-l-3 border-l-standing py-0.5 pl-2.5 text-fine">
    {mark}
  </p>{/each}
<TextField form={session} place="{place}.label" label="Name" />
{@render askFor(within(undefined))}
{#if 'line' in part}
  <button type="button" class="linkish py-1.25" onclick={() => oncompare(at)}>Compare lines here</button>
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
<p class="soft mt-3.25 text-fine">
  On the strip, the arrow keys walk along the run; with Shift they move the part; Delete removes it.
</p>

<style>
  summary {
    padding: 0.4rem 0;
    border-top: 1px solid var(--hairline);
    color: var(--ink-soft);
  }
</style>
