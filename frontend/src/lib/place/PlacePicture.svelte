<script lang="ts">
  import DragHandle from '../antenna/DragHandle.svelte';
  import { preferences } from '../station/preferences.svelte';
  import { digits } from '../figures';
  import { toShown, unitShown } from '../station/units';
  import {
    highest,
    inPlace,
    metreOf,
    moved,
    number,
    raised,
    wiresInPlace,
    type DrawnAntenna,
    type Place,
  } from './drawing';

  /** A place from above and from the side, to one scale: what stands there can be taken hold of. */
  interface Props {
    place: Place;
    /** An antenna that hangs in it. */
    antenna?: DrawnAntenna | undefined;
    onmove: (place: Place) => void;
  }
  let { place, antenna, onmove }: Props = $props();
  const MARGIN = 18;
  const STEP_M = 0.5;
  let width = $state(300);
  const wires = $derived(antenna ? wiresInPlace(antenna) : []);
  const [feedX, feedY, feedZ] = $derived(
    antenna ? inPlace(antenna, antenna.feed[0] ?? 0, antenna.feed[1] ?? 0, antenna.feed[2] ?? 0) : [0, 0, 0],
  );
  const long = $derived(Math.max(number(place.length_m), 0.1));
  const broad = $derived(Math.max(number(place.breadth_m), 0.1));
  /** While something is held the scale stays, lest the drawing run away under the hand. */
  let kept = $state.raw<{ metre: number; top: number } | null>(null);
  const fresh = $derived({
    metre: metreOf(place, wires.flat(), width, MARGIN),
    top: highest(place, wires.flat()),
  });
  const metre = $derived((kept ?? fresh).metre);
  const top = $derived((kept ?? fresh).top);
  const left = $derived((width - metre * long) / 2);
  const x = (metres: number) => left + metre * metres;
  const y = (metres: number) => MARGIN + metre * (broad - metres);
  const z = (metres: number) => MARGIN + metre * (top - metres);
  const supports = $derived(
    (place.supports ?? []).map((at) => ({
      x: number(at.x_m),
      y: number(at.y_m),
      tall: Math.max(0, number(at.height_m)),
    })),
  );
  const house = $derived({ x: number(place.house?.x_m), y: number(place.house?.y_m) });
  const length = (metres: number) =>
    `${digits(Number(toShown(metres, 'length', preferences.system)))} ${unitShown('length', preferences.system)}`;
  type Phase = 'start' | 'on' | 'end';

  function held(phase: Phase) {
    if (phase === 'start') kept = fresh;
    if (phase === 'end') kept = null;
  }
  function dragAbove(support: number | null, px: number, py: number, phase: Phase) {
    held(phase);
    if (phase !== 'start') onmove(moved(place, support, (px - left) / metre, broad - (py - MARGIN) / metre));
  }
  function dragBeside(support: number, px: number, py: number, phase: Phase) {
    const [to, up] = [(px - left) / metre, top - (py - MARGIN) / metre];
    held(phase);
    if (phase !== 'start') onmove(raised(moved(place, support, to, supports[support]?.y ?? 0), support, up));
  }
</script>

<div bind:clientWidth={width} class="figures">
  <svg
    class="drawing"
    {width}
    height={2 * MARGIN + metre * broad}
    role="group"
    aria-label="The place from above, {length(long)} by {length(broad)}"
  >
    <rect
      class="fill-paper-sunk stroke-ink-soft"
      x={x(0)}
      y={y(broad)}
      width={metre * long}
      height={metre * broad}
    />
    {#if antenna}
      <path d="M{x(house.x)} {y(house.y)}L{x(feedX)} {y(feedY)}" class="feed" />
      {#each wires as [start, end], n (n)}
        <path
          d="M{x(start[0])} {y(start[1])}L{x(end[0])} {y(end[1])}"
          class="fill-none stroke-conducted-ink stroke-[2.2]"
        />
      {/each}
    {/if}
    <path class="house" d="M{x(house.x) - 6} {y(house.y) + 6}h12v-8l-6 -6l-6 6z" />
    <DragHandle
      x={x(house.x)}
      y={y(house.y)}
      label="Move the house: {length(house.x)} along, {length(house.y)} across. Arrow keys too."
      ondrag={(px, py, phase) => dragAbove(null, px, py, phase)}
      onstep={(right, up) => onmove(moved(place, null, house.x + right * STEP_M, house.y + up * STEP_M))}
    />
    {#each supports as support, n (n)}
      <DragHandle
        x={x(support.x)}
        y={y(support.y)}
        label="Move support {n + 1}: {length(support.x)} along, {length(support.y)} across. Arrow keys too."
        ondrag={(px, py, phase) => dragAbove(n, px, py, phase)}
        onstep={(right, up) => onmove(moved(place, n, support.x + right * STEP_M, support.y + up * STEP_M))}
      />
      <text x={x(support.x) + 12} y={y(support.y) + 4}>{n + 1}</text>
    {/each}
    <text x={4} y={12}>from above, {length(long)} by {length(broad)}</text>
  </svg>
  <svg
    class="drawing"
    {width}
    height={2 * MARGIN + metre * top}
    role="group"
    aria-label="The place from the side"
  >
    <path d="M0 {z(0)}H{width}" stroke="var(--ink-soft)" stroke-width="1.5" />
    <path
      class="house"
      d="M{x(house.x - 1.6)} {z(0)}h{3.2 * metre}v{-2.6 * metre}l{-1.6 * metre} {-1.4 * metre}l{-1.6 *
        metre} {1.4 * metre}z"
    />
    {#each supports as support, n (n)}
      <path class="fill-none stroke-ink-soft stroke-3" d="M{x(support.x)} {z(0)}V{z(support.tall)}" />
    {/each}
    {#if antenna}
      {#each wires as [start, end], n (n)}
        <path
          d="M{x(start[0])} {z(start[2])}L{x(end[0])} {z(end[2])}"
          class="fill-none stroke-conducted-ink stroke-[2.2]"
        />
      {/each}
      <circle cx={x(feedX)} cy={z(feedZ)} r="4.5" fill="var(--ink)" />
    {/if}
    {#each supports as support, n (n)}
      <DragHandle
        x={x(support.x)}
        y={z(support.tall)}
        label="Raise support {n + 1}: {length(support.tall)} high. Arrow keys too."
        ondrag={(px, py, phase) => dragBeside(n, px, py, phase)}
        onstep={(right, up) =>
          onmove(
            raised(moved(place, n, support.x + right * STEP_M, support.y), n, support.tall + up * STEP_M),
          )}
      />
      <text x={x(support.x) + 12} y={z(support.tall) + 4}>{n + 1}, {length(support.tall)}</text>
    {/each}
    <text x={4} y={12}>from the side</text>
  </svg>
</div>

<style>
  svg {
    display: block;
    font-size: 12px;
    fill: var(--ink);
    overflow: visible;
  }
  .house {
    fill: var(--ink-soft);
    fill-opacity: 0.55;
  }
  .feed {
    stroke: var(--ink);
    stroke-dasharray: 4 3;
    fill: none;
  }
</style>
