<script lang="ts">
  import type { GlossaryTerm } from '../api/client';

  // By hand, on the browser's own popover: a tooltip component shows itself on hover and focus, but not on tap.
  let { text, term, name }: { text: string; term: GlossaryTerm; name?: string } = $props();
  const id = $props.id();
  let button = $state<HTMLElement>();
  let open = $state(false);

  /** Lays the explanation over all else, by its term and inside the window. */
  function placed(node: HTMLElement) {
    document.body.append(node); // out of the label, whose name it would become
    node.showPopover?.();
    const at = button?.getBoundingClientRect() ?? new DOMRect();
    const below = at.bottom + 6 + node.offsetHeight <= innerHeight;
    const left = Math.max(8, Math.min(at.left, innerWidth - node.offsetWidth - 8));
    node.style.left = `${left}px`;
    node.style.top = `${below ? at.bottom + 6 : Math.max(8, at.top - node.offsetHeight - 6)}px`;
    return { destroy: () => node.remove() };
  }
  function escape(event: KeyboardEvent) {
    if (!open || event.key !== 'Escape') return;
    open = false;
    event.stopPropagation(); // a dialog around stays
  }
</script>

<svelte:window onscroll={() => (open = false)} />
<button
  type="button"
  class="term"
  aria-label={name}
  bind:this={button}
  aria-describedby={open ? id : undefined}
  onpointerenter={(event) => event.pointerType === 'mouse' && (open = true)}
  onpointerleave={(event) => event.pointerType === 'mouse' && (open = false)}
  onfocus={() => (open = button?.matches(':focus-visible') ?? false)}
  onblur={() => (open = false)}
  onclick={(event) => {
    event.preventDefault();
    open = true;
  }}
  onkeydown={escape}>{text}</button
>{#if open}<div {id} class="meaning" role="tooltip" popover="manual" use:placed>
    <strong class="block">{term.name}</strong>
    {term.text}
  </div>{/if}

<style>
  .term {
    font: inherit;
    color: inherit;
    text-align: inherit;
    text-decoration: underline dotted;
    text-decoration-color: var(--ink-soft);
    text-underline-offset: 3px;
    cursor: help;
  }
  .meaning {
    position: fixed;
    inset: auto;
    margin: 0;
    width: max-content;
    max-width: min(22rem, calc(100vw - 16px));
    padding: 0.5rem 0.7rem;
    background: var(--paper);
    color: var(--ink);
    border: 1px solid var(--ink-soft);
    font-size: 14px;
    font-weight: 400;
    white-space: normal;
    text-align: left;
    pointer-events: none;
  }
</style>
