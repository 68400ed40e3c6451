<script lang="ts">
  import type { Shelf } from '../shelf/shelf.svelte';
  import type { Session } from '../station/session.svelte';
  import { LATER } from '../../later';
  import Fetched from '../ui/Fetched.svelte';
  import PartPanel from './PartPanel.svelte';
  import TransmitterPanel from './TransmitterPanel.svelte';

  interface Props {
    session: Session;
    shelf: Shelf;
    oninsert: (at: number) => void;
    /** Lay the shelf's lines beside the one here. */
    oncompare: (at: number) => void;
  }
  let { session, shelf, oninsert, oncompare }: Props = $props();

  const at = $derived(typeof session.selected === 'number' ? session.selected : -1);
  const part = $derived(session.document.chain[at]);
</script>

<aside class="min-w-0 border-l px-4.75 pt-3.5 pb-8" aria-label="Inspector">
  {#if part}
    <PartPanel {session} {shelf} {part} {at} {oninsert} {oncompare} />
  {:else if session.selected === 'antenna'}
    <Fetched file={LATER.antenna} quiet>
      {#snippet shown(AntennaPanel)}
        <AntennaPanel
          form={session}
          antenna={session.document.antenna}
          bands={session.document.bands ?? []}
          mhz={session.mhz}
          result={session.answer?.here?.result.antenna}
          estimate={Object.keys(session.faults).length ? undefined : (session.answer?.planned ?? null)}
        />
      {/snippet}
    </Fetched>
  {:else}
    <TransmitterPanel form={session} transmitter={session.document.transmitter} {oninsert} />
  {/if}
</aside>
