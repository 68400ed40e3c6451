<script lang="ts">
  import { asks } from '../api/asking.svelte';
  import { api, type StationFile, type WidthsOut } from '../api/client';
  import { digits } from '../figures';
  import Termed from '../terms/Termed.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import Scroller from '../ui/Scroller.svelte';

  /** Matched in the middle of a band: how far one may move, and beside it a full-size antenna. */
  let { station }: { station: StationFile } = $props();
  const QUIET_MS = 400;
  const asking = asks(
    () => ({ document: station }),
    (body) => api.POST('/api/antenna/widths', { body }),
    QUIET_MS,
  );
  const answer = $derived(asking.answer);
  type Width = WidthsOut['bands'][number]['own'];

  const kilohertz = (mhz: number) => `${digits(1000 * mhz)} kHz`;
  function wide([low, high]: Width['at_2']): string {
    return low === null || high === null ? 'wider than looked at' : kilohertz(high - low);
  }
  function move([low, high]: Width['at_2'], mhz: number): string {
    const down = low === null ? 'far' : kilohertz(mhz - low);
    const up = high === null ? 'far' : kilohertz(high - mhz);
    return `${down} down, ${up} up`;
  }
</script>

<Trouble text={asking.trouble} {asking} />
{#if answer}
  <p class="my-1.5" data-testid="widths">{answer.sentence}</p>
  <Scroller label="How wide it is, band by band">
    <table class="plain figures">
      <thead>
        <tr>
          <th scope="col">Band</th>
          <th scope="col"><Termed text="Q" /></th>
          <th scope="col">Within SWR 2</th>
          <th scope="col">One may move</th>
          <th scope="col">Within SWR 3</th>
          <th scope="col"><Termed text="Efficiency" /></th>
          <th scope="col">Full size: within SWR 2</th>
          <th scope="col">its efficiency</th>
        </tr>
      </thead>
      <tbody>
        {#each answer.bands as { name, mhz, own, full_size }, i (i)}
          <tr>
            <th scope="row">{name}</th>
            <td>{digits(own.q, 2)}</td>
            <td>{wide(own.at_2)}</td>
            <td>{move(own.at_2, mhz)}</td>
            <td>{wide(own.at_3)}</td>
            <td>{digits(100 * own.efficiency, 2)} %</td>
            <td>{full_size ? wide(full_size.at_2) : '–'}</td>
            <td>{full_size ? `${digits(100 * full_size.efficiency, 2)} %` : '–'}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
  <p class="soft my-1.5">
    Matched at its foot in the middle of the band, by a coil or a capacitor and a transformer that stay as
    they are set; soil, height and length as typed. Of the full-size antenna: in resonance by its own length,
    at the same place.
  </p>
{/if}

<style>
  td {
    white-space: nowrap;
  }
</style>
