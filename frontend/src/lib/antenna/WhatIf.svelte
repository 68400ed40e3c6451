<script lang="ts">
  import { asks } from '../api/asking.svelte';
  import { api, type StationFile, type WhatIfOut } from '../api/client';
  import { watts } from '../figures';
  import Trouble from '../ui/Trouble.svelte';
  import Scroller from '../ui/Scroller.svelte';

  /** Each change by itself: what leaves the antenna, before and after, and what the tuner bears. */
  interface Props {
    station: StationFile;
    ontake: (fields: WhatIfOut['changes'][number]['fields']) => void;
  }
  let { station, ontake }: Props = $props();
  const QUIET_MS = 400;
  const asking = asks(
    () => ({ document: station }),
    async (body) => {
      const reply = await api.POST('/api/antenna/what-if', { body });
      return { ...reply, data: reply.data && { answer: reply.data, of: body.document } };
    },
    QUIET_MS,
  );
  const answer = $derived(asking.answer?.answer);
  /** Of a station that is not the present one nothing is to be taken. */
  const present = $derived(asking.answer?.of === station);

  function difference(before: number, after: number): string {
    const by = Math.round(after) - Math.round(before);
    return by === 0 ? '' : by > 0 ? `+${by}` : `−${-by}`;
  }
</script>

<Trouble text={asking.trouble} {asking} />
{#if answer}
  <p class="my-1.5" data-testid="what-if">{answer.sentence}</p>
  {#if answer.changes.length}
    <Scroller label="What if, watts to the sky by band">
      <table class="plain figures">
        <thead>
          <tr>
            <th scope="col">Watts to the sky</th>
            {#each answer.bands as name, i (i)}<th scope="col">{name}</th>{/each}
            <th scope="col"><span class="visually-hidden">to take it</span></th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">as it is</th>
            {#each answer.bands.keys() as b (b)}
              {@const bears = answer.now.bears_w[b] ?? null}
              <td
                >{watts(answer.now.sky_w[b] ?? null)}{#if bears !== null && bears < answer.power_w}<span
                    class="visually-hidden"
                    >,
                  </span><small class="less">bears {watts(bears)} W</small>{/if}</td
              >
            {/each}
            <td></td>
          </tr>
          {#each answer.changes as change, i (i)}
            <tr>
              <th scope="row">{change.text}</th>
              {#each answer.bands.keys() as b (b)}
                {@const bears = change.outcome.bears_w[b] ?? null}
                {@const after = change.outcome.sky_w[b] ?? 0}
                {@const by = difference(answer.now.sky_w[b] ?? 0, after)}
                <td
                  >{watts(after)}{#if by}<span class="visually-hidden">, </span><small
                      class:less={by.startsWith('−')}>{by}</small
                    >{/if}{#if bears !== null && bears < answer.power_w}<span class="visually-hidden"
                      >,
                    </span><small class="less">bears {watts(bears)} W</small>{/if}</td
                >
              {/each}
              <td
                ><button
                  type="button"
                  class="linkish"
                  disabled={!present}
                  onclick={() => ontake(change.fields)}>take</button
                ></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </Scroller>
    <p class="soft my-1.5">
      Soil, height and length as typed. “Bears” is the power at which the tuner’s first part gives up, where
      that is below the radio’s.
    </p>
  {/if}
{/if}

<style>
  th[scope='row'] {
    text-align: left;
    font-weight: 400;
    min-width: 11rem;
    white-space: normal;
  }
  td {
    white-space: nowrap;
    vertical-align: top;
  }
  small {
    display: block;
    font-size: 12px;
    color: var(--radiated-ink, var(--ink-soft));
  }
  .less {
    color: var(--heat-ink);
  }
</style>
