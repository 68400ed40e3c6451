<script lang="ts">
  import { LATER } from '../../later';
  import type { Session } from '../station/session.svelte';
  import Fetched from '../ui/Fetched.svelte';

  interface Props {
    session: Session;
    oninsert: (at: number) => void;
  }
  let { session, oninsert }: Props = $props();
  const known = $derived(session.document.antenna.kind !== 'unknown');
  /** Parts that the run has. */
  const length = $derived(session.document.chain.length);

  const steps = $derived([
    {
      done: known,
      text: 'Say what the antenna is: its SWR at the band edges will do, read on the radio with the tuner off.',
      action: 'Describe the antenna',
      act: () => (session.selected = 'antenna'),
    },
    {
      done: length > 0,
      text: 'Lay the run: the feedline, and whatever hangs in line, from the transmitter on.',
      action: 'Insert a part',
      act: () => oninsert(length),
    },
  ]);
</script>

{#if !known}
  <Fetched file={LATER.place}>
    {#snippet shown(AntennasPanel)}<AntennasPanel {session} />{/snippet}
  </Fetched>
  <h3 class="mt-4">Or, where one hangs already:</h3>{/if}
<ol class="mt-4 max-w-160" aria-label="First steps">
  {#each steps as step, n (n)}
    <li class="grid grid-cols-[1.6rem_1fr] border-t py-2" class:done={step.done}>
      <span aria-hidden="true">{step.done ? '✓' : `${n + 1}.`}</span>
      <p>
        {step.text}
        {#if step.done}<span class="visually-hidden">Done.</span>
        {:else}<button type="button" onclick={step.act}>{step.action}</button>{/if}
      </p>
    </li>
  {/each}
</ol>

<style>
  .done {
    color: var(--ink-soft);
  }
  button {
    text-decoration: underline;
    text-underline-offset: 3px;
    text-decoration-color: var(--conducted);
  }
</style>
