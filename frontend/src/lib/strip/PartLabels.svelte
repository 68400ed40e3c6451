<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import { tick } from 'svelte';
  import { dropPosition, nearestGap } from '../station/chain';
  import type { Selection, Session } from '../station/session.svelte';

  interface Props {
    session: Session;
    width: number;
    /** Edges of the parts, from the transmitter's end to the antenna's: one more than there are parts. */
    edges: number[];
    /** Where the antenna begins. */
    end: number;
    /** Whether parts can be put in between. */
    inserting?: boolean;
    oninsert: (at: number) => void;
  }
  let { session, width, edges, end, inserting = true, oninsert }: Props = $props();

  let row = $state<HTMLDivElement>();
  let drag = $state<{ from: number; startX: number; gap: number | null } | null>(null);
  const START_DRAG_PX = 6;

  const cautioned = $derived(
    new Set(session.answer?.here?.result.cautions.flatMap((c) => (c.stage === null ? [] : [c.stage])) ?? []),
  );
  const faulty = $derived(
    new Set(Object.keys(session.faults).flatMap((place) => /^chain\[(\d+)\]/.exec(place)?.[1] ?? [])),
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
      left: end,
      width: width - end,
    },
  ]);

  async function focusOn(n: number) {
    await tick();
    row?.querySelectorAll<HTMLButtonElement>('button.part')[n]?.focus();
  }

  function pressed(event: KeyboardEvent, n: number, at: Selection) {
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (step && event.shiftKey && typeof at === 'number') {
      const to = at + step;
      if (to >= 0 && to < session.document.chain.length) {
        session.move(at, to);
        void focusOn(n + step);
      }
    } else if (step) void focusOn(Math.min(Math.max(n + step, 0), labels.length - 1));
    else if (event.key === 'Delete' && typeof at === 'number') {
      session.remove(at);
      void focusOn(Math.min(n, labels.length - 1));
    } else return;
    event.preventDefault();
  }

  function moveDrag(event: PointerEvent) {
    if (!drag) return;
    const x = event.clientX - (row?.getBoundingClientRect().left ?? 0);
    if (drag.gap !== null || Math.abs(event.clientX - drag.startX) > START_DRAG_PX)
      drag = { ...drag, gap: nearestGap(edges, x) };
  }

  function endDrag() {
    if (drag && drag.gap !== null) session.move(drag.from, dropPosition(drag.from, drag.gap));
    drag = null;
  }
</script>

<div class="relative h-8.5" role="group" aria-label="Parts of the run" bind:this={row}>
  {#each labels as label, n (label.at)}
    <button
      type="button"
      class="part soft absolute top-0 flex h-8 touch-pan-y items-center justify-center overflow-hidden border-t-2 border-t-transparent px-2.5 py-0 text-fine select-none max-[640px]:px-px max-[640px]:py-0"
      style:left="{label.left}px"
      style:width="{label.width}px"
      class:marked={!inserting}
      class:chosen={session.selected === label.at}
      class:carried={drag?.gap != null && drag.from === label.at}
      aria-pressed={session.selected === label.at}
      aria-label={label.text}
      aria-keyshortcuts={typeof label.at === 'number'
        ? 'ArrowLeft ArrowRight Shift+ArrowLeft Shift+ArrowRight Delete'
        : 'ArrowLeft ArrowRight'}
      title={label.text}
      onclick={() => (session.selected = label.at)}
      onkeydown={(event) => pressed(event, n, label.at)}
      onpointerdown={(event) => {
        if (typeof label.at === 'number' && event.button === 0) {
          event.currentTarget.setPointerCapture(event.pointerId);
          drag = { from: label.at, startX: event.clientX, gap: null };
        }
      }}
      onpointermove={moveDrag}
      onpointerup={endDrag}
      onpointercancel={() => (drag = null)}
    >
      {#if typeof label.at === 'number' && faulty.has(String(label.at))}<span
          class="fault mr-0.75"
          aria-hidden="true">✕</span
        ><span class="visually-hidden">has a fault: </span>
      {:else if typeof label.at === 'number' && cautioned.has(label.at)}<span class="sign" aria-hidden="true"
          >▲</span
        ><span class="visually-hidden">has a caution: </span>{/if}<span class="words"
        >{narrow || label.width < 46 ? label.short : label.text}</span
      >
    </button>
  {/each}
  {#if inserting && !narrow}
    {#each edges as edge, gap (gap)}
      <button
        type="button"
        class="soft absolute top-1 -ml-3 grid h-6 w-6 place-items-center rounded-full opacity-45 hover:bg-paper-sunk hover:text-ink hover:opacity-100 focus-visible:bg-paper-sunk focus-visible:text-ink focus-visible:opacity-100"
        style:left="{edge}px"
        aria-label={gap === 0
          ? 'Insert a part after the transmitter'
          : `Insert a part after ${labels[gap]?.text ?? 'this'} (${gap})`}
        onclick={() => oninsert(gap)}><Plus size={12} /></button
      >
    {/each}
  {/if}
  {#if drag?.gap != null}<span
      class="pointer-events-none absolute top-0 bottom-0 -ml-0.25 w-0.75 bg-ink"
      style:left="{edges[drag.gap] ?? 0}px"
    ></span>{/if}
</div>

<style>
  /* Room for the marks of the joints beside it. */
  .marked {
    padding: 0 14px;
  }
  .words {
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    line-clamp: 2;
    overflow: hidden;
    line-height: 1.1;
  }
  .part:hover {
    color: var(--ink);
    background: var(--paper-sunk);
  }
  .part:focus-visible {
    outline-offset: -2px;
  }
  .chosen {
    color: var(--ink);
    font-weight: 600;
    border-top-color: var(--ink);
  }
  .carried {
    opacity: 0.5;
    cursor: grabbing;
  }
  .sign {
    color: var(--caution-ink);
    margin-right: 3px;
    font-size: 10px;
  }
</style>
