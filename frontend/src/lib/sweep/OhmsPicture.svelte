<script lang="ts">
  import type { Look } from '../api/client';
  import { across, frequencies, ohmsTop, pathOf, upright } from '../charts/axes';
  import CurveTable from '../charts/CurveTable.svelte';
  import Foot from '../charts/Foot.svelte';
  import Levels from '../charts/Levels.svelte';
  import Picture from '../charts/Picture.svelte';

  let { look }: { look: Look } = $props();
  const clip = $props.id();
  const curve = $derived(look.curve);
  const r = $derived(curve.r_ohm ?? []);
  const reactance = $derived(curve.x_ohm ?? []);
  const top = $derived(ohmsTop([...r, ...reactance]));
  const bounded = (v: number | null) => (v === null ? null : Math.max(Math.min(v, 4 * top), -4 * top));
</script>

<Picture label="Resistance and reactance over frequency, in ohms" height={260}>
  {#snippet drawing(box)}
    {@const x = across(curve.mhz[0] ?? 0, curve.mhz.at(-1) ?? 1, box)}
    {@const y = upright(-top, top, box)}
    {@const path = (values: (number | null)[]) =>
      pathOf(
        curve.mhz.map(x),
        values.map(bounded).map((v) => (v === null ? null : y(v))),
      )}
    <clipPath id={clip}
      ><rect x={box.left} y={box.top} width={box.right - box.left} height={box.bottom - box.top} /></clipPath
    >
    <Levels {box} levels={y.ticks(6).map((ohm) => ({ at: y(ohm), name: String(ohm), strong: ohm === 0 }))} />
    <Foot {box} ticks={frequencies(x, box)} unit="MHz" />
    <g clip-path="url(#{clip})" fill="none" stroke-width="2">
      <path d={path(r)} stroke="var(--conducted-ink)" />
      <path d={path(reactance)} stroke="var(--standing-ink)" stroke-dasharray="6 3" />
      {#each look.reading.resonances as resonance (resonance.mhz)}
        <circle cx={x(resonance.mhz)} cy={y(0)} r="4.5" stroke="var(--radiated-ink)" />
      {/each}
    </g>
  {/snippet}
  {#snippet legend()}
    <span class="r text-conducted-ink">━</span> R, Ω &nbsp; <span class="text-standing-ink">┅</span> X, Ω
    &nbsp; <span class="text-radiated-ink">○</span> X is zero; what lies beyond {top} Ω is cut off.
  {/snippet}
  {#snippet table()}
    <CurveTable
      mhz={curve.mhz}
      columns={[
        ['R, Ω', r],
        ['X, Ω', reactance],
      ]}
    />
  {/snippet}
</Picture>
