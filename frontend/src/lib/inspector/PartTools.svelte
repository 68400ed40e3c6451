<script lang="ts">
  import ArrowLeft from '@lucide/svelte/icons/arrow-left';
  import ArrowRight from '@lucide/svelte/icons/arrow-right';
  import Copy from '@lucide/svelte/icons/copy';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import type { Session } from '../station/session.svelte';

  interface Props {
    session: Session;
    at: number;
    oninsert: (at: number) => void;
  }
  let { session, at, oninsert }: Props = $props();

  function duplicate() {
    const part = session.document.chain[at];
    if (part) session.insert(at + 1, structuredClone(part));
  }
</script>

<div class="tools" role="toolbar" aria-label="This part">
  <button
    type="button"
    aria-label="Move towards the transmitter"
    disabled={at === 0}
    onclick={() => session.move(at, at - 1)}><ArrowLeft size={16} /></button
  >
  <button
    type="button"
    aria-label="Move towards the antenna"
    disabled={at === session.document.chain.length - 1}
    onclick={() => session.move(at, at + 1)}><ArrowRight size={16} /></button
  >
  <button type="button" aria-label="Duplicate" onclick={duplicate}><Copy size={16} /></button>
  <button type="button" aria-label="Insert a part after this one" onclick={() => oninsert(at + 1)}
    ><Plus size={16} /></button
  >
  <button type="button" aria-label="Remove" onclick={() => session.remove(at)}><Trash size={16} /></button>
</div>

<style>
  .tools {
    display: flex;
    gap: 0.15rem;
  }
  button {
    padding: 0.35rem;
  }
  button:hover:not(:disabled) {
    background: var(--paper-sunk);
  }
  button:disabled {
    opacity: 0.3;
  }
</style>
