<script lang="ts">
  import type { Look } from '../api/client';
  import { across, frequencies, pathOf, upright } from '../charts/axes';
  import CurveTable from '../charts/CurveTable.svelte';
  import Foot from '../charts/Foot.svelte';
  import Levels from '../charts/Levels.svelte';
  import Picture from '../charts/Picture.svelte';

  let { look }: { look: Look } = $props();
  const curve = $derived(look.curve);
  const most = $derived(Math.min(Math.max(20, ...curve.return_loss_db.map((v) => v ?? 0)), 60));
</script>

<Picture label="Return loss over frequency, in decibels" height={260}>
  {#snippet drawing(box)}
    {@const x = across(curve.mhz[0] ?? 0, curve.mhz.at(-1) ?? 1, box)}
    <!-- More comes back further up: 0 dB at the top, as with SWR. -->
    {@const y = upright(most, 0, box)}
    <Levels {box} levels={y.ticks(6).map((db) => ({ at: y(db), name: String(db) }))} />
    <Foot {box} ticks={frequencies(x, box)} unit="MHz" />
    <path
      d={pathOf(
        curve.mhz.map(x),
        curve.return_loss_db.map((v) => y(Math.min(v ?? most, most))),
      )}
      fill="none"
      stroke="var(--standing-ink)"
      stroke-width="2"
    />
  {/snippet}
  {#snippet legend()}
    Return loss, dB: how far below what was sent the returned wave lies. 0 dB returns all, 20 dB one
    hundredth.
  {/snippet}
  {#snippet table()}
    <CurveTable mhz={curve.mhz} columns={[['return loss, dB', curve.return_loss_db]]} />
  {/snippet}
</Picture>
