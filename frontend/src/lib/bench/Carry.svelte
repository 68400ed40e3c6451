<script lang="ts">
  import type { BenchCarry } from '../api/client';
  import { addressOf } from '../../routes';
  import type { PartModel } from '../api/client';
  import type { Shelf } from '../shelf/shelf.svelte';
  import { placeShown, type Session } from '../station/session.svelte';
  import { carried, isCarried } from './carry';

  /** Puts what was measured into the part that lay on the bench: one step, which can be taken back. */
  interface Props {
    session: Session;
    shelf: Shelf;
    at: number | null;
    carry: BenchCarry | null;
    /** What goes in, such as "the Q of its coils". */
    what: string;
  }
  let { session, shelf, at, carry, what }: Props = $props();
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
    if (at === null || carry === null || !part) return;
    const title = `${part.label || part.kind}, measured ${today()}`;
    const fault = await shelf.keep(
      title,
      carried(session.document, at, carry, today()).chain[at] as PartModel,
      '',
    );
    kept = fault ? `Not kept. ${fault}` : `“${title}” is on your shelf.`;
  }
</script>

{#if carry && part}
  <p>
    <button type="button" class="firm" disabled={done} onclick={carryIt}
      >Carry {what} into “{part.label || part.kind}”</button
    >
    <button type="button" class="linkish" onclick={keepIt}>Put it on your shelf</button>
    <span role="status"
      >{kept}
      {#if done}It is in the station, marked as measured; undo takes it back.
        <a href={addressOf({ ...placeShown(session), view: 'ledger', part: at ?? 'antenna' })}
          >See the ledger</a
        >{/if}</span
    >
  </p>
{:else if carry}
  <p class="soft">There is no such part in the run to carry it into: put one in at the strip.</p>
{/if}

<style>
  p {
    display: flex;
    flex-wrap: wrap;
    gap: 0.3rem 1rem;
    align-items: baseline;
    padding: 0.5rem 0;
  }
  a {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .soft {
    color: var(--ink-soft);
  }
</style>
