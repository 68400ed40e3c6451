<script lang="ts">
  import { scaleBand, scaleLinear, scaleLog, scaleSymlog } from 'd3-scale';
  import type { AntennaEstimate } from '../api/client';
  import { pathOf, type Box } from '../charts/axes';
  import Foot from '../charts/Foot.svelte';
  import Levels from '../charts/Levels.svelte';
  import Picture from '../charts/Picture.svelte';
  import { highest, lowest, middle } from '../figures';
  import Segments from '../ui/Segments.svelte';

  /** SWR, R or X across every band, side by side; the stroke: what it may be instead, in the band's middle. */
  interface Props {
    names: string[];
    /** So many estimates a band, from its low edge to its high one. */
    curves: AntennaEstimate[][];
    middles: AntennaEstimate[];
  }
  let { names, curves, middles }: Props = $props();
  type Shown = 'swr' | 'r_ohm' | 'x_ohm';
  let shown = $state<Shown>('swr');
  const KINDS: [Shown, string][] = [
    ['swr', 'SWR'],
    ['r_ohm', 'R'],
    ['x_ohm', 'X'],
  ];
  const MOST = { swr: 100, r_ohm: 5000, x_ohm: 5000 };
  const TICKS: Record<Shown, number[]> = {
    swr: [1, 2, 3, 5, 10, 30, 100],
    r_ohm: [0, 25, 50, 100, 300, 1000, 5000],
    x_ohm: [-5000, -1000, -300, -100, 0, 100, 300, 1000, 5000],
  };
  const KNEE_OHM = 50;
  const scaleFor = (what: Shown, box: Box) =>
    what === 'swr'
      ? scaleLog([1, MOST.swr], [box.bottom, box.top]).clamp(true)
      : scaleSymlog([what === 'r_ohm' ? 0 : -MOST.x_ohm, MOST[what]], [box.bottom, box.top])
          .constant(KNEE_OHM)
          .clamp(true);
  /** Where along a band its reactance passes through 0, counted in points, and the point that is next. */
  function resonances(points: AntennaEstimate[]): { at: number; n: number }[] {
    const x = points.map((point) => middle(point.x_ohm) ?? NaN);
    return x.slice(1).flatMap((after, k) => {
      const before = x[k] ?? NaN;
      const part = before / (before - after);
      return before * after < 0 ? [{ at: k + part, n: part < 0.5 ? k : k + 1 }] : [];
    });
  }
  const title = $derived(KINDS.find(([key]) => key === shown)?.[1] ?? '');
</script>

<Segments label="What is drawn" value={shown} options={KINDS} onchoose={(what) => (shown = what)} />
<Picture label="{title} across every band" height={230} margins={{ left: 44, top: 14 }}>
  {#snippet drawing(box)}
    {@const x = scaleBand(names, [box.left, box.right]).padding(0.15)}
    {@const y = scaleFor(shown, box)}
    <Levels {box} levels={TICKS[shown].map((at) => ({ at: y(at), name: String(at).replace('-', '−') }))} />
    <text x={4} y={9}>{shown === 'swr' ? 'SWR' : 'Ω'}</text>
    <Foot
      {box}
      ticks={names.map((name) => ({ at: (x(name) ?? 0) + x.bandwidth() / 2, name: name.replace(' m', '') }))}
    />
    {#each names as name, b (b)}
      {@const left = x(name) ?? 0}
      {@const points = curves[b] ?? []}
      {@const inside = scaleLinear([0, Math.max(points.length - 1, 1)], [left, left + x.bandwidth()])}
      {@const atMiddle = middles[b]?.[shown]}
      <rect
        x={left}
        y={box.top}
        width={x.bandwidth()}
        height={box.bottom - box.top}
        fill="var(--paper-sunk)"
        opacity="0.6"
      />
      {#if atMiddle && lowest(atMiddle) !== highest(atMiddle)}
        <rect
          x={left + x.bandwidth() / 2 - 3}
          width="6"
          y={y(highest(atMiddle) ?? MOST[shown])}
          height={Math.max(y(lowest(atMiddle) ?? MOST[shown]) - y(highest(atMiddle) ?? MOST[shown]), 1)}
          fill="var(--conducted-ink)"
          opacity="0.25"
        />
      {/if}
      <path
        d={pathOf(
          points.map((_, n) => inside(n)),
          points.map((point) => y(middle(point[shown]) ?? MOST[shown])),
        )}
        stroke="var(--conducted-ink)"
        stroke-width="2"
        fill="none"
      />
      {#if points.length === 1}
        <!-- while something is moved only the middle of each band is known -->
        <circle
          cx={left + x.bandwidth() / 2}
          cy={y(middle(points[0]?.[shown]) ?? MOST[shown])}
          r="3.5"
          fill="var(--conducted-ink)"
        />
      {/if}
      {#each resonances(points) as { at, n } (at)}
        <circle
          cx={inside(at)}
          cy={y(middle(points[n]?.[shown]) ?? MOST[shown])}
          r="4"
          fill="var(--paper)"
          stroke="var(--conducted-ink)"
          stroke-width="2"
        />
      {/each}
    {/each}
  {/snippet}
  {#snippet legend()}
    <span>by band (m), from its low edge to its high one; the bar: what it may be instead, in the middle</span
    >
    <span>○ resonant, X = 0</span>
  {/snippet}
</Picture>
