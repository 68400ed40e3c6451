<script lang="ts">
  import type { DialFile } from '../api/client';
  import { knobName, reading, toDivision } from './knobs';

  /** A dial as a scale with a pointer: dragged, turned by the arrow keys, or its number typed. */
  interface Props {
    knob: string;
    dial: DialFile;
    number: number;
    onturn: (number: number) => void;
  }
  let { knob, dial, number, onturn }: Props = $props();
  const [H, PAD] = [54, 16];
  let W = $state(320);
  const ends = $derived<[number, number]>([dial.scale?.[0] ?? 0, dial.scale?.[1] ?? 100]);
  const span = $derived(ends[1] - ends[0]);
  const x = (at: number) => PAD + ((at - ends[0]) / span) * (W - 2 * PAD);
  const step = $derived(dial.taps ? 1 : Math.max(dial.division ?? 1, span / 1000));
  const ticks = $derived(Array.from({ length: 11 }, (_, n) => ends[0] + (n / 10) * span));
  const name = $derived(knobName(knob));

  function turn(to: number) {
    const within = Math.min(ends[1], Math.max(ends[0], to));
    onturn(dial.taps ? Math.round(within) : within);
  }
  function drag(event: PointerEvent) {
    if (event.type === 'pointerdown') (event.currentTarget as SVGElement).setPointerCapture(event.pointerId);
    else if (!event.buttons) return;
    const box = (event.currentTarget as SVGElement).getBoundingClientRect();
    const at = event.clientX - box.left;
    turn(toDivision(dial, ends[0] + ((at - PAD) / (W - 2 * PAD)) * span));
  }
  function press(event: KeyboardEvent) {
    const ways: Record<string, number> = {
      ArrowRight: step,
      ArrowUp: step,
      ArrowLeft: -step,
      ArrowDown: -step,
      PageUp: 10 * step,
      PageDown: -10 * step,
    };
    const way = ways[event.key];
    if (event.key === 'Home') turn(ends[0]);
    else if (event.key === 'End') turn(ends[1]);
    else if (way !== undefined) turn(number + (event.shiftKey ? way / 10 : way));
    else return;
    event.preventDefault();
  }
</script>

<div class="grid grid-cols-[3rem_minmax(0,1fr)_4.5rem] items-center gap-3.25 border-t py-1.25">
  <span class="font-semibold">{name}</span>
  <div bind:clientWidth={W}>
    <svg
      width={W}
      height={H}
      class="drawing cursor-ew-resize touch-none"
      role="slider"
      tabindex="0"
      aria-label={name}
      aria-valuemin={ends[0]}
      aria-valuemax={ends[1]}
      aria-valuenow={Number(number.toFixed(3))}
      aria-valuetext="{reading(dial, number)} {dial.unit ?? ''}"
      onpointerdown={drag}
      onpointermove={drag}
      onkeydown={press}
    >
      <rect x="0" y="0" width={W} height={H} fill="transparent" />
      <line x1={PAD} x2={W - PAD} y1="34" y2="34" stroke="var(--ink-soft)" />
      {#each ticks as tick, n (n)}
        <line x1={x(tick)} x2={x(tick)} y1="34" y2={n % 5 ? 40 : 43} stroke="var(--ink-soft)" />
        {#if n % 5 === 0}<text x={x(tick)} y="54" text-anchor="middle" class="figures"
            >{reading(
              { ...dial, division: dial.taps ? 1 : Math.max(dial.division ?? 1, span / 100) },
              tick,
            )}</text
          >{/if}
      {/each}
      <path d="M{x(number)} 36l-8 -24h16Z" fill="var(--conducted)" stroke="var(--ink)" stroke-width="1" />
    </svg>
  </div>
  <label
    ><span class="visually-hidden">{name}, number</span><input
      class="figures w-full text-right text-large"
      inputmode="decimal"
      value={reading(dial, number)}
      onchange={(event) => {
        const typed = Number(event.currentTarget.value.replace(',', '.'));
        if (Number.isFinite(typed) && event.currentTarget.value.trim()) turn(typed);
        event.currentTarget.value = reading(dial, number);
      }}
    /></label
  >
</div>

<style>
  svg:focus-visible {
    outline: 2px solid var(--standing-ink);
  }
</style>
