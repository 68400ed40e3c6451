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
        <summary>
          <span class="bar" aria-hidden="true"
            ><span style:width="{Math.max(100 * cause.weight, 0.5)}%"></span></span
          >
          <span class="share figures">{share(cause.weight)}</span>
          <span class="what">{cause.text.charAt(0).toUpperCase()}{cause.text.slice(1)}</span>
        </summary>
        {#if cause.ways.length}
          <ul class="ways">
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
{#if rest}<p class="soft">{rest} more, each below 1 %.</p>{/if}

<style>
  li {
    border-top: 1px solid var(--hairline);
    padding: 0.25rem 0;
  }
  summary {
    display: grid;
    grid-template-columns: 5rem 3.2rem 1fr;
    gap: 0.2rem 0.6rem;
    align-items: baseline;
    cursor: pointer;
  }
  .bar {
    height: 0.6rem;
    background: var(--hairline);
  }
  .bar span {
    display: block;
    height: 100%;
    background: var(--heat);
  }
  .share {
    text-align: right;
  }
  .ways {
    margin: 0.3rem 0 0.3rem 1rem;
    font-size: 13.5px;
  }
  .soft {
    font-size: 13.5px;
    padding-top: 0.3rem;
  }
  .outside td {
    color: var(--heat-ink);
  }
</style>
