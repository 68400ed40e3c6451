<script lang="ts">
  import type { Bands, RailRow } from '../api/client';
  import { middle, shown, watts } from '../figures';
  import { preferences } from '../station/preferences.svelte';
  import { narrow } from '../ui/screen';
  import { STATES } from './states';

  interface Props {
    rows: RailRow[];
    bands: Bands;
    /** Rated power, W. */
    power: number;
    mhz: number;
    /** Whether the watts are not those of what stands now. */
    stale: boolean;
    ontune: (mhz: number) => void;
  }
  let { rows, bands, power, mhz, stale, ontune }: Props = $props();

  /** On a narrow screen it is a line that opens, closed again by the choice. */
  let opened = $state(false);
  const open = $derived(narrow.current ? opened : preferences.rail.open);
  const toggle = () => (narrow.current ? (opened = !opened) : preferences.rail.toggle());
  const present = $derived(rows.find((_, n) => inside(n)));
  const lead = $derived(
    narrow.current
      ? present
        ? `Bands: ${present.name}, ${shown(present.radiated_w, watts)} watts, ${STATES[present.state].word}`
        : 'Bands'
      : 'The bands in full',
  );

  const inside = (n: number) => {
    const band = bands[n];
    return band !== undefined && mhz >= band.low_mhz && mhz <= band.high_mhz;
  };
</script>

<nav aria-label="Bands" class="rail flex w-58 flex-col border-r py-2.5" class:folded={!open}>
  <h2 class="font-sans text-fine">
    <button type="button" class="fold" aria-expanded={open} aria-label={lead} onclick={toggle}>
      {#if narrow.current}
        <span
          >{#if present}{present.name}
            <b class="figures max-[900px]:text-ink">{shown(present.radiated_w, watts)} W</b>
            <span style:color={STATES[present.state].ink} aria-hidden="true"
              >{STATES[present.state].mark}</span
            >{:else}Bands{/if}</span
        >
      {:else if open}<span>Watts that leave{stale ? ', before' : ''}</span>{/if}
      <span aria-hidden="true"
        >{#if narrow.current}{open ? '▴' : '▾'}{:else}{open ? '«' : '»'}{/if}</span
      >
    </button>
  </h2>
  {#if open || !narrow.current}
    {#each rows as row, n (n)}
      {@const state = STATES[row.state]}
      <button
        type="button"
        class="band"
        class:chosen={inside(n)}
        aria-pressed={inside(n)}
        title={row.why || state.word}
        onclick={() => {
          opened = false;
          ontune(row.mhz);
        }}
      >
        <span>{row.name}</span>
        {#if open}
          <span class="bar block h-1.75 border-b" aria-hidden="true">
            <span
              class="block h-full bg-radiated"
              style:width="{Math.min(100, (100 * (middle(row.radiated_w) ?? 0)) / power)}%"
            ></span>
          </span>
        {/if}
        <span class="figures text-right whitespace-nowrap" class:visually-hidden={!open}
          >{row.state === 'unknown' ? '' : shown(row.radiated_w, watts)}</span
        >
        <span style:color={state.ink} aria-hidden="true">{state.mark}</span>
        <span class="visually-hidden">watts; {state.word}</span>
      </button>
    {/each}
  {/if}
  {#if open}
    <div class="key soft px-3.5 pt-2 text-fine">
      <button type="button" aria-expanded={preferences.legend.open} onclick={preferences.legend.toggle}
        >What the signs mean</button
      >
      {#if preferences.legend.open}
        <dl class="grid grid-cols-[1.2rem_1fr] gap-y-0.5">
          {#each Object.values(STATES) as state (state.word)}
            <dt style:color={state.ink}>{state.mark}</dt>
            <dd>{state.word}</dd>
          {/each}
        </dl>
      {/if}
    </div>
  {/if}
</nav>

<style>
  .folded {
    width: 5.4rem;
  }
  .fold {
    display: flex;
    justify-content: space-between;
    gap: 0.5rem;
    width: 100%;
    min-height: 24px;
    padding: 0 0.9rem 0.3rem;
    color: var(--ink-soft);
    font-weight: inherit;
  }
  .fold:hover {
    color: var(--ink);
  }
  .band {
    display: grid;
    grid-template-columns: 3rem minmax(1.5rem, 1fr) minmax(3.4rem, max-content) 1rem;
    align-items: center;
    gap: 0.5rem;
    padding: 0.32rem 0.9rem;
    text-align: left;
    border-left: 3px solid transparent;
  }
  .folded .band {
    grid-template-columns: 1fr 1rem;
    gap: 0.2rem;
  }
  .band:hover {
    background: var(--paper-sunk);
  }
  .band:focus-visible,
  .fold:focus-visible {
    outline-offset: -2px;
  }
  .chosen {
    border-left-color: var(--ink);
    background: var(--paper-sunk);
    font-weight: 600;
  }
  .key button {
    min-height: 24px;
    text-decoration: underline dotted;
  }
  @media (max-width: 900px) {
    .rail,
    .folded {
      width: auto;
      border-right: none;
      border-bottom: 1px solid var(--hairline);
      padding: 0;
    }
    .fold {
      padding: 0.35rem 0.9rem;
      min-height: 34px;
      align-items: center;
      font-size: 15px;
    }
  }
</style>
