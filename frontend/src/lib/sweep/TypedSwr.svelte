<script lang="ts">
  import { untrack } from 'svelte';
  import { bandEdges, textAsPoints } from '../antenna/points';
  import type { ReadingFile, StationFile } from '../api/client';
  import { noteAllDown } from '../log/log.svelte';
  import { newKey } from '../station/keeper.svelte';
  import type { Sweeps } from './sweeps.svelte';

  /** SWR read at the edges of the bands: a sweep, and readings of the meter that stands at that joint. */
  interface Props {
    sweeps: Sweeps;
    station: StationFile;
    joint: number;
    onkeep: (text: string) => Promise<void>;
  }
  let { sweeps, station, joint, onkeep }: Props = $props();
  let typed = $state(untrack(() => bandEdges(station.bands ?? [])));
  /** What was read with: a meter's plane is its radio side. */
  const meter = $derived.by(() => {
    const part = station.chain[joint];
    if (part?.kind === 'meter' && part.label) return part.label;
    return joint === 0 ? 'radio' : null;
  });

  async function take() {
    const { points } = textAsPoints(typed, 2, true);
    // Once the sweep is kept it is shown, and this is gone with its properties.
    const [kept, at] = [sweeps, meter];
    await onkeep(['MHz;SWR', ...points.map((row) => row.join(';'))].join('\n'));
    if (kept.refused || at === null) return;
    const date = new Date().toISOString().slice(0, 10);
    const list = points.map(([mhz, swr]) => ({ mhz, at, swr, tuner: 'bypass', date, note: '' }));
    kept.refused = await noteAllDown(kept.station, list as unknown as ReadingFile[], newKey());
  }
</script>

<h3 class="text-lead">SWR read at the band edges</h3>
<label class="soft"
  >MHz and SWR, return loss (“18 dB RL”), |Γ| or %, one point a line; a steady carrier at low power, tuner off
  <textarea class="figures" rows="6" spellcheck="false" bind:value={typed}></textarea></label
>
{#if meter !== null}
  <p class="soft">
    They stand in the log as readings of {meter === 'radio' ? 'the radio’s own meter' : meter}, too.
  </p>
{/if}
<button type="button" class="firm" onclick={take}>Take these readings</button>
