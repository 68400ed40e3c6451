<script lang="ts">
  import { api, type Recognised, type SweepColumns } from '../api/client';
  import { sentenceOf } from '../api/refusals';
  import type { TypedReading } from '../log/readings';
  import ConfirmColumns from '../sweep/ConfirmColumns.svelte';
  import type { Outbox } from './outbox.svelte';
  import type { NewSweep, Waiting } from './sent';

  /** What is typed and not kept in the room yet: on its way, refused, or with a question. */
  let { outbox, onfix }: { outbox: Outbox; onfix: (typed: TypedReading) => void } = $props();
  let toConfirm = $state.raw<{ key: string; found: Recognised } | null>(null);
  let trouble = $state('');

  async function recognise({ key, what }: Waiting) {
    if (!('sweep' in what)) return;
    const { data, error } = await api.POST('/api/sweeps/recognise', { body: { text: what.sweep.text } });
    trouble = data ? '' : sentenceOf(error);
    if (data) toConfirm = { key, found: data };
  }
  function confirm(key: string, sweep: NewSweep, columns: SweepColumns) {
    toConfirm = null;
    void outbox.change(key, { unconfirmed: false, what: { sweep: { ...sweep, columns } } });
  }
  async function putRight(key: string, typed: TypedReading) {
    await outbox.drop(key);
    onfix(typed);
  }
</script>

{#if outbox.items.length}
  <section class="mx-4 my-1.5 border-2 border-caution px-2.5 py-1.25" aria-label="Not sent yet">
    <h2 class="text-lead font-semibold">{outbox.items.length} not sent yet</h2>
    <ul>
      {#each outbox.items as item (item.key)}
        {@const { what } = item}
        <li class="border-t py-1.25">
          <p>{item.said}</p>
          {#if item.refused}
            <p class="fault" role="alert">Not taken: {item.refused}</p>
            <p class="ways">
              {#if 'reading' in what}
                <button type="button" class="linkish" onclick={() => putRight(item.key, what.typed)}
                  >Put it right</button
                >
              {/if}
              <button
                type="button"
                class="linkish"
                onclick={() => outbox.change(item.key, { refused: undefined })}>Send it again</button
              >
              <button type="button" class="linkish" onclick={() => outbox.drop(item.key)}
                >Throw it away</button
              >
            </p>
          {:else if item.unconfirmed && 'sweep' in what}
            {#if toConfirm?.key === item.key}
              <ConfirmColumns
                recognised={toConfirm.found}
                onconfirm={(columns) => confirm(item.key, what.sweep, columns)}
                oncancel={() => (toConfirm = null)}
              />
            {:else}
              <p>A person has to say what its columns hold.</p>
              {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
              <p class="ways">
                <button type="button" class="linkish" onclick={() => recognise(item)}
                  >Look at its columns</button
                >
                <button type="button" class="linkish" onclick={() => outbox.drop(item.key)}
                  >Throw it away</button
                >
              </p>
            {/if}
          {/if}
        </li>
      {/each}
    </ul>
  </section>
{/if}

<style>
  .ways {
    display: flex;
    flex-wrap: wrap;
    gap: 0 1.4rem;
  }
</style>
