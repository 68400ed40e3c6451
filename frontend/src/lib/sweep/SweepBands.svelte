<script lang="ts">
  import type { Look } from '../api/client';
  import { swr } from '../figures';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';
  import Scroller from '../ui/Scroller.svelte';

  interface Props {
    reading: Look['reading'];
    moved: boolean;
    onzoom: (low: number, high: number) => void;
  }
  let { reading, moved, onzoom }: Props = $props();
  const NEEDS = {
    nothing: { mark: '●', text: 'nothing', ink: 'var(--radiated-ink)' },
    radio: { mark: '◐', text: 'the radio’s own tuner', ink: 'var(--caution-ink)' },
    wide: { mark: '○', text: 'a wide-range tuner', ink: 'var(--heat-ink)' },
  };
  const none = (band: Look['reading']['bands'][number], value: number | null) =>
    value === null && !band.covered ? '–' : swr(value);
</script>

{#snippet cell(
  n: number,
  band: Look['reading']['bands'][number],
  key: 'swr_low' | 'swr_middle' | 'swr_high' | 'swr_worst',
  name: string,
)}
  <td
    >{#if band[key] === null}{none(band, null)}{:else}<Fig
        at="bands[{n}].{key}"
        name="{band.name}, SWR, {name}"
        text={swr(band[key])}
      />{/if}</td
  >
{/snippet}

<Scroller label="The sweep band by band">
  <table class="plain figures" use:roving>
    <caption>SWR band by band</caption>
    <thead>
      <tr>
        <th scope="col">Band</th>
        <th scope="col">low edge</th>
        <th scope="col">middle</th>
        <th scope="col">high edge</th>
        <th scope="col">worst</th>
        {#if moved}<th scope="col">worst, where taken</th>{/if}
        <th scope="col" class="text">needs</th>
      </tr>
    </thead>
    <tbody>
      {#each reading.bands as band, n (n)}
        <tr>
          <th scope="row"
            ><button
              type="button"
              class="linkish"
              disabled={!band.covered}
              aria-label="Draw {band.name} alone"
              onclick={() => onzoom(band.low_mhz, band.high_mhz)}>{band.name}</button
            ></th
          >
          {@render cell(n, band, 'swr_low', 'low edge')}
          {@render cell(n, band, 'swr_middle', 'middle')}
          {@render cell(n, band, 'swr_high', 'high edge')}
          {@render cell(n, band, 'swr_worst', 'worst')}
          {#if moved}<td>{none(band, band.taken_worst ?? null)}</td>{/if}
          <td class="text">
            {#if band.need}
              <span style:color={NEEDS[band.need].ink}>{NEEDS[band.need].mark}</span>
              {NEEDS[band.need].text}
            {:else}the sweep does not reach it{/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
</Scroller>
