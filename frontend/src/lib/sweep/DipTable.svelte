<script lang="ts">
  import type { Look } from '../api/client';
  import { digits, swr } from '../figures';
  import Termed from '../terms/Termed.svelte';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';
  import Scroller from '../ui/Scroller.svelte';

  let { reading }: { reading: Look['reading'] } = $props();
  const levels = $derived(reading.dips[0]?.widths.map((width) => width.swr) ?? []);
  type Width = Look['reading']['dips'][number]['widths'][number];

  function width(edge: Width): string {
    if (!edge.reached) return 'not reached';
    if (edge.width_khz !== null) return digits(edge.width_khz);
    return 'beyond the sweep';
  }
</script>

{#if reading.dips.length}
  <Scroller label="Dips">
    <table class="plain figures" use:roving>
      <caption>Dips: lowest SWR, resonance, and how wide</caption>
      <thead>
        <tr>
          <th scope="col"><Termed text="lowest SWR" /></th>
          <th scope="col">at, MHz</th>
          {#if reading.phase}
            <th scope="col"><Termed text="R + jX there, Ω" /></th>
            <th scope="col"><Termed text="X is zero at, MHz" /></th>
            <th scope="col">apart, kHz</th>
            <th scope="col"><Termed text="R there, Ω" /></th>
            <th scope="col"><Termed text="Q" /></th>
          {/if}
          {#each levels as level (level)}<th scope="col">below {digits(level)}, kHz</th>{/each}
        </tr>
      </thead>
      <tbody>
        {#each reading.dips as dip, n (dip.mhz)}
          {@const at = `dips[${n}]`}
          <tr>
            <th scope="row"><Fig at="{at}.swr" name="lowest SWR" text={swr(dip.swr)} /></th>
            <td
              ><Fig at="{at}.mhz" name="MHz of the lowest SWR" text={dip.mhz.toFixed(3)} />{dip.within_khz
                ? ` ± ${digits(dip.within_khz / 1000, 2)}`
                : ''}</td
            >
            {#if reading.phase}
              <td
                ><Fig at="{at}.r_ohm" name="R at the lowest SWR" text={digits(dip.r_ohm)} />
                {(dip.x_ohm ?? 0) < 0 ? '−' : '+'} j<Fig
                  at="{at}.x_ohm"
                  name="X at the lowest SWR"
                  text={digits(Math.abs(dip.x_ohm ?? 0))}
                /></td
              >
              {#if dip.resonance}
                <td
                  ><Fig
                    at="{at}.resonance.mhz"
                    name="MHz of resonance"
                    text={dip.resonance.mhz.toFixed(3)}
                  /></td
                >
                <td
                  >{(dip.apart_khz ?? 0) > 0 ? '+' : ''}<Fig
                    at="{at}.apart_khz"
                    name="kHz apart"
                    text={digits(dip.apart_khz, 2)}
                  /></td
                >
                <td
                  ><Fig
                    at="{at}.resonance.r_ohm"
                    name="R at resonance"
                    text={digits(dip.resonance.r_ohm)}
                  /></td
                >
                <td><Fig at="{at}.resonance.q" name="Q" text={digits(dip.resonance.q)} /></td>
              {:else}<td colspan="4">no zero of X in this dip</td>{/if}
            {/if}
            {#each dip.widths as edges, k (edges.swr)}<td
                >{#if edges.width_khz === null}{width(edges)}{:else}<Fig
                    at="{at}.widths[{k}].width_khz"
                    name="width below SWR {digits(edges.swr)}"
                    text={width(edges)}
                  />{/if}</td
              >{/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
{/if}
