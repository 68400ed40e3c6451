<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import { Dialog, Portal } from '@skeletonlabs/skeleton-svelte';
  import type { Snippet } from 'svelte';

  interface Props {
    open: boolean;
    title: string;
    onclose: () => void;
    children: Snippet;
  }
  let { open, title, onclose, children }: Props = $props();
</script>

<Dialog
  {open}
  initialFocusEl={() => [...document.querySelectorAll('.modal')].at(-1)?.querySelector('input') ?? null}
  onOpenChange={(change) => !change.open && onclose()}
>
  <Portal>
    <Dialog.Backdrop class="modal-backdrop" />
    <Dialog.Positioner class="modal-place">
      <Dialog.Content class="modal">
        <div class="modal-head">
          <Dialog.Title class="serif">{title}</Dialog.Title>
          <Dialog.CloseTrigger aria-label="Close"><X size={18} /></Dialog.CloseTrigger>
        </div>
        {@render children()}
      </Dialog.Content>
    </Dialog.Positioner>
  </Portal>
</Dialog>

<style>
  :global(.modal-backdrop) {
    position: fixed;
    inset: 0;
    z-index: 10;
    background: color-mix(in oklch, var(--ink) 35%, transparent);
  }
  :global([data-mode='dark'] .modal-backdrop) {
    background: color-mix(in oklch, black 60%, transparent);
  }
  :global(.modal-place) {
    position: fixed;
    inset: 0;
    z-index: 11;
    display: grid;
    place-items: start center;
    padding: 6vh 1rem;
  }
  :global(.modal) {
    width: min(46rem, 100%);
    max-height: 86vh;
    overflow: auto;
    background: var(--paper);
    color: var(--ink);
    border: 1px solid var(--ink-soft);
    padding: 1rem 1.3rem 1.4rem;
  }
  :global(.modal-head) {
    display: flex;
    justify-content: space-between;
    font-size: 1.25rem;
    margin-bottom: 0.6rem;
  }
</style>
