<script lang="ts">
  import { tick } from 'svelte';
  import { lookRound, STEPS } from './lookRound.svelte';

  // By hand: it must leave the page in use, which a dialog does not.
  let card = $state<HTMLElement>();
  const step = $derived(lookRound.at === null ? undefined : STEPS[lookRound.at]);

  $effect(() => {
    if (!step) return;
    const target = document.querySelector<HTMLElement>(`[aria-label="${step.target}"]`);
    target?.classList.add('looked-at');
    target?.scrollIntoView({ block: 'nearest' });
    void tick().then(() => card?.focus({ preventScroll: true }));
    return () => target?.classList.remove('looked-at');
  });
</script>

<svelte:window onkeydown={(event) => event.key === 'Escape' && lookRound.end()} />

{#if step}
  <div class="told" role="dialog" aria-label="A look round" tabindex="-1" bind:this={card}>
    <p class="count">{(lookRound.at ?? 0) + 1} of {STEPS.length}</p>
    <h2 class="serif mb-1.25 text-large">{step.title}</h2>
    <p>{step.text}</p>
    <p class="row mt-2.75 flex justify-between">
      <button type="button" class="linkish" onclick={() => lookRound.end()}>Enough</button>
      <span class="flex gap-4">
        {#if lookRound.at}<button type="button" class="linkish" onclick={() => lookRound.go(-1)}>Back</button
          >{/if}
        <button type="button" class="firm" onclick={() => lookRound.go(1)}
          >{lookRound.at === STEPS.length - 1 ? 'To work' : 'Next'}</button
        >
      </span>
    </p>
  </div>
{/if}

<style>
  .told {
    position: fixed;
    z-index: 5;
    left: 50%;
    bottom: 1.2rem;
    transform: translateX(-50%);
    width: min(30rem, calc(100vw - 1.6rem));
    background: var(--paper);
    border: 1px solid var(--ink-soft);
    padding: 0.9rem 1.1rem;
    outline: none;
  }
  .count {
    float: right;
    color: var(--ink-soft);
    font-size: 13px;
  }
  :global(.looked-at) {
    outline: 2px solid var(--conducted);
    outline-offset: -2px;
  }
</style>
