<script module lang="ts">
  /** By this name what is typed is kept. */
  export const readingForm = (station: number) => `reading/${station}`;
</script>

<script lang="ts">
  import { untrack } from 'svelte';
  import { asks } from '../api/asking.svelte';
  import { api } from '../api/client';
  import { server } from '../api/server.svelte';
  import { span, swr, watts } from '../figures';
  import { blank, circumstancesOf, figuresOf, readingOf, type TypedReading } from '../log/readings';
  import BigChoice from './BigChoice.svelte';
  import BigField from './BigField.svelte';
  import { pocketForm, typedNumber } from './form.svelte';
  import type { Outbox } from './outbox.svelte';
  import type { Seen } from './seen.svelte';

  /** A reading at a meter, beside what it is to be. */
  let { seen, outbox, reads }: { seen: Seen; outbox: Outbox; reads: boolean } = $props();
  const document = $derived(seen.station.document);
  const bands = $derived(document.bands ?? []);
  const middle = (low: number, high: number) => String(Number(((low + high) / 2).toFixed(4)));
  interface Typed extends TypedReading {
    at: string;
    mhz: string;
  }
  const typed = pocketForm<Typed>(readingForm(untrack(() => seen.station.id)), () => ({
    ...blank(),
    at: 'radio',
    mhz: bands[0] ? middle(bands[0].low_mhz, bands[0].high_mhz) : '',
  }));
  const today = () => new Date().toISOString().slice(0, 10);
  let trouble = $state('');

  const meters = $derived(
    document.chain.flatMap((part) =>
      part.kind === 'meter' ? [[part.label ?? '', part.label || 'meter'] as [string, string]] : [],
    ),
  );
  const figures = $derived(figuresOf(typed));
  const numbers = $derived(
    Object.values(figures).every((figure) => figure === undefined || typeof figure === 'number'),
  );
  const read = $derived(figures.swr !== undefined || figures.forward_w !== undefined);
  const mhz = $derived(typedNumber(typed.mhz));

  const expecting = asks(
    () => {
      if (mhz === null || mhz <= 0 || !server.reachable) return null;
      const known = numbers && (figures.swr === undefined || Number(figures.swr) >= 1);
      const whole = figures.reflected_w === undefined || figures.forward_w !== undefined;
      const reading = { ...circumstancesOf(typed), ...(known && whole ? figures : {}) };
      return { document, mhz, at: typed.at, ...reading };
    },
    (body) => api.POST('/api/readings/expected', { body }),
    400,
  );
  const expected = $derived(expecting.trouble ? null : expecting.answer);
  const ends = (two: (number | null)[], format: (value: number | null) => string) =>
    span(format(two[0] ?? null), format(two[1] ?? null));

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    if (mhz === null || mhz <= 0) trouble = 'The frequency is to be a number of MHz.';
    else if (!numbers) trouble = 'What was read is to be numbers: watts, or an SWR such as 1.8.';
    else if (!read) trouble = 'Type what the meter showed: its watts, or an SWR.';
    else {
      trouble = '';
      const sent = { ...$state.snapshot(typed), date: today() };
      const reading = readingOf(sent, mhz, typed.at);
      const shown = [
        typed.forward && `${typed.forward} W forward`,
        typed.reflected && `${typed.reflected} W reflected`,
        typed.swr && `SWR ${typed.swr}`,
      ];
      const said = `${typed.at === 'radio' ? 'The radio' : typed.at}, ${typed.mhz} MHz: ${shown.filter(Boolean).join(', ')}`;
      await outbox.put({ said, what: { reading, typed: sent } });
      for (const key of ['forward', 'reflected', 'swr', 'note'] as const) typed[key] = '';
    }
  }
</script>

<h2 class="serif text-large">A reading</h2>
{#if reads}
  <p>This station is shared with you to read it: readings are kept by those who may change it.</p>
{:else}
  <form onsubmit={keep}>
    <BigChoice
      label="Meter"
      value={typed.at}
      options={[['radio', 'The radio’s own'], ...meters]}
      onchoose={(at) => (typed.at = at)}
    />
    <BigField label="Frequency" unit="MHz" value={typed.mhz} oninput={(text) => (typed.mhz = text)} />
    <p class="flex flex-wrap gap-x-1.5">
      {#each bands as band, n (n)}
        <button
          class="px-2.5 py-0 underline underline-offset-4"
          type="button"
          onclick={() => (typed.mhz = middle(band.low_mhz, band.high_mhz))}>{band.name}</button
        >
      {/each}
    </p>
    {#if typed.at !== 'radio'}
      <BigField label="Forward" unit="W" value={typed.forward} oninput={(text) => (typed.forward = text)} />
      <BigField
        label="Reflected"
        unit="W"
        value={typed.reflected}
        oninput={(text) => (typed.reflected = text)}
      />
    {/if}
    <BigField
      label={typed.at === 'radio' ? 'SWR' : 'or SWR'}
      value={typed.swr}
      oninput={(text) => (typed.swr = text)}
    />
    <BigChoice
      label="Tuner"
      value={typed.tuner}
      options={[
        ['auto', 'Tuner in use'],
        ['bypass', 'Tuner bypassed'],
      ]}
      onchoose={(tuner) => (typed.tuner = tuner)}
    />
    <p class="figures min-h-13.5 border-t py-1.5" class:fault={expected?.inside === false} aria-live="polite">
      {#if !server.reachable}What is to be expected is told once there is a connection.
      {:else if expected}
        {#if expected.inside === true}● inside;
        {:else if expected.inside === false}✕ outside;
        {/if}
        to be expected: {typed.at === 'radio' ? '' : `${ends(expected.forward_w, watts)} W forward, `}SWR {ends(
          expected.swr,
          swr,
        )}
      {:else}{expecting.trouble}{/if}
    </p>
    {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
    <button type="submit" class="firm">Keep the reading</button>
  </form>
  {#if expected?.card.length}
    <details>
      <summary>How to take it</summary>
      <ol class="list-decimal pl-5.5">
        {#each expected.card as step, n (n)}<li>{step}</li>{/each}
      </ol>
    </details>
  {/if}
{/if}
{#if outbox.gone.length}
  <h3 class="pt-3.25">Sent</h3>
  <ul role="status">
    {#each outbox.gone as item (item.key)}<li>✓ {item.said}</li>{/each}
  </ul>
{/if}

<style>
  summary {
    line-height: 52px;
  }
</style>
