<script lang="ts">
  import RatioSpan from '../convert/RatioSpan.svelte';
  import { asks } from '../api/asking.svelte';
  import { api } from '../api/client';
  import { span, watts } from '../figures';
  import type { Session } from '../station/session.svelte';
  import { circumstancesOf, figuresOf, type TypedReading } from './readings';

  /** What a reading is to be, whether what is typed so far is inside, and how to take it. */
  let { session, typed, at }: { session: Session; typed: TypedReading; at: string } = $props();
  const body = () => {
    const figures = figuresOf(typed);
    const { forward_w, reflected_w } = figures;
    // Half typed it is not yet a reading.
    const whole = Object.values(figures).every(
      (figure) => figure === undefined || typeof figure === 'number',
    );
    const powers = reflected_w === undefined || forward_w !== undefined;
    const known = whole && powers && (figures.swr === undefined || Number(figures.swr) >= 1);
    return {
      document: session.document,
      mhz: session.mhz,
      at,
      ...circumstancesOf(typed),
      ...(known ? figures : {}),
    };
  };
  const asking = asks(body, (body) => api.POST('/api/readings/expected', { body }));
  const expected = $derived(asking.trouble ? null : asking.answer);
  const ends = (two: (number | null)[], format: (value: number | null) => string) =>
    span(format(two[0] ?? null), format(two[1] ?? null));
</script>

<!-- It has its room before the answer is there: nothing below may move while one goes for the button. -->
<p class="figures min-h-14.75 border-t py-1.5" class:outside={expected?.inside === false} aria-live="polite">
  {#if expected}
    {#if expected.inside === true}● inside;
    {:else if expected.inside === false}✕ outside;
    {/if}
    to be expected: {at === 'radio' ? '' : `${ends(expected.forward_w, watts)} W forward, `}SWR <RatioSpan
      ends={expected.swr}
    />
  {:else if asking.trouble && !Object.keys(session.faults).length}{asking.trouble}{/if}
</p>
<details>
  <summary class="soft">How to take it</summary>
  <ol class="list-decimal pl-5.5">
    {#each expected?.card ?? [] as step, n (n)}<li class="py-0.5">{step}</li>{/each}
  </ol>
</details>

<style>
  .outside {
    color: var(--heat-ink);
  }
</style>
