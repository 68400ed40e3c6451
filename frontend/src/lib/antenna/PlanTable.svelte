<script lang="ts">
  import type { AntennaEstimate } from '../api/client';
  import { digits, shown, swr } from '../figures';
  import Termed from '../terms/Termed.svelte';
  import Scroller from '../ui/Scroller.svelte';

  /** What the antenna will probably be, band by band; `whole` with what leaves it and where to. */
  interface Props {
    names: string[];
    results: AntennaEstimate[];
    whole?: boolean;
  }
  let { names, results, whole = false }: Props = $props();
  const percent = (value: number | null) => (value === null ? '–' : `${digits(100 * value, 2)} %`);
</script>

<Scroller label="What it will probably be, band by band">
  <table class="plain figures">
    <thead>
      <tr>
        <th scope="col">Band</th>
        <th scope="col"><Termed text="SWR" /></th>
        <th scope="col"><Termed text="R, Ω" /></th>
        <th scope="col"><Termed text="X, Ω" /></th>
        {#if whole}
          <th scope="col"><Termed text="Efficiency" /></th>
          <th scope="col">Warms the soil</th>
          <th scope="col">To the sky</th>
          <th scope="col">of that below 30°</th>
        {/if}
      </tr>
    </thead>
    <tbody>
      {#each results as result, n (n)}
        <tr>
          <th scope="row">{names[n] ?? ''}</th>
          <td>{shown(result.swr, swr)}</td>
          <td>{shown(result.r_ohm)}</td>
          <td>{shown(result.x_ohm)}</td>
          {#if whole}
            <td>{shown(result.efficiency, percent)}</td>
            <td>{result.soil ? shown(result.soil, percent) : '–'}</td>
            <td>{result.sky ? shown(result.sky, percent) : '–'}</td>
            <td>{percent(result.low_angle_share)}</td>
          {/if}
        </tr>
      {/each}
    </tbody>
  </table>
</Scroller>

<style>
  td {
    white-space: nowrap;
  }
</style>
