<script lang="ts">
  import { across, frequencies, pathOf, upright } from './axes';
  import CurveTable from './CurveTable.svelte';
  import Foot from './Foot.svelte';
  import Levels from './Levels.svelte';
  import Picture from './Picture.svelte';
  import { digits } from '../figures';

  /** Some curves over frequency or along a line; each has its dashes and its name. */
  export interface Curve {
    name: string;
    x: number[];
    y: (number | null)[];
    colour: string;
    dashes?: string;
    /** Points that were measured rather than a curve. */
    dots?: boolean;
  }
  interface Props {
    label: string;
    /** What the foot and the side are in. */
    foot: string;
    side: string;
    curves: Curve[];
    /** From where to where something holds, shaded. */
    shaded?: [number, number] | null;
    shadedName?: string;
    /** Places to be named in the picture, by number. */
    marks?: { x: number; y: number; name: string }[];
    bottom?: number;
  }
  let { label, foot, side, curves, shaded = null, shadedName = '', marks = [], bottom = 0 }: Props = $props();

  const ends = $derived.by(() => {
    const xs = curves.flatMap(({ x }) => x);
    return [Math.min(...xs), Math.max(...xs)] as const;
  });
  const top = $derived(
    Math.max(...curves.flatMap(({ y }) => y.map((value) => value ?? bottom)), bottom + 1e-3) * 1.08,
  );
  const longest = $derived(
    curves.reduce((longer, other) => (other.x.length > longer.x.length ? other : longer)),
  );
</script>

<Picture {label} height={260} margins={{ left: 50, top: 24 }}>
  {#snippet drawing(box)}
    {@const x = across(ends[0], ends[1], box)}
    {@const y = upright(bottom, top, box)}
    {#if shaded}
      <rect
        x={x(shaded[0])}
        width={Math.max(x(shaded[1]) - x(shaded[0]), 1)}
        y={box.top}
        height={box.bottom - box.top}
        class="fill-radiated opacity-13"
      />
    {/if}
    <Levels {box} levels={y.ticks(5).map((at) => ({ at: y(at), name: digits(at) }))} />
    <text x={4} y={12}>{side}</text>
    <Foot {box} unit={foot} ticks={frequencies(x, box)} />
    {#each curves as curve, i (i)}
      {#if curve.dots}
        {#each curve.x as at, n (n)}
          {#if curve.y[n] != null}<circle
              cx={x(at)}
              cy={y(curve.y[n] ?? 0)}
              r="1.8"
              fill={curve.colour}
            />{/if}
        {/each}
      {:else}
        <path
          d={pathOf(
            curve.x.map(x),
            curve.y.map((value) => (value === null ? null : y(value))),
          )}
          fill="none"
          stroke={curve.colour}
          stroke-width="1.8"
          stroke-dasharray={curve.dashes}
        />
      {/if}
    {/each}
    {#each marks as mark, n (n)}
      <path d="M{x(mark.x)} {y(mark.y) - 4}v-9" stroke="var(--ink)" />
      <text x={x(mark.x)} y={y(mark.y) - 16} text-anchor="middle" class="figures fill-ink font-semibold"
        >{mark.name}</text
      >
    {/each}
  {/snippet}
  {#snippet legend()}
    {#each curves as { name, colour, dashes, dots }, i (i)}
      <span>
        <svg width="22" height="10" aria-hidden="true">
          {#if dots}<circle cx="11" cy="5" r="2.4" fill={colour} />{:else}<path
              d="M0 5h22"
              stroke={colour}
              stroke-width="2"
              stroke-dasharray={dashes}
            />{/if}
        </svg>
        {name}
      </span>
    {/each}
    {#if shaded}<span>shaded: {shadedName}</span>{/if}
  {/snippet}
  {#snippet table()}
    <CurveTable
      of={foot}
      mhz={longest.x}
      columns={curves.filter(({ x }) => x.length === longest.x.length).map(({ name, y }) => [name, y])}
    />
  {/snippet}
</Picture>
