<script lang="ts">
  import { addressOf } from '../../routes';
  import type { BenchCarry, PartModel } from '../api/client';
  import type { Shelf } from '../shelf/shelf.svelte';
  import { placeOn, type Session } from '../station/session.svelte';
  import { carried, isCarried, measuredIn } from './carry';

  /** Puts what was measured into the part that lay on the bench: one step, which can be taken back. */
  interface Props {
    session: Session;
    shelf: Shelf;
    at: number | null;
    carry: BenchCarry | null;
    /** What goes in, such as "the Q of its coils". */
    what: string;
    /** What it goes into on the shelf where the run has no such part. */
    blank?: PartModel | undefined;
  }
  let { session, shelf, at, carry, what, blank }: Props = $props();
  const part = $derived(at === null ? undefined : session.document.chain[at]);
  const done = $derived(
    part !== undefined && at !== null && carry !== null && isCarried(session.document, at, carry),
  );

  const today = () => new Date().toISOString().slice(0, 10);
  let kept = $state('');

  function carryIt() {
    if (at !== null && carry !== null)
      session.step(carried(session.document, at, carry, today()), 'measured');
  }
  async function keepIt() {
    const target = part ?? blank;
    if (carry === null || !target) return;
    const title = `${target.label || target.kind}, measured ${today()}`;
    const fault = await shelf.keep(title, measuredIn(target, carry, today()), '');
    kept = fault ? `Not kept. ${fault}` : `“${title}” is on your shelf.`;
  }
</script>

{#if carry}
  {#if !part}<p class="soft">
      There is no such part in the run to carry it into: put one in at the strip.
    </p>{/if}
  <p>
    {#if part}
      <button type="button" class="firm" disabled={done} onclick={carryIt}
        >Carry {what} into “{part.label || part.kind}”</button
      >
    {/if}
    {#if part ?? blank}
      <button type="button" class="linkish" onclick={keepIt}>Put it on your shelf</button>
    {/if}
    <span role="status"
      >{kept}
      {#if done}It is in the station, marked as measured; undo takes it back.
        <a class="linkish" href={addressOf({ ...placeOn(session, 'ledger'), part: at ?? 'antenna' })}
          >See the ledger</a
        >{/if}</span
    >
  </p>
{/if}

<style>
  p {
    display: flex;
    flex-wrap: wrap;
    gap: 0.3rem 1rem;
    align-items: baseline;
    padding: 0.5rem 0;
  }
</style>
