<script lang="ts">
  import ArrowLeft from '@lucide/svelte/icons/arrow-left';
  import ArrowRight from '@lucide/svelte/icons/arrow-right';
  import Copy from '@lucide/svelte/icons/copy';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';

  interface Props {
    at: number;
    /** Parts that the run has. */
    length: number;
    onmove: (to: number) => void;
    onduplicate: () => void;
    onremove: () => void;
    oninsert: (at: number) => void;
  }
  let { at, length, onmove, onduplicate, onremove, oninsert }: Props = $props();
</script>

<div class="flex gap-0.5" role="toolbar" aria-label="This part">
  <button
    class="p-1.5 disabled:opacity-30"
    type="button"
    aria-label="Move towards the transmitter"
    disabled={at === 0}
    onclick={() => onmove(at - 1)}><ArrowLeft size={16} /></button
  >
  <button
    class="p-1.5 disabled:opacity-30"
    type="button"
    aria-label="Move towards the antenna"
    disabled={at === length - 1}
    onclick={() => onmove(at + 1)}><ArrowRight size={16} /></button
  >
  <button class="p-1.5 disabled:opacity-30" type="button" aria-label="Duplicate" onclick={onduplicate}
    ><Copy size={16} /></button
  >
  <button
    class="p-1.5 disabled:opacity-30"
    type="button"
    aria-label="Insert a part after this one"
    onclick={() => oninsert(at + 1)}><Plus size={16} /></button
  >
  <button class="p-1.5 disabled:opacity-30" type="button" aria-label="Remove" onclick={onremove}
    ><Trash size={16} /></button
  >
</div>

<style>
  button:hover:not(:disabled) {
    background: var(--paper-sunk);
  }
</style>
