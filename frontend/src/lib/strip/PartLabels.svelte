<script lang="ts">
  import type { Selection, Session } from '../station/session.svelte';

  interface Props {
    session: Session;
    width: number;
    /** Edges of the parts, from the transmitter's end to the antenna's: one more than there are parts. */
    edges: number[];
  }
  let { session, width, edges }: Props = $props();

  const cautioned = $derived(
    new Set(session.answer?.here?.result.cautions.flatMap((c) => (c.stage === null ? [] : [c.stage])) ?? []),
  );
  const narrow = $derived((edges[0] ?? 0) < 60);
  interface Label {
    at: Selection;
    text: string;
    short: string;
    left: number;
    width: number;
  }
  const labels = $derived<Label[]>([
    { at: 'transmitter', text: 'transmitter', short: 'TX', left: 0, width: edges[0] ?? 0 },
    ...session.document.chain.map((part, n) => ({
      at: n,
      text: part.label || part.kind,
      short: String(n + 1),
      left: edges[n] ?? 0,
      width: (edges[n + 1] ?? 0) - (edges[n] ?? 0),
    })),
    {
      at: 'antenna',
      text: session.document.antenna.label || 'antenna',
      short: 'ANT',
      left: edges.at(-1) ?? 0,
      width: width - (edges.at(-1) ?? 0),
    },
  ]);
</script>

<div class="labels" role="group" aria-label="Parts of the run">
  {#each labels as label (label.at)}
    <button
      type="button"
      style:left="{label.left}px"
      style:width="{label.width}px"
      class:chosen={session.selected === label.at}
      aria-pressed={session.selected === label.at}
      aria-label={label.text}
      title={label.text}
      onclick={() => (session.selected = label.at)}
    >
      {#if typeof label.at === 'number' && cautioned.has(label.at)}<span class="sign" aria-hidden="true"
          >▲</span
        ><span class="visually-hidden">has a caution: </span>{/if}{narrow || label.width < 46
        ? label.short
        : label.text}
    </button>
  {/each}
</div>

<style>
  .labels {
    position: relative;
    height: 32px;
  }
  button {
    position: absolute;
    top: 0;
    height: 32px;
    padding: 0 3px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    font-size: 12.5px;
    color: var(--ink-soft);
    border-top: 2px solid transparent;
  }
  button:hover {
    color: var(--ink);
    background: var(--paper-sunk);
  }
  button:focus-visible {
    outline-offset: -2px;
  }
  .chosen {
    color: var(--ink);
    font-weight: 600;
    border-top-color: var(--ink);
  }
  .sign {
    color: var(--caution-ink);
    margin-right: 3px;
    font-size: 10px;
  }
</style>
