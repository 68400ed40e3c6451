<script lang="ts">
  /** A point of a drawing that can be moved: by mouse or finger, or by the arrow keys. */
  interface Props {
    x: number;
    y: number;
    label: string;
    /** Told in picture points. */
    ondrag: (x: number, y: number, phase: 'start' | 'on' | 'end') => void;
    /** Told in steps: to the right and up. */
    onstep: (right: number, up: number) => void;
  }
  let { x, y, label, ondrag, onstep }: Props = $props();
  const LARGE = 10;
  /** Where it was taken hold of, off its middle. */
  let held = $state.raw<{ x: number; y: number } | null>(null);

  function place(event: PointerEvent): [number, number] {
    const box = (event.currentTarget as SVGElement).ownerSVGElement?.getBoundingClientRect();
    return [event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0)];
  }
  function take(event: PointerEvent) {
    (event.currentTarget as SVGElement).setPointerCapture(event.pointerId);
    const [px, py] = place(event);
    held = { x: px - x, y: py - y };
    ondrag(x, y, 'start');
  }
  function drag(event: PointerEvent, phase: 'on' | 'end') {
    if (!held) return;
    const [px, py] = place(event);
    ondrag(px - held.x, py - held.y, phase);
    if (phase === 'end') held = null;
  }
  const WAYS: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, 1],
    ArrowDown: [0, -1],
  };
  function press(event: KeyboardEvent) {
    const way = WAYS[event.key];
    if (!way) return;
    event.preventDefault();
    const steps = event.shiftKey ? LARGE : 1;
    onstep(way[0] * steps, way[1] * steps);
  }
</script>

<circle
  class:held
  cx={x}
  cy={y}
  r="9"
  role="button"
  tabindex="0"
  aria-label={label}
  onpointerdown={take}
  onpointermove={(event) => drag(event, 'on')}
  onpointerup={(event) => drag(event, 'end')}
  onpointercancel={(event) => drag(event, 'end')}
  onkeydown={press}
/>

<style>
  circle {
    fill: var(--paper);
    fill-opacity: 0.6;
    stroke: var(--conducted-ink);
    stroke-width: 2;
    cursor: grab;
    touch-action: none;
  }
  circle:hover,
  .held {
    fill: var(--conducted-ink);
    fill-opacity: 0.35;
  }
  .held {
    cursor: grabbing;
  }
  circle:focus-visible {
    outline: 2px solid var(--standing-ink);
    outline-offset: 2px;
  }
</style>
