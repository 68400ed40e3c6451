<script lang="ts">
  import { scaleLog } from 'd3-scale';
  import type { LossMap } from '../api/client';
  import { decibels, digits, shown, swr } from '../figures';
  import { pathOf } from '../sweep/axes';
  import { apart } from './labels';

  /** Extra loss over matched loss and SWR: the country, and where the bands of two arrangements live in it. */
  let { map, present }: { map: LossMap; present: LossMap | null } = $props();
  let width = $state(560);
  const HEIGHT = 340;
  const MOST_SWR = 1000;
  const LEFT = 44;
  const x = $derived(scaleLog([0.03, 15], [LEFT, width - 12]).clamp(true));
  const y = scaleLog([1, MOST_SWR], [HEIGHT - 34, 12]).clamp(true);
  const both = $derived(present !== null && present.id !== map.id);
  const spots = $derived(
    apart(
      map.points.map((p) => ({
        name: p.band.replace(' m', ''),
        x: x(Math.max(p.matched_db, 0.03)),
        y: y(p.swr ?? MOST_SWR),
      })),
    ),
  );
  const before = $derived(
    (both ? (present?.points ?? []) : []).map((p) => ({
      x: x(Math.max(p.matched_db, 0.03)),
      y: y(p.swr ?? MOST_SWR),
    })),
  );
  const lineOf = (swrs: (number | null)[], matched: number[]) =>
    pathOf(
      matched.filter((m) => m >= 0.03 && m <= 15).map(x),
      [...swrs.filter((_, n) => (matched[n] ?? 0) >= 0.03 && (matched[n] ?? 0) <= 15)].map((s) =>
        s === null || s > MOST_SWR ? null : y(s),
      ),
    );
  const LABEL_AT: Record<string, number> = { '0.5': 1.1, '1': 5, '3': 3, '6': 3 };
  const DASH: Record<string, string> = { '0.5': '2 3', '1': '6 3', '3': 'none', '6': 'none' };
</script>

<div bind:clientWidth={width}>
  <svg
    class="drawing"
    {width}
    height={HEIGHT}
    role="img"
    aria-label="Map of the extra loss. {map.sentence} The table below has the figures."
  >
    {#each [1, 2, 3, 5, 10, 30, 100, 300, 1000] as tick (tick)}
      <line x1={LEFT} x2={width - 12} y1={y(tick)} y2={y(tick)} class="hair" />
      <text x={LEFT - 6} y={y(tick) + 4} text-anchor="end" class="figures">{tick}</text>
    {/each}
    {#each [0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10] as tick (tick)}
      <line x1={x(tick)} x2={x(tick)} y1={12} y2={HEIGHT - 34} class="hair" />
      <text x={x(tick)} y={HEIGHT - 19} text-anchor="middle" class="figures">{tick}</text>
    {/each}
    <text x={width - 12} y={HEIGHT - 4} text-anchor="end">the line’s own loss when matched, dB</text>
    <text x={4} y={HEIGHT - 4}>SWR at its far end, upwards</text>
    {#each map.contours as contour (contour.level_db)}
      <path
        d={lineOf(contour.swr, contour.matched_db)}
        fill="none"
        stroke="var(--heat-ink)"
        stroke-width={contour.level_db >= 3 ? 2 : 1.3}
        stroke-dasharray={DASH[String(contour.level_db)]}
      />
      {@const at = contour.matched_db.findIndex((m) => m > (LABEL_AT[String(contour.level_db)] ?? 3))}
      <text
        x={x(contour.matched_db[at] ?? 3)}
        y={y(contour.swr[at] ?? 1) - 6}
        text-anchor="middle"
        class="level figures">{digits(contour.level_db)} dB more</text
      >
    {/each}
    <text x={width - 18} y={HEIGHT - 40} text-anchor="end" class="land">here a match in the room will do</text
    >
    <text x={width - 18} y={26} text-anchor="end" class="land">here the match belongs outside</text>
    {#each before as spot, n (n)}
      {@const to = spots[n]}
      {#if to}
        <line x1={spot.x} y1={spot.y} x2={to.x} y2={to.y} class="move" />
      {/if}
      <circle cx={spot.x} cy={spot.y} r="4" fill="var(--paper)" stroke="var(--ink-soft)" stroke-width="1.5" />
    {/each}
    {#each spots as spot (spot.name)}
      <rect
        x={spot.x - 4}
        y={spot.y - 4}
        width="8"
        height="8"
        transform="rotate(45 {spot.x} {spot.y})"
        fill="var(--standing-ink)"
      />
      <text x={spot.labelX} y={spot.labelY} class="band figures">{spot.name}</text>
    {/each}
  </svg>
  <p class="drawing-key">
    <span><span class="spot">◆</span> {map.name}</span>
    {#if both}<span>○ what stands now</span>{/if}
    <span class="heat">┅ extra loss that the SWR causes, by the handbook</span>
  </p>
  <details>
    <summary>The map as a table</summary>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls must be reachable by keyboard) -->
    <div class="scroller" role="region" aria-label="The map as a table" tabindex="0">
      <table class="plain figures">
        <thead
          ><tr
            ><th scope="col">Band</th><th scope="col">matched, dB</th><th scope="col">SWR there</th><th
              scope="col">extra really, dB</th
            ><th scope="col">by the handbook</th><th scope="col">{digits(map.within_db)} dB from SWR</th><th
              scope="col">or from a run of, m</th
            ></tr
          ></thead
        >
        <tbody>
          {#each map.points as p (p.band)}
            <tr>
              <th scope="row">{p.band}</th>
              <td>{decibels(p.matched_db)}</td>
              <td>{swr(p.swr)}</td>
              <td>{shown(p.extra_db, decibels)}</td>
              <td>{decibels(p.handbook_extra_db)}</td>
              <td>{p.swr_to_cross === null ? 'none' : swr(p.swr_to_cross)}</td>
              <td>{p.run_to_cross_m === null ? 'none' : digits(p.run_to_cross_m)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  </details>
</div>

<style>
  .level {
    fill: var(--heat-ink);
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
  }
  .land {
    font-style: italic;
    font-size: 13px;
  }
  .band {
    fill: var(--ink);
    font-weight: 600;
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 3px;
  }
  .move {
    stroke: var(--ink-soft);
    stroke-width: 0.8;
    stroke-dasharray: 2 2;
  }
  .spot {
    color: var(--standing-ink);
  }
  .heat {
    color: var(--heat-ink);
  }
  summary {
    font-size: 13.5px;
    color: var(--ink-soft);
  }
</style>
