<script lang="ts">
  import Ratio from '../convert/Ratio.svelte';
  import type { Look, SweepRow } from '../api/client';
  import { digits } from '../figures';
  import type { Sweeps } from './sweeps.svelte';
  import CarriedWorkings from '../working/CarriedWorkings.svelte';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';
  import SweepPicture from './SweepPicture.svelte';

  let { sweeps, look, row }: { sweeps: Sweeps; look: Look; row: SweepRow } = $props();
  const drift = $derived(sweeps.drift);
</script>

{#if !sweeps.baseline}
  <p>
    No sweep is this antenna’s baseline yet. Make one of them the baseline while all is well; a later one laid
    over it then says what has changed.
  </p>
{:else if row.baseline}
  <p>This is the baseline. Choose a later sweep, taken at the same place, to see what has changed since.</p>
{:else if drift}
  <p class="serif my-2 max-w-184 text-large leading-snug" data-testid="drift-verdict">
    {drift.sentence}
  </p>
  <SweepPicture {look} under={look.under} />
  {#if drift.causes.length > 1}
    <h3>Also possible, in order</h3>
    <ol class="list-decimal pl-5.5">
      {#each drift.causes.slice(1) as cause (cause.id)}<li>{cause.sentence}</li>{/each}
    </ol>
  {/if}
  {#if drift.dips.length}
    <CarriedWorkings carried={drift.workings}>
      <table class="plain figures" use:roving>
        <caption>Dips, then and now</caption>
        <thead
          ><tr
            ><th scope="col">then, MHz</th><th scope="col">now, MHz</th><th scope="col">moved, kHz</th><th
              scope="col">SWR then</th
            ><th scope="col">SWR now</th></tr
          ></thead
        >
        <tbody>
          {#each drift.dips as dip, n (dip.before_mhz)}
            <tr>
              <td>{dip.before_mhz.toFixed(3)}</td>
              <td>{dip.after_mhz.toFixed(3)}</td>
              <td
                ><Fig
                  at="dips[{n}].moved_khz"
                  name="kHz moved"
                  text={digits((dip.after_mhz - dip.before_mhz) * 1000)}
                /></td
              >
              <td><Ratio value={dip.before_swr} /></td>
              <td><Ratio value={dip.after_swr} /></td>
            </tr>
          {/each}
        </tbody>
      </table>
    </CarriedWorkings>
  {/if}
  <p class="soft">
    Causes are named by what changes like them; they are likely, not proven. Have what hangs high looked at by
    who may climb.
  </p>
{/if}
