<script lang="ts">
  import { Streaming } from '../api/streaming.svelte';
  import type { PairsOut, StationFile } from '../api/client';
  import { across, upright } from '../charts/axes';
  import Foot from '../charts/Foot.svelte';
  import Levels from '../charts/Levels.svelte';
  import Picture from '../charts/Picture.svelte';
  import { watts } from '../figures';
  import { preferences } from '../station/preferences.svelte';
  import { parseTyped, toShown, unitShown } from '../station/units';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import Progress from '../ui/Progress.svelte';
  import Segments from '../ui/Segments.svelte';
  import Trouble from '../ui/Trouble.svelte';

  /** Length of the wire against length of the main run: what leaves on the weakest band with each pair, how many
   * bands it suits, what power is borne. */
  interface Props {
    station: StationFile;
    wire_m: number;
    line_m: number;
    onadopt: (answer: PairsOut, wire_m: number, line_m: number) => void;
  }
  let { station, wire_m, line_m, onadopt }: Props = $props();
  const COUNT = 40;
  type Shown = 'weakest' | 'count' | 'borne';
  let shows = $state<Shown>('weakest');
  const KINDS: [Shown, string][] = [
    ['weakest', 'watts on the weakest band'],
    ['count', 'bands suited'],
    ['borne', 'watts borne'],
  ];
  /** How deep a pair stands, 0 to 1. */
  function depth(pairs: PairsOut, n: number, k: number): number {
    if (shows === 'count') return ((pairs.count[n]?.[k] ?? 0) / pairs.bands.length) ** 2;
    if (shows === 'weakest') return (pairs.weakest_w[n]?.[k] ?? 0) / most_w;
    return (pairs.bears_w[n]?.[k] ?? 0) / pairs.power_w;
  }
  const system = $derived(preferences.system);
  const unit = $derived(unitShown('length', system));
  const asking = new Streaming('/api/antenna/pairs');
  const answer = $derived(asking.answer);
  const most_w = $derived(Math.max(1, ...(answer?.weakest_w.flat() ?? [])));
  const LEGENDS = $derived<Record<Shown, string>>({
    weakest: `the deeper, the more leaves on the weakest band, up to ${watts(most_w)} W`,
    count: 'all bands in reach and the power borne; paler, fewer',
    borne: 'the deeper, the more of the radio’s power is borne on every band',
  });
  type Ends = Record<'wire_from_m' | 'wire_to_m' | 'line_from_m' | 'line_to_m', string>;
  let typed = $state<Partial<Ends>>({});
  const start = $derived<Ends>({
    wire_from_m: toShown(Math.max(2, Math.round(wire_m * 0.6)), 'length', system),
    wire_to_m: toShown(Math.round(wire_m * 1.5), 'length', system),
    line_from_m: toShown(Math.max(1, Math.round(line_m * 0.6)), 'length', system),
    line_to_m: toShown(Math.max(3, Math.round(line_m * 1.6)), 'length', system),
  });
  const ends = $derived({ ...start, ...typed });
  const FIELDS: [keyof Ends, string][] = [
    ['wire_from_m', 'Wire, from'],
    ['wire_to_m', 'to'],
    ['line_from_m', 'Feedline, from'],
    ['line_to_m', 'to'],
  ];
  const inUnit = (metres: number) => `${toShown(Number(metres.toFixed(2)), 'length', system)} ${unit}`;
  /** The pair looked at: the best, or what was chosen on the map. */
  let picked = $state.raw<[number, number] | null>(null);
  const at = $derived.by((): [number, number] => {
    if (!answer) return [0, 0];
    return picked ?? [answer.wire_m.indexOf(answer.best_wire_m), answer.line_m.indexOf(answer.best_line_m)];
  });

  function ask(event: SubmitEvent) {
    event.preventDefault();
    picked = null;
    const metres = (key: keyof Ends) => parseTyped(ends[key], 'length', system);
    void asking.ask({
      document: station,
      count: COUNT,
      wire_from_m: metres('wire_from_m'),
      wire_to_m: metres('wire_to_m'),
      line_from_m: metres('line_from_m'),
      line_to_m: metres('line_to_m'),
    });
  }
  const nearest = (values: number[], to: number) =>
    values.reduce(
      (best, value, n) => (Math.abs(value - to) < Math.abs((values[best] ?? 0) - to) ? n : best),
      0,
    );
  function pick(event: MouseEvent, wireAt: (x: number) => number, lineAt: (y: number) => number) {
    const box = (event.currentTarget as SVGElement).ownerSVGElement?.getBoundingClientRect();
    if (!answer || !box) return;
    const [wire, run] = [wireAt(event.clientX - box.left), lineAt(event.clientY - box.top)];
    picked = [nearest(answer.wire_m, wire), nearest(answer.line_m, run)];
  }
  function step(event: KeyboardEvent) {
    const ways: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, 1],
      ArrowDown: [0, -1],
    };
    const way = ways[event.key];
    if (!way || !answer) return;
    event.preventDefault();
    const within = (value: number, count: number) => Math.min(count - 1, Math.max(0, value));
    picked = [within(at[0] + way[0], answer.wire_m.length), within(at[1] + way[1], answer.line_m.length)];
  }
</script>

<form class="flex flex-wrap items-baseline gap-x-5.5 gap-y-1.25" onsubmit={ask}>
  {#each FIELDS as [key, label] (key)}
    <PlainNumber {label} value={ends[key]} {unit} oninput={(text) => (typed[key] = text)} />
  {/each}
  <button type="submit" class="firm" disabled={asking.progress !== null}>Try all pairs</button>
  {#if asking.progress}<button type="button" class="linkish" onclick={asking.cancel}>Stop</button>{/if}
</form>
{#if asking.progress}<Progress label="Trying pairs of lengths" {...asking.progress} />{/if}
<Trouble text={asking.trouble} />
{#if answer}
  {@const most = answer.bands.length}
  <p class="my-1.5" data-testid="pairs">{answer.sentence}</p>
  <Segments label="What the map shows" value={shows} options={KINDS} onchoose={(what) => (shows = what)} />
  <Picture
    label="What each pair of lengths gives. {answer.sentence}"
    height={300}
    margins={{ left: 52, bottom: 34 }}
    interactive
  >
    {#snippet drawing(box)}
      {@const dx = (answer.wire_m[1] ?? 1) - (answer.wire_m[0] ?? 0)}
      {@const dy = (answer.line_m[1] ?? 1) - (answer.line_m[0] ?? 0)}
      {@const x = across((answer.wire_m[0] ?? 0) - dx / 2, (answer.wire_m.at(-1) ?? 1) + dx / 2, box)}
      {@const y = upright((answer.line_m[0] ?? 0) - dy / 2, (answer.line_m.at(-1) ?? 1) + dy / 2, box)}
      {@const wide = x(dx) - x(0) + 0.4}
      {@const tall = y(0) - y(dy) + 0.4}
      <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_no_noninteractive_tabindex (the arrow keys move what is picked) -->
      <g
        role="application"
        aria-label="The pair looked at: {inUnit(answer.wire_m[at[0]] ?? 0)} of wire, {inUnit(
          answer.line_m[at[1]] ?? 0,
        )} of feedline, {watts(
          answer.weakest_w[at[0]]?.[at[1]] ?? 0,
        )} W on the weakest band. The arrow keys move it."
        tabindex="0"
        onkeydown={step}
        onclick={(event) => pick(event, x.invert, y.invert)}
      >
        {#each answer.wire_m as wire, n (n)}
          {#each answer.line_m as line, k (k)}
            <rect
              x={x(wire - dx / 2)}
              y={y(line + dy / 2)}
              width={wide}
              height={tall}
              fill="color-mix(in oklab, var(--radiated) {100 * depth(answer, n, k)}%, var(--paper-sunk))"
            />
          {/each}
        {/each}
      </g>
      <Levels {box} levels={y.ticks(5).map((m) => ({ at: y(m), name: inUnit(m) }))} />
      <Foot {box} unit="wire" ticks={x.ticks(5).map((m) => ({ at: x(m), name: inUnit(m) }))} />
      <text x={4} y={box.bottom + 31}>feedline, upwards</text>
      <path
        d="M{x(wire_m) - 5} {y(line_m)}h10M{x(wire_m)} {y(line_m) - 5}v10"
        stroke="var(--ink)"
        stroke-width="1.5"
      />
      <circle
        cx={x(answer.wire_m[at[0]] ?? 0)}
        cy={y(answer.line_m[at[1]] ?? 0)}
        r="6"
        fill="none"
        stroke="var(--ink)"
        stroke-width="2"
        pointer-events="none"
      />
    {/snippet}
    {#snippet legend()}
      <span
        ><svg width="12" height="10" aria-hidden="true"
          ><rect width="12" height="10" fill="var(--radiated)" /></svg
        >
        {LEGENDS[shows]}</span
      >
      <span>+ as now</span>
      <span>○ looked at</span>
    {/snippet}
  </Picture>
  {@const [n, k] = at}
  <p class="my-1.5">
    <button
      type="button"
      class="linkish"
      onclick={() => onadopt(answer, answer.wire_m[n] ?? wire_m, answer.line_m[k] ?? line_m)}
      >Take {inUnit(answer.wire_m[n] ?? 0)} of wire and {inUnit(answer.line_m[k] ?? 0)} of feedline: {watts(
        answer.weakest_w[n]?.[k] ?? 0,
      )} W on the weakest band, {answer.count[n]?.[k] ?? 0} of {most} bands suited</button
    >
  </p>
{/if}

<style>
  g:focus-visible {
    outline: 2px solid var(--standing-ink);
  }
</style>
