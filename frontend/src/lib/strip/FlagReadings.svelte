<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import { tick } from 'svelte';
  import ReadingForm from '../log/ReadingForm.svelte';
  import { addressOf } from '../../routes';
  import { placeOn, type Session } from '../station/session.svelte';

  /** The flags on the strip, to be typed at: what a meter, or the radio's own, shows. */
  interface Props {
    session: Session;
    width: number;
    /** Edges of the parts, from the transmitter's end to the antenna's. */
    edges: number[];
  }
  let { session, width, edges }: Props = $props();
  /** The label of the meter that is typed at, or "radio". */
  let open = $state<string | null>(null);
  let panel = $state<HTMLElement>();

  const ROOM = 340;
  const WIDE = 60;
  const places = $derived([
    {
      at: 'radio',
      name: 'the radio’s own meter',
      x: (edges[0] ?? 0) < 60 ? 2 : 14,
      wide: Math.max((edges[0] ?? 0) - 20, 34),
    },
    ...session.document.chain.flatMap((part, n) => {
      if (part.kind !== 'meter' || !part.label) return [];
      return [
        { at: part.label, name: part.label, x: ((edges[n] ?? 0) + (edges[n + 1] ?? 0)) / 2, wide: WIDE },
      ];
    }),
  ]);
  /** Each as wide as its flag, or as far as the next one: none lies over another. */
  const flags = $derived(
    places.map((flag, n) => ({
      ...flag,
      width: Math.min(flag.wide, (places[n + 1]?.x ?? width) - flag.x - 1),
    })),
  );
  const shown = $derived(flags.find(({ at }) => at === open));

  async function toggle(at: string) {
    open = open === at ? null : at;
    await tick();
    panel?.querySelector('input')?.focus();
  }
  function close(event: KeyboardEvent) {
    if (event.key === 'Escape') open = null;
  }
</script>

{#each flags as flag (flag.at)}
  <button
    type="button"
    class="flag"
    class:first={flag.at === 'radio'}
    style:left="{flag.x}px"
    style:width="{flag.width}px"
    aria-expanded={open === flag.at}
    aria-label="Enter what {flag.name} shows"
    title="Enter what {flag.name} shows"
    onclick={() => toggle(flag.at)}>{flag.at === 'radio' ? 'meter' : ''}</button
  >
{/each}
{#if shown}
  <!-- svelte-ignore a11y_no_noninteractive_element_interactions (Escape closes it from any of its fields) -->
  <section
    class="panel"
    bind:this={panel}
    aria-label="What {shown.name} shows"
    style:left="{Math.max(Math.min(shown.x, width - ROOM - 8), 4)}px"
    style:max-width="min({ROOM}px, calc(100vw - 8px))"
    onkeydown={close}
  >
    <div class="flex justify-between gap-2">
      <h2 class="text-lead wrap-anywhere">{shown.name}</h2>
      <button type="button" aria-label="Close" onclick={() => (open = null)}><X size={16} /></button>
    </div>
    {#key shown.at}
      <ReadingForm {session} at={shown.at} />
    {/key}
    <p>
      <a class="linkish" href={addressOf(placeOn(session, 'log'))} onclick={() => (open = null)}
        >What the log says of it</a
      >
    </p>
  </section>
{/if}

<style>
  .flag {
    position: absolute;
    top: 6px;
    height: 40px;
    font-size: 11.5px;
    color: var(--ink-soft);
    text-align: left;
  }
  .flag:hover,
  .flag[aria-expanded='true'] {
    outline: 1px solid var(--ink-soft);
  }
  .first {
    top: 14px;
    height: 26px;
    text-decoration: underline dotted;
    text-underline-offset: 3px;
    overflow: hidden;
  }
  .panel {
    position: absolute;
    top: 58px;
    width: 100%;
    z-index: 5;
    max-height: min(32rem, 75vh);
    overflow: auto;
    background: var(--paper);
    border: 1px solid var(--ink-soft);
    padding: 0.5rem 0.8rem 0.6rem;
  }
</style>
