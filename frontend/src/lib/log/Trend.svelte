<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import type { TrendOut } from '../api/client';
  import { upright } from '../charts/axes';
  import Levels from '../charts/Levels.svelte';
  import Picture from '../charts/Picture.svelte';
  import { decibels, digits, span, swr } from '../figures';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import { seriesOf } from './trends';

  /** What the readings of each day tell of one loss or one SWR, band by band: an interval a reading. */
  interface Props {
    trend: TrendOut;
    bands: { name: string; low_mhz: number; high_mhz: number }[];
  }
  let { trend, bands }: Props = $props();
  const all = $derived(seriesOf(trend, bands));
  let chosen = $state('');
  const shown = $derived(all[Number(chosen)] ?? all[0]);
  const points = $derived(shown?.points ?? []);
  const least = $derived(shown?.unit === 'dB' ? 0 : 1);
  const ends = $derived(points.flatMap(({ middle, high }) => (high === null ? middle : high)));
  const top = $derived(Math.min(Math.max(least + 0.1, ...ends), shown?.unit === 'dB' ? 40 : 20));
  const figure = (value: number | null) => (shown?.unit === 'dB' ? decibels(value) : swr(value));
  const time = (day: string | undefined) => new Date(day ?? 0).getTime();
  const days = $derived([...new Map(points.map(({ date }) => [date, date])).keys()].sort());
</script>

<p data-testid="trend">{trend.sentence}</p>
{#if shown}
  <ChoiceField
    label="Over time"
    value={String(all.indexOf(shown))}
    options={all.map(({ name }, n): [string, string] => [String(n), name])}
    onchoose={(value) => (chosen = value)}
  />
  <Picture label="{shown.name}, by day. {trend.sentence}" height={190} margins={{ left: 56, bottom: 30 }}>
    {#snippet drawing(box)}
      {@const y = upright(least, top, box)}
      {@const along = scaleLinear([time(days[0]), time(days.at(-1))], [box.left + 34, box.right - 40])}
      {@const x = (day: string | undefined) => along(time(day))}
      {@const held = (value: number) => y(Math.min(Math.max(value, least), top))}
      <Levels
        {box}
        levels={y.ticks(4).map((tick) => ({ at: y(tick), name: `${digits(tick)} ${shown.unit}`.trim() }))}
      />
      {#each points as point, n (n)}
        {@const at = x(point.date)}
        <path
          d="M{at} {held(point.low)}V{held(point.high ?? top)}m-4 0h8M{at - 4} {held(point.low)}h8"
          stroke="var(--heat)"
          stroke-width="2"
          fill="none"
        />
        <circle cx={at} cy={held(point.middle)} r="3.5" fill="var(--heat)" />
      {/each}
      {#each days as day, n (day)}
        {@const at = x(day)}
        {@const before = x(days[n - 1])}
        {#if n === 0 || (at - before > 76 && box.right - 40 - at > 76) || n === days.length - 1}
          <text x={at} y={box.bottom + 19} text-anchor="middle" class="figures">{day}</text>
        {/if}
      {/each}
    {/snippet}
    {#snippet table()}
      <table class="plain figures">
        <thead><tr><th scope="col">Day</th><th scope="col">{shown.name}</th></tr></thead>
        <tbody>
          {#each points as point, n (n)}
            <tr
              ><th scope="row">{point.date}</th><td
                >{figure(point.middle)} ({span(figure(point.low), figure(point.high))}) {shown.unit}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    {/snippet}
  </Picture>
{/if}
