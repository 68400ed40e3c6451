<script lang="ts">
  import type { BeforeOut, KeptPromise, LogRow } from '../api/client';
  import { Asking } from '../api/asking.svelte';
  import { api } from '../api/client';
  import { digits } from '../figures';
  import Before from './Before.svelte';
  import { day, inShort } from './entries';
  import type { Kind } from './log.svelte';

  /** A row of the timeline, and what may be done with it. */
  interface Props {
    row: LogRow;
    /** Whether it was taken out. */
    removed: boolean;
    onremove: () => void;
    onopen: () => void;
  }
  let { row, removed, onremove, onopen }: Props = $props();
  const NAMES: Record<Kind, string> = {
    reading: 'reading',
    note: 'note',
    sweep: 'sweep',
    preset: 'preset',
    change: 'change',
  };
  const text = $derived(inShort(row));
  const own = $derived(row.kind === 'reading' || row.kind === 'note');
  let open = $state(false);
  const before = new Asking<BeforeOut>();

  const promised = $derived(row.kind === 'note' && 'promised' in row.body);
  const promise = new Asking<KeptPromise>();
  const compare = () =>
    promise.ask(() => api.GET('/api/log/{pk}/promise', { params: { path: { pk: row.key } } }));

  function ask() {
    open = !open;
    if (open) before.ask(() => api.GET('/api/log/{pk}/before', { params: { path: { pk: row.key } } }));
  }
</script>

<tr class={row.kind}>
  <th class="align-top" scope="row"
    >{day(row.date)}<small class="hidden max-[640px]:block">{NAMES[row.kind]}</small></th
  >
  <td class="text kind align-top">{NAMES[row.kind]}</td>
  <td class="align-top">{row.mhz === null ? '' : digits(row.mhz, 5)}</td>
  <td class="text says align-top">
    <div class="line">
      <span>{text}</span>
      <span class="ways no-print">
        {#if removed}
          <button type="button" class="linkish" aria-label="bring back: {text}" onclick={onremove}
            >bring back</button
          >
        {:else}
          {#if own}
            <button
              type="button"
              class="linkish"
              aria-expanded={open}
              aria-label="what changed before: {text}"
              onclick={ask}>what changed before?</button
            >
          {/if}
          {#if promised}
            <button type="button" class="linkish" aria-label="what it brought: {text}" onclick={compare}
              >what did it bring?</button
            >
          {/if}
          {#if row.kind === 'sweep' || row.kind === 'preset'}
            <button type="button" class="linkish" aria-label="look at: {text}" onclick={onopen}
              >look at it</button
            >
          {/if}
          {#if own || row.kind === 'sweep'}
            <button type="button" class="linkish" aria-label="take out: {text}" onclick={onremove}
              >take out</button
            >
          {/if}
        {/if}
      </span>
    </div>
    {#if promise.answer || promise.trouble}
      <p role="status">{promise.answer?.sentence ?? promise.trouble}</p>
    {/if}
    {#if open}<Before before={before.answer} trouble={before.trouble} />{/if}
  </td>
</tr>

<style>
  .kind {
    color: var(--ink-soft);
  }
  .says {
    white-space: normal;
    overflow-wrap: anywhere;
    width: 100%;
    min-width: 11rem;
  }
  .line {
    display: flex;
    justify-content: space-between;
    gap: 0.2rem 1rem;
  }
  .ways {
    flex: none;
  }
  .change .says {
    color: var(--ink-soft);
  }
  button {
    margin-left: 0.6rem;
    font-size: 13px;
  }
  @media (max-width: 640px) {
    /* What it is stands beneath its date. */
    .kind {
      display: none;
    }
    .line {
      flex-wrap: wrap;
    }
    button {
      margin: 0 0.8rem 0 0;
    }
  }
</style>
