<script lang="ts">
  import CarriedWorkings from '../working/CarriedWorkings.svelte';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';
  import { digits, watts } from '../figures';
  import { across, type Box, type Scale } from '../charts/axes';
  import Foot from '../charts/Foot.svelte';
  import Picture from '../charts/Picture.svelte';
  import { preferences } from '../station/preferences.svelte';
  import type { StationFile } from '../api/client';
  import { parseTyped, toShown, unitShown } from '../station/units';
  import FromTo from '../ui/FromTo.svelte';
  import Segments from '../ui/Segments.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import type { Choosing } from './choosing.svelte';

  interface Props {
    station: StationFile;
    choosing: Choosing;
    run: number;
  }
  let { station, choosing, run }: Props = $props();
  const system = $derived(preferences.system);
  let typed = $state<{ low?: string; high?: string }>({});
  const low = $derived(typed.low ?? toShown(Math.max(1, Math.round(run * 0.6)), 'length', system));
  const high = $derived(typed.high ?? toShown(Math.round(run * 1.5), 'length', system));
  const answer = $derived(choosing.trying.answer);
  const ROW = 19;
  /** Reach, loss and stress are three answers: whether the tuner matches, what leaves, and what is borne. */
  type Shown = 'reached' | 'sky_w' | 'bears_w';
  let shows = $state<Shown>('reached');
  const KINDS: [Shown, string][] = [
    ['reached', 'in reach'],
    ['sky_w', 'watts leaving'],
    ['bears_w', 'watts borne'],
  ];
  const power = $derived(Number(station.transmitter?.power_w) || 1);
  const LEGENDS: Record<Shown, string> = {
    reached: 'Green: the tuner matches from edge to edge.',
    sky_w: 'The deeper the green, the more leaves at the power that is borne.',
    bears_w: 'The deeper the green, the more of the radio’s power all parts bear.',
  };
  const scale = (box: Box) => across(answer?.length_m[0] ?? 0, answer?.length_m.at(-1) ?? 1, box);
  const step = $derived(answer ? (answer.length_m[1] ?? 1) - (answer.length_m[0] ?? 0) : 1);
  const bandsEnd = $derived((answer?.bands.length ?? 0) * ROW);
  const MARGIN = 34;
  const widest = $derived(Math.max(1, ...(answer?.margin_m ?? [])));

  /** Stretches of lengths that are reached: start and end. */
  function stretches(reached: boolean[], lengths: number[]): [number, number][] {
    const out: [number, number][] = [];
    reached.forEach((ok, n) => {
      const at = lengths[n] ?? 0;
      const last = out.at(-1);
      if (!ok) return;
      if (last && at - last[1] < step * 1.5) last[1] = at;
      else out.push([at, at]);
    });
    return out;
  }

  /** How far each length may be off, as an area over the lengths. */
  function marginPath(lengths: number[], margins: number[], x: Scale): string {
    const floor = bandsEnd + MARGIN;
    const points = lengths.map(
      (at, n) => `${x(at).toFixed(1)} ${(floor - ((margins[n] ?? 0) / widest) * 28).toFixed(1)}`,
    );
    return `M${x(lengths[0] ?? 0)} ${floor}L${points.join('L')}L${x(lengths.at(-1) ?? 0)} ${floor}Z`;
  }

  const spanOf = (all: number[]) => `${watts(Math.min(...all))} – ${watts(Math.max(...all))}`;

  function go() {
    choosing.tryLengths(station, parseTyped(low, 'length', system), parseTyped(high, 'length', system));
  }
</script>

<section class="mt-4.75 border-t pt-2.5" aria-label="Feeder length">
  <h3 class="text-lead">Does the feeder’s length matter?</h3>
  <p class="soft">
    For the tuner and the longest line that stand now: which lengths put every band inside the tuner’s reach,
    what leaves at each, and what power is borne there.
  </p>
  <FromTo
    {low}
    {high}
    action="Try all lengths"
    onlow={(text) => (typed.low = text)}
    onhigh={(text) => (typed.high = text)}
    ongo={go}
  />
  <Trouble text={choosing.trying.trouble} asking={choosing.trying} />
  {#if answer}
    <p class="serif max-w-184 py-2 text-lead" data-testid="lengths">{answer.sentence}</p>
    {#if Object.keys(answer.workings).length}
      <CarriedWorkings carried={answer.workings}>
        <p class="soft figures" use:roving>
          How far it may be off:
          {#each [['present', 'the present length'], ['safest', 'the safest']] as const as [at, name] (at)}
            {#if answer.workings[at]}<Fig
                lone
                {at}
                {name}
                text="{digits(answer.workings[at].values[0] ?? null)} m for {name}"
              />{/if}
          {/each}
        </p>
      </CarriedWorkings>
    {/if}
    <Segments
      label="What the picture shows"
      value={shows}
      options={KINDS}
      onchoose={(what) => (shows = what)}
    />
    <Picture
      label="Lengths at which each band is inside the tuner’s matching range. {answer.sentence}"
      height={bandsEnd + MARGIN + 34}
      margins={{ left: 54, top: 0, bottom: 21 }}
    >
      {#snippet drawing(box)}
        {@const x = scale(box)}
        {#each answer.bands as band, n (n)}
          <text x={box.left - 8} y={n * ROW + 14} text-anchor="end">{band.name}</text>
          <line x1={box.left} x2={box.right} y1={n * ROW + 10} y2={n * ROW + 10} stroke="var(--hairline)" />
          {#if shows === 'reached'}
            {#each stretches(band.reached, answer.length_m) as [from, to] (from)}
              <rect
                x={x(from - step / 2)}
                width={Math.max(x(to + step / 2) - x(from - step / 2), 1)}
                y={n * ROW + 5}
                height="10"
                fill="var(--radiated)"
              />
            {/each}
          {:else}
            {#each band[shows] as share, k (k)}
              <rect
                x={x((answer.length_m[k] ?? 0) - step / 2)}
                width={x(step) - x(0) + 0.4}
                y={n * ROW + 5}
                height="10"
                fill="var(--radiated)"
                opacity={Math.min(1, share / power)}
              />
            {/each}
          {/if}
        {/each}
        <text x={box.left - 8} y={bandsEnd + MARGIN - 4} text-anchor="end">to spare</text>
        <path
          d={marginPath(answer.length_m, answer.margin_m, x)}
          fill="var(--radiated)"
          fill-opacity="0.25"
          stroke="var(--radiated-ink)"
        />
        <text x={box.left + 4} y={bandsEnd + 12} class="figures"
          >{toShown(Number(widest.toPrecision(2)), 'length', system)}
          {unitShown('length', system)} at the most</text
        >
        <Foot
          {box}
          ticks={x.ticks(8).map((tick) => ({ at: x(tick), name: toShown(tick, 'length', system) }))}
        />
        {#if answer.present_m >= (answer.length_m[0] ?? 0) && answer.present_m <= (answer.length_m.at(-1) ?? 0)}
          <line
            x1={x(answer.present_m)}
            x2={x(answer.present_m)}
            y1="0"
            y2={box.bottom}
            stroke="var(--ink)"
            stroke-width="1.5"
          />
        {/if}
      {/snippet}
      {#snippet legend()}
        {LEGENDS[shows]} Below: how far a length may be off before a band falls out of reach or its power is no
        longer borne. The upright line: the present length.
      {/snippet}
      {#snippet table()}
        <table class="plain figures">
          <thead>
            <tr>
              <th scope="col">Band</th><th scope="col" class="text"
                >reached from – to, {unitShown('length', system)}</th
              ><th scope="col">leaves, W</th><th scope="col">borne, W</th>
            </tr>
          </thead>
          <tbody>
            {#each answer.bands as band, i (i)}
              <tr>
                <th scope="row">{band.name}</th>
                <td class="text"
                  >{stretches(band.reached, answer.length_m)
                    .map((ends) => ends.map((end) => toShown(end, 'length', system)).join(' to '))
                    .join(', ') || 'at none'}</td
                >
                <td>{spanOf(band.sky_w)}</td>
                <td>{spanOf(band.bears_w)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      {/snippet}
    </Picture>
  {/if}
</section>
