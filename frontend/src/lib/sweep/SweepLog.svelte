<script lang="ts">
  import type { Sweeps } from './sweeps.svelte';
  import { jointName } from './joints';

  let { sweeps }: { sweeps: Sweeps } = $props();
  const removed = $derived(sweeps.rows.filter((row) => row.removed));
  const day = (text: string) =>
    new Date(text).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' });
</script>

<div class="log">
  <h2>Sweeps of this antenna</h2>
  <ol>
    {#each sweeps.kept as row (row.id)}
      <li>
        <button
          type="button"
          class:chosen={row.id === sweeps.chosen && !sweeps.bringing}
          aria-pressed={row.id === sweeps.chosen && !sweeps.bringing}
          onclick={() => sweeps.choose(row.id)}
        >
          <span class="title">{row.title || 'sweep'}</span>
          <span class="about"
            >{day(row.taken)}, {jointName(row.chain, row.joint)}{row.trim ? ', trim step' : ''}{row.radials
              ? `, ${row.radials} radials`
              : ''}{row.baseline ? ', baseline' : ''}</span
          >
        </button>
      </li>
    {/each}
  </ol>
  <button
    type="button"
    class="linkish"
    aria-pressed={sweeps.bringing}
    onclick={() => (sweeps.bringing = true)}>Bring in a sweep</button
  >
  {#if removed.length}
    <details>
      <summary>Put away ({removed.length})</summary>
      {#each removed as row (row.id)}
        <p>
          {row.title}
          <button
            type="button"
            class="linkish"
            aria-label="Bring back {row.title}"
            onclick={() => sweeps.change(row.id, { removed: false })}>Bring back</button
          >
        </p>
      {/each}
    </details>
  {/if}
</div>

<style>
  .log {
    border-right: 1px solid var(--hairline);
    padding: 0.8rem 0.9rem 1.5rem;
  }
  h2 {
    font-size: 12.5px;
    color: var(--ink-soft);
    font-family: 'Source Sans 3 Variable', sans-serif;
  }
  li button {
    display: block;
    width: 100%;
    text-align: left;
    padding: 0.3rem 0.5rem;
    border-left: 3px solid transparent;
  }
  li button:hover,
  .chosen {
    background: var(--paper-sunk);
  }
  .chosen {
    border-left-color: var(--ink);
  }
  .title {
    display: block;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .chosen .title {
    font-weight: 600;
  }
  .about {
    font-size: 12.5px;
    color: var(--ink-soft);
  }
  details {
    margin-top: 1rem;
    color: var(--ink-soft);
  }
  @media (max-width: 900px) {
    .log {
      border-right: none;
      border-bottom: 1px solid var(--hairline);
    }
  }
</style>
