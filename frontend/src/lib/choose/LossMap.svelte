<script lang="ts">
  import { scaleLog, type ScaleLogarithmic } from 'd3-scale';
  import type { LossMap } from '../api/client';
  import { pathOf, type Box } from '../charts/axes';
  import Foot from '../charts/Foot.svelte';
  import Levels from '../charts/Levels.svelte';
  import Picture from '../charts/Picture.svelte';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';
  import { decibels, digits, shown, swr } from '../figures';
  import { apart } from './labels';

  /** Extra loss over matched loss and SWR, and where the bands of two arrangements fall on it. */
  let { map, present }: { map: LossMap; present: LossMap | null } = $props();
  const MOST_SWR = 1000;
  const [LEAST_DB, MOST_DB] = [0.03, 15];
  type Log = ScaleLogarithmic<number, number>;
  const both = $derived(present !== null && present.id !== map.id);
  const scales = (box: Box) => ({
    x: scaleLog([LEAST_DB, MOST_DB], [box.left, box.right]).clamp(true),
    y: scaleLog([1, MOST_SWR], [box.bottom, box.top]).clamp(true),
  });
  const spot = (point: LossMap['points'][number], x: Log, y: Log) => ({
    name: point.band.replace(' m', ''),
    x: x(Math.max(point.matched_db, LEAST_DB)),
    y: y(point.swr ?? MOST_SWR),
  });
  const before = (x: Log, y: Log) => (both ? (present?.points ?? []) : []).map((p) => spot(p, x, y));

  function lineOf({ swr: swrs, matched_db }: LossMap['contours'][number], x: Log, y: Log): string {
    const inside = matched_db
      .map((_, n) => n)
      .filter((n) => {
        const db = matched_db[n] ?? 0;
        return db >= LEAST_DB && db <= MOST_DB;
      });
    return pathOf(
      inside.map((n) => x(matched_db[n] ?? LEAST_DB)),
      inside.map((n) => {
        const measuredSwr = swrs[n] ?? null;
        return measuredSwr === null || measuredSwr > MOST_SWR ? null : y(measuredSwr);
      }),
    );
  }
  const LABEL_AT: Record<string, number> = { '0.5': 1.1, '1': 5, '3': 3, '6': 3 };
  const DASH: Record<string, string> = { '0.5': '2 3', '1': '6 3', '3': 'none', '6': 'none' };
</script>

<Picture
  label="Map of the extra loss. {map.sentence}"
  height={340}
  margins={{ left: 44, right: 12, bottom: 34 }}
>
  {#snippet drawing(box)}
    {@const { x, y } = scales(box)}
    {@const spots = apart(map.points.map((point) => spot(point, x, y)))}
    <Levels
      {box}
      levels={[1, 2, 3, 5, 10, 30, 100, 300, 1000].map((tick) => ({ at: y(tick), name: String(tick) }))}
    />
    <Foot
      {box}
      grid
      unit="the line’s own loss when matched, dB"
      ticks={[0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10].map((tick) => ({ at: x(tick), name: String(tick) }))}
    />
    <text x={4} y={box.bottom + 31}>SWR at its far end, upwards</text>
    {#each map.contours as contour (contour.level_db)}
      <path
        d={lineOf(contour, x, y)}
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
    <text x={box.right - 6} y={box.bottom - 6} text-anchor="end" class="text-fine italic"
      >here a match in the room will do</text
    >
    <text x={box.right - 6} y={box.top + 14} text-anchor="end" class="text-fine italic"
      >here the match belongs outside</text
    >
    {#each before(x, y) as spot, n (n)}
      {@const to = spots[n]}
      {#if to}
        <line x1={spot.x} y1={spot.y} x2={to.x} y2={to.y} class="move" />
      {/if}
      <circle cx={spot.x} cy={spot.y} r="4" fill="var(--paper)" stroke="var(--ink-soft)" stroke-width="1.5" />
    {/each}
    {#each spots as spot, i (i)}
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
  {/snippet}
  {#snippet legend()}
    <span><span class="text-standing-ink">◆</span> {map.name}</span>
    {#if both}<span>○ what stands now</span>{/if}
    <span class="text-heat-ink">┅ extra loss that the SWR causes, by the handbook</span>
  {/snippet}
  {#snippet table()}
    <table class="plain figures" use:roving>
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
        {#each map.points as p, n (n)}
          {@const at = `points[${n}]`}
          <tr>
            <th scope="row">{p.band}</th>
            <td><Fig at="{at}.matched_db" name="{p.band}, matched loss" text={decibels(p.matched_db)} /></td>
            <td
              >{#if p.swr === null}{swr(null)}{:else}<Fig
                  at="{at}.swr"
                  name="{p.band}, SWR there"
                  text={swr(p.swr)}
                />{/if}</td
            >
            <td><Fig at="{at}.extra_db" name="{p.band}, extra loss" text={shown(p.extra_db, decibels)} /></td>
            <td
              ><Fig
                at="{at}.handbook_extra_db"
                name="{p.band}, extra by the handbook"
                text={decibels(p.handbook_extra_db)}
              /></td
            >
            <td
              >{#if p.swr_to_cross === null}none{:else}<Fig
                  at="{at}.swr_to_cross"
                  name="{p.band}, SWR at the contour"
                  text={swr(p.swr_to_cross)}
                />{/if}</td
            >
            <td
              >{#if p.run_to_cross_m === null}none{:else}<Fig
                  at="{at}.run_to_cross_m"
                  name="{p.band}, run at the contour"
                  text={digits(p.run_to_cross_m)}
                />{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  {/snippet}
</Picture>

<style>
  .level {
    fill: var(--heat-ink);
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
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
</style>
