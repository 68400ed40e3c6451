<script lang="ts">
  import type { PlannedAntenna } from '../api/client';
  import RoomFor from '../antenna/RoomFor.svelte';

  interface Props {
    known: boolean;
    /** Parts that the run has. */
    length: number;
    /** The lowest frequency wanted, MHz. */
    mhz: number;
    onantenna: () => void;
    onplan: (antenna: PlannedAntenna) => void;
    oninsert: (at: number) => void;
  }
  let { known, length, mhz, onantenna, onplan, oninsert }: Props = $props();

  const steps = $derived([
    {
      done: known,
      text: 'Say what the antenna is: its SWR at the band edges will do, read on the radio with the tuner off.',
      action: 'Describe the antenna',
      act: onantenna,
    },
    {
      done: length > 0,
      text: 'Lay the run: the feedline, and whatever hangs in line, from the transmitter on.',
      action: 'Insert a part',
      act: () => oninsert(length),
    },
  ]);
</script>

<ol aria-label="First steps">
  {#each steps as step, n (n)}
    <li class:done={step.done}>
      <span aria-hidden="true">{step.done ? '✓' : `${n + 1}.`}</span>
      <p>
        {step.text}
        {#if step.done}<span class="visually-hidden">Done.</span>
        {:else}<button type="button" onclick={step.act}>{step.action}</button>{/if}
      </p>
      {#if n === 0 && !known}
        <details>
          <summary>Not built yet? What do you have room for?</summary>
          <RoomFor {mhz} {onplan} />
        </details>
      {/if}
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
  details {
    grid-column: 2;
  }
  summary {
    padding: 0.4rem 0;
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
