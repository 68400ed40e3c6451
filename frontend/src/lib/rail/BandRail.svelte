<script lang="ts">
  import type { Bands, RailRow } from '../api/client';
  import { middle, shown, watts } from '../figures';
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

  const inside = (n: number) => {
    const band = bands[n];
    return band !== undefined && mhz >= band.low_mhz && mhz <= band.high_mhz;
  };
</script>

<nav aria-label="Bands" class="rail">
  <h2>Watts that leave{stale ? ', before' : ''}</h2>
  {#each rows as row, n (n)}
    {@const state = STATES[row.state]}
    <button
      type="button"
      class:chosen={inside(n)}
      aria-pressed={inside(n)}
      title={row.why || state.word}
      onclick={() => ontune(row.mhz)}
    >
      <span class="name">{row.name}</span>
      <span class="bar" aria-hidden="true">
        <span style:width="{Math.min(100, (100 * (middle(row.radiated_w) ?? 0)) / power)}%"></span>
      </span>
      <span class="figures watts">{row.state === 'unknown' ? '' : shown(row.radiated_w, watts)}</span>
      <span class="sign" style:color={state.ink} aria-hidden="true">{state.mark}</span>
      <span class="visually-hidden">watts; {state.word}</span>
    </button>
  {/each}
  <dl class="key">
    {#each Object.values(STATES) as state (state.word)}
      <dt style:color={state.ink}>{state.mark}</dt>
      <dd>{state.word}</dd>
    {/each}
  </dl>
</nav>

<style>
  .rail {
    display: flex;
    flex-direction: column;
    padding: 0.75rem 0;
    border-right: 1px solid var(--hairline);
  }
  h2 {
    font-size: 12.5px;
    color: var(--ink-soft);
    padding: 0 0.9rem 0.35rem;
    font-family: 'Source Sans 3 Variable', sans-serif;
  }
  button {
    display: grid;
    grid-template-columns: 3rem minmax(1.5rem, 1fr) minmax(3.4rem, max-content) 1rem;
    align-items: center;
    gap: 0.5rem;
    padding: 0.32rem 0.9rem;
    text-align: left;
    border-left: 3px solid transparent;
  }
  button:hover {
    background: var(--paper-sunk);
  }
  button:focus-visible {
    outline-offset: -2px;
  }
  .chosen {
    border-left-color: var(--ink);
    background: var(--paper-sunk);
    font-weight: 600;
  }
  .bar {
    height: 7px;
    border-bottom: 1px solid var(--hairline);
    display: block;
  }
  .bar span {
    display: block;
    height: 100%;
    background: var(--radiated);
  }
  .watts {
    text-align: right;
    white-space: nowrap;
  }
  .key {
    display: grid;
    grid-template-columns: 1.2rem 1fr;
    padding: 0.9rem 0.9rem 0;
    margin-top: 0.6rem;
    font-size: 12.5px;
    color: var(--ink-soft);
    row-gap: 0.1rem;
  }
  @media (max-width: 900px) {
    .rail {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(7.4rem, 1fr));
      border-right: none;
      border-bottom: 1px solid var(--hairline);
      padding: 0.4rem 0;
    }
    button {
      grid-template-columns: 2.6rem 1fr 0.8rem;
      gap: 0.3rem;
      padding: 0.4rem 0.6rem;
    }
    h2,
    .bar,
    .key {
      display: none;
    }
  }
</style>
