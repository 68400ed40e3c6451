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
  <h3>Or, where one hangs already:</h3>{/if}
<ol aria-label="First steps">
  {#each steps as step, n (n)}
    <li class:done={step.done}>
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
  ol {
    max-width: 40rem;
    margin-top: 1rem;
  }
  li {
    display: grid;
    grid-template-columns: 1.6rem 1fr;
    border-top: 1px solid var(--hairline);
    padding: 0.5rem 0;
  }
  h3 {
    margin-top: 1rem;
  }
  .done {
    color: var(--ink-soft);
  }
  button {
    text-decoration: underline;
    text-underline-offset: 3px;
    text-decoration-color: var(--conducted);
  }
</style>
