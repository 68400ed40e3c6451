<script lang="ts">
  import type { PartModel } from '../api/client';
  import type { Sweeps } from './sweeps.svelte';
  import { jointName } from './joints';

  /** Reference planes of the run on the strip: where the sweep was taken, where it is shown, and a click to move the latter. */
  interface Props {
    sweeps: Sweeps;
    chain: PartModel[];
    edges: number[];
  }
  let { sweeps, chain, edges }: Props = $props();
  const asking = $derived(sweeps.asking);
  const taken = $derived(asking ? sweeps.takenAt : (sweeps.row?.joint ?? null));
  const shown = $derived(asking ? taken : (sweeps.shown ?? taken));

  function pick(joint: number) {
    if (asking) sweeps.takenAt = joint;
    else sweeps.shown = joint;
  }
</script>

<div class="absolute right-0 bottom-1.5 left-0 z-1" role="group" aria-label="Reference planes of the run">
  {#each edges as edge, joint (joint)}
    {@const name = jointName(chain, joint)}
    <button
      class="absolute bottom-0 -ml-3 h-6 w-6 rounded-full border bg-paper text-fine leading-none text-standing-ink"
      type="button"
      style:left="{edge}px"
      class:taken={joint === taken}
      class:shown={joint === shown}
      aria-pressed={joint === shown}
      aria-label="{asking ? 'The sweep was taken' : 'Show the sweep'} {name}{joint === taken
        ? ' (taken here)'
        : ''}"
      title="{name}{joint === taken ? ', taken here' : ''}{joint === shown ? ', shown here' : ''}"
      onclick={() => pick(joint)}
    >
      <span aria-hidden="true">{joint === taken ? '▼' : '◇'}</span>
    </button>
  {/each}
</div>

<style>
  button:hover {
    border-color: var(--standing-ink);
  }
  .shown {
    border: 2px solid var(--standing-ink);
    background: var(--paper-sunk);
  }
</style>
