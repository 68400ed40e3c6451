<script lang="ts">
  import Ratio from '../convert/Ratio.svelte';
  import { scaleLog } from 'd3-scale';
  import { asks } from '../api/asking.svelte';
  import { api, type FitOut, type PlannedAntenna, type StationFile } from '../api/client';
  import { across, frequencies, pathOf, type Box } from '../charts/axes';
  import Foot from '../charts/Foot.svelte';
  import Levels from '../charts/Levels.svelte';
  import Picture from '../charts/Picture.svelte';
  import { digits } from '../figures';
  import Trouble from '../ui/Trouble.svelte';

  /** What was planned, laid over what was measured: SWR as estimated, as fitted, as it is. */
  interface Props {
    plan: PlannedAntenna;
    measured: StationFile['antenna'];
  }
  let { plan, measured }: Props = $props();
  const MOST_SWR = 100;
  const SWR_AT = 2;
  const asking = asks(
    () => ({ plan, measured }),
    (body) => api.POST('/api/antenna/fit', { body }),
  );
  const fit = $derived(asking.answer);
  type Curve = 'measured' | 'estimated' | 'fitted';
  const CURVES: [Curve, string, string, string][] = [
    ['measured', 'measured', 'var(--ink)', 'none'],
    ['estimated', 'estimated', 'var(--conducted-ink)', '2 3'],
    ['fitted', 'fitted', 'var(--conducted-ink)', 'none'],
  ];

  const scales = (box: Box, points: FitOut['points']) => ({
    x: across(points[0]?.mhz ?? 1, points.at(-1)?.mhz ?? 2, box),
    y: scaleLog([1, MOST_SWR], [box.bottom, box.top]).clamp(true),
  });
</script>

<Trouble text={asking.trouble} {asking} />
{#if fit}
  <p class="my-1.5" data-testid="fit">{fit.sentence}</p>
  <Picture label="SWR as measured, as estimated and as fitted" height={250} margins={{ bottom: 34 }}>
    {#snippet drawing(box)}
      {@const { x, y } = scales(box, fit.points)}
      <Levels {box} levels={[1, 1.5, 2, 3, 5, 10, 30, 100].map((at) => ({ at: y(at), name: String(at) }))} />
      <Foot {box} grid unit="MHz" ticks={frequencies(x, box)} />
      {#each CURVES as [key, , colour, dash] (key)}
        <path
          d={pathOf(
            fit.points.map((point) => x(point.mhz)),
            fit.points.map((point) => y(point[key][SWR_AT] ?? MOST_SWR)),
          )}
          fill="none"
          stroke={colour}
          stroke-width="2"
          stroke-dasharray={dash}
        />
      {/each}
    {/snippet}
    {#snippet legend()}
      {#each CURVES as [key, name, colour, dash] (key)}
        <span
          ><svg width="20" height="8" aria-hidden="true"
            ><path d="M0 4H20" stroke={colour} stroke-width="2" stroke-dasharray={dash} /></svg
          >
          {name}</span
        >
      {/each}
    {/snippet}
    {#snippet table()}
      <table class="plain figures">
        <thead>
          <tr>
            <th scope="col">MHz</th>
            {#each CURVES as [key, name] (key)}<th scope="col">R, Ω, {name}</th><th scope="col"
                >X, Ω, {name}</th
              ><th scope="col">SWR, {name}</th>{/each}
          </tr>
        </thead>
        <tbody>
          {#each fit.points as point, n (n)}
            <tr>
              <th scope="row">{digits(point.mhz, 5)}</th>
              {#each CURVES as [key] (key)}
                <td>{digits(point[key][0] ?? null)}</td><td>{digits(point[key][1] ?? null)}</td><td
                  ><Ratio value={point[key][SWR_AT] ?? null} /></td
                >
              {/each}
            </tr>
          {/each}
        </tbody>
      </table>
    {/snippet}
  </Picture>
{/if}
