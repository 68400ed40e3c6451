<script lang="ts">
  import type { PlannedAntenna, PlannedOut } from '../api/client';
  import { toShown, unitShown } from '../station/units';
  import { preferences } from '../station/preferences.svelte';
  import DragHandle from './DragHandle.svelte';
  import { handlesOf, type Handle } from './handles';
  import { scaleOf, type Drawn } from './planning';

  /** The wires to scale, from the side and from above; with `onmove` their ends can be taken hold of. */
  interface Props {
    planned: PlannedOut;
    antenna: PlannedAntenna;
    tall?: number;
    onmove?: (antenna: PlannedAntenna) => void;
  }
  let { planned, antenna, tall = 150, onmove }: Props = $props();
  const MARGIN = 16;
  const STEP_M = 0.1;
  let width = $state(260);

  const wires = $derived<Drawn[]>([...planned.wires, ...planned.radials]);
  const ends = $derived(wires.flatMap((wire) => [wire.start, wire.end]));
  const pair = ([x = 0, y = 0, z = 0]: readonly number[], up: boolean) => [x, up ? z : y] as const;
  type Scale = ReturnType<typeof scaleOf>;
  /** While something is held the scale stays, lest the drawing run away under the hand. */
  let kept = $state.raw<{ side: Scale; plan: Scale } | null>(null);
  const fresh = $derived(scaleOf([...ends.map((end) => pair(end, true)), [0, 0]], width, tall, MARGIN));
  const side = $derived(kept?.side ?? fresh);
  /** From above as high as it must be. */
  const depth = $derived.by(() => {
    const [xs, ys] = [ends.map(([x = 0]) => x), ends.map(([, y = 0]) => y)];
    const ratio = (Math.max(...ys) - Math.min(...ys)) / Math.max(Math.max(...xs) - Math.min(...xs), 1e-6);
    return Math.min(tall, Math.max(3 * MARGIN, ratio * (width - 2 * MARGIN) + 3 * MARGIN));
  });
  const freshPlan = $derived(
    scaleOf(
      ends.map((end) => pair(end, false)),
      width,
      depth,
      MARGIN,
    ),
  );
  const plan = $derived(kept?.plan ?? freshPlan);
  /** None where a measure is half typed. */
  const handles = $derived(
    onmove ? handlesOf(antenna, planned).filter(({ at }) => at.every(Number.isFinite)) : [],
  );
  const level = $derived(side.at(0, 0)[1]);
  const metres = (value: number) =>
    `${toShown(Number(value.toPrecision(3)), 'length', preferences.system)} ${unitShown('length', preferences.system)}`;
  const highest = $derived(Math.max(...ends.map(([, , z = 0]) => z)));
  const breadth = $derived(Math.max(...ends.map(([x = 0]) => x)) - Math.min(...ends.map(([x = 0]) => x)));

  function drag({ moved, at }: Handle, up: boolean, x: number, y: number, phase: 'start' | 'on' | 'end') {
    if (phase === 'start') kept = { side, plan };
    const [across, other] = (up ? side : plan).back(x, y);
    if (phase !== 'start') onmove?.(moved(up ? [across, at[1], other] : [across, other, at[2]]));
    if (phase === 'end') kept = null;
  }
  function step({ moved, at }: Handle, up: boolean, right: number, over: number) {
    const [x, y, z] = [at[0] + right * STEP_M, at[1], at[2]];
    onmove?.(moved(up ? [x, y, z + over * STEP_M] : [x, y + over * STEP_M, z]));
  }

  function path(wire: Drawn, up: boolean): string {
    const { at } = up ? side : plan;
    return `M${at(...pair(wire.start, up)).join(' ')}L${at(...pair(wire.end, up)).join(' ')}`;
  }
</script>

<div bind:clientWidth={width}>
  {#each [true, false] as up (up)}
    {@const { at } = up ? side : plan}
    {@const [x, y] = at(...pair(planned.feed, up))}
    <svg
      class="drawing"
      {width}
      height={up ? tall : depth}
      role={onmove ? 'group' : 'img'}
      aria-label={up
        ? `From the side: up to ${metres(highest)} high, ${metres(breadth)} across`
        : 'From above'}
    >
      {#if up}<path d="M0 {level}H{width}" stroke="var(--ink-soft)" stroke-width="1.5" />{/if}
      {#each planned.radials as wire, n (n)}
        <path d={path(wire, up)} stroke="var(--ink-soft)" stroke-width="1" fill="none" />
      {/each}
      {#each planned.wires as wire, n (n)}
        <path d={path(wire, up)} stroke="var(--conducted-ink)" stroke-width="2.5" fill="none" />
      {/each}
      {#each planned.coils as coil, n (n)}
        {@const [cx, cy] = at(...pair(coil, up))}
        <rect x={cx - 5} y={cy - 5} width="10" height="10" fill="var(--paper)" stroke="var(--ink)" />
      {/each}
      <circle cx={x} cy={y} r="4.5" fill="var(--ink)" />
      {#each handles.filter(({ views }) => views.includes(up ? 'side' : 'plan')) as handle (handle.id)}
        {@const [hx, hy] = at(...pair(handle.at, up))}
        <DragHandle
          x={hx}
          y={hy}
          label="Move {handle.name}: {metres(handle.at[0])} across, {metres(
            handle.at[2],
          )} up. Arrow keys too."
          ondrag={(px, py, phase) => drag(handle, up, px, py, phase)}
          onstep={(right, over) => step(handle, up, right, over)}
        />
      {/each}
      <text x={4} y={12}
        >{up ? `from the side, ${metres(highest)} high` : `from above, ${metres(breadth)}`}</text
      >
    </svg>
  {/each}
</div>
<p class="drawing-key">
  <span
    ><svg width="10" height="10" aria-hidden="true"><circle cx="5" cy="5" r="4.5" fill="var(--ink)" /></svg> fed</span
  >
  {#if planned.coils.length}<span
      ><svg width="12" height="12" aria-hidden="true"
        ><rect x="1" y="1" width="10" height="10" fill="var(--paper)" stroke="var(--ink)" /></svg
      > coil</span
    >{/if}
</p>
