<script lang="ts">
  import type { Reconciled } from '../api/client';
  import { digits, swr, watts } from '../figures';
  import Scroller from '../ui/Scroller.svelte';

  /** What may be so, each cause by its share; behind each its ways, and what every reading would be. */
  interface Props {
    causes: Reconciled['explanations'];
    /** Of each reading, what it is called. */
    readings: string[];
  }
  let { causes, readings }: Props = $props();
  const LEAST = 0.01;
  const shown = $derived(causes.filter((cause, n) => n === 0 || cause.weight >= LEAST));
  const rest = $derived(causes.length - shown.length);
  const share = (weight: number) => `${digits(100 * weight, 2)} %`;
</script>

<ul>
  {#each shown as cause (cause.id)}
    <li>
      <details>
        <summary class="grid cursor-pointer grid-cols-[5rem_3.2rem_1fr] items-baseline gap-x-2.5 gap-y-0.75">
          <span class="bar h-2.5 bg-hairline" aria-hidden="true"
            ><span class="block h-full bg-heat" style:width="{Math.max(100 * cause.weight, 0.5)}%"
            ></span></span
          >
          <span class="share figures text-right">{share(cause.weight)}</span>
          <span>{cause.text.charAt(0).toUpperCase()}{cause.text.slice(1)}</span>
        </summary>
        {#if cause.ways.length}
          <ul class="my-1.25 ml-4 text-fine">
            {#each cause.ways as way, n (n)}
              <li>{way.text} <span class="figures">{share(way.weight)}</span></li>
            {/each}
          </ul>
        {/if}
        <Scroller label="What each reading would be">
          <table class="plain figures">
            <thead>
              <tr>
                <th scope="col" class="text">Then it would show</th>
                <th scope="col">forward, W</th>
                <th scope="col">SWR</th>
                <th scope="col">off by, in its own errors</th>
              </tr>
            </thead>
            <tbody>
              {#each cause.readings as reading, n (n)}
                <tr class:outside={Math.abs(reading.off) > 2}>
                  <th scope="row" class="text">{readings[n]}</th>
                  <td>{reading.forward_w === null ? '–' : watts(reading.forward_w)}</td>
                  <td>{reading.swr === null ? '–' : swr(reading.swr)}</td>
                  <td>{digits(Math.abs(reading.off), 2)}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        </Scroller>
      </details>
    </li>
  {/each}
</ul>
{#if rest}<p class="soft pt-1.25 text-fine">{rest} more, each below 1 %.</p>{/if}

<style>
  li {
    border-top: 1px solid var(--hairline);
    padding: 0.25rem 0;
  }
  .outside td {
    color: var(--heat-ink);
  }
</style>
