<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { preferences } from '../station/preferences.svelte';
  import type { Session } from '../station/session.svelte';
  import { parseTyped, toShown, unitShown } from '../station/units';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import type { Choosing } from './choosing.svelte';

  let { session, choosing, run }: { session: Session; choosing: Choosing; run: number } = $props();
  const system = $derived(preferences.system);
  let typed = $state<{ low?: string; high?: string }>({});
  const low = $derived(typed.low ?? toShown(Math.max(1, Math.round(run * 0.6)), 'length', system));
  const high = $derived(typed.high ?? toShown(Math.round(run * 1.5), 'length', system));
  const found = $derived(choosing.lengths);
  let width = $state(800);
  const LEFT = 54;
  const ROW = 19;
  const x = $derived(scaleLinear([found?.length_m[0] ?? 0, found?.length_m.at(-1) ?? 1], [LEFT, width - 14]));
  const step = $derived(found ? (found.length_m[1] ?? 1) - (found.length_m[0] ?? 0) : 1);
  const bandsEnd = $derived((found?.bands.length ?? 0) * ROW);
  const MARGIN = 34;
  const height = $derived(bandsEnd + MARGIN + 34);
  const widest = $derived(Math.max(1, ...(found?.margin_m ?? [])));

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
  function marginPath(lengths: number[], margins: number[]): string {
    const floor = bandsEnd + MARGIN;
    const points = lengths.map(
      (at, n) => `${x(at).toFixed(1)} ${(floor - ((margins[n] ?? 0) / widest) * 28).toFixed(1)}`,
    );
    return `M${x(lengths[0] ?? 0)} ${floor}L${points.join('L')}L${x(lengths.at(-1) ?? 0)} ${floor}Z`;
  }

  function go() {
    void choosing.tryLengths(
      session.document,
      parseTyped(low, 'length', system),
      parseTyped(high, 'length', system),
    );
  }
</script>

<section aria-label="Feeder length">
  <h3>Does the feeder’s length matter?</h3>
  <p class="soft">
    For the tuner and the longest line that stand now: which lengths put every band inside the tuner’s reach.
  </p>
  <form
    onsubmit={(event) => {
      event.preventDefault();
      go();
    }}
  >
    <PlainNumber
      label="From"
      value={low}
      unit={unitShown('length', system)}
      oninput={(text) => (typed.low = text)}
    />
    <PlainNumber
      label="to"
      value={high}
      unit={unitShown('length', system)}
      oninput={(text) => (typed.high = text)}
    />
    <button type="submit" class="firm">Try all lengths</button>
  </form>
  {#if found}
    <p class="serif" data-testid="lengths">{found.sentence}</p>
    <div bind:clientWidth={width}>
      <svg
        class="drawing"
        {width}
        {height}
        role="img"
        aria-label="Lengths at which each band is inside the tuner’s reach. {found.sentence}"
      >
        {#each found.bands as band, n (band.name)}
          <text x={LEFT - 8} y={n * ROW + 14} text-anchor="end">{band.name}</text>
          <line x1={LEFT} x2={width - 14} y1={n * ROW + 10} y2={n * ROW + 10} stroke="var(--hairline)" />
          {#each stretches(band.reached, found.length_m) as [from, to] (from)}
            <rect
              x={x(from - step / 2)}
              width={Math.max(x(to + step / 2) - x(from - step / 2), 1)}
              y={n * ROW + 5}
              height="10"
              fill="var(--radiated)"
            />
          {/each}
        {/each}
        <text x={LEFT - 8} y={bandsEnd + MARGIN - 4} text-anchor="end">to spare</text>
        <path
          d={marginPath(found.length_m, found.margin_m)}
          fill="var(--radiated)"
          fill-opacity="0.25"
          stroke="var(--radiated-ink)"
        />
        <text x={LEFT + 4} y={bandsEnd + 12} class="figures"
          >{toShown(Number(widest.toPrecision(2)), 'length', system)}
          {unitShown('length', system)} at the most</text
        >
        {#each x.ticks(8) as tick (tick)}
          <text x={x(tick)} y={height - 4} text-anchor="middle" class="figures"
            >{toShown(tick, 'length', system)}</text
          >
        {/each}
        {#if found.present_m >= (found.length_m[0] ?? 0) && found.present_m <= (found.length_m.at(-1) ?? 0)}
          <line
            x1={x(found.present_m)}
            x2={x(found.present_m)}
            y1="0"
            y2={height - 18}
            stroke="var(--ink)"
            stroke-width="1.5"
          />
        {/if}
      </svg>
      <p class="soft">
        Green: reached. Below: how far a length may be off before a band falls out. The upright line: the
        present length.
      </p>
    </div>
  {/if}
</section>

<style>
  section {
    border-top: 1px solid var(--hairline);
    margin-top: 1.2rem;
    padding-top: 0.6rem;
  }
  h3 {
    font-size: 1.1rem;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 0.3rem 1.4rem;
    align-items: baseline;
  }
  .soft {
    color: var(--ink-soft);
  }
  .serif {
    font-size: 1.1rem;
    padding: 0.5rem 0;
    max-width: 46rem;
  }
</style>
