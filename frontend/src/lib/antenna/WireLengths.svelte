<script lang="ts">
  import { Streaming } from '../api/streaming.svelte';
  import type { StationFile, WireLengths } from '../api/client';
  import { across } from '../charts/axes';
  import Foot from '../charts/Foot.svelte';
  import Picture from '../charts/Picture.svelte';
  import { watts } from '../figures';
  import { preferences } from '../station/preferences.svelte';
  import { parseTyped, toShown, unitShown } from '../station/units';
  import FromTo from '../ui/FromTo.svelte';
  import Progress from '../ui/Progress.svelte';
  import Segments from '../ui/Segments.svelte';
  import Trouble from '../ui/Trouble.svelte';

  /** Which lengths of the planned antenna suit all bands; choosing one adopts it. */
  interface Props {
    station: StationFile;
    length_m: number;
    onadopt: (field: string, length_m: number) => void;
  }
  let { station, length_m, onadopt }: Props = $props();
  const ROW = 18;
  const asking = new Streaming('/api/antenna/lengths');
  const system = $derived(preferences.system);
  let typed = $state<{ from?: string; to?: string }>({});
  const from = $derived(typed.from ?? toShown(Math.max(2, Math.round(length_m * 0.6)), 'length', system));
  const to = $derived(typed.to ?? toShown(Math.round(length_m * 1.5), 'length', system));
  const answer = $derived(asking.answer);
  /** What the picture shows: whether a band is in reach, its SWR at the feedpoint, or what leaves. */
  type Shown = 'reached' | 'swr' | 'watts' | 'borne';
  let shows = $state<Shown>('reached');
  const KINDS: [Shown, string][] = [
    ['reached', 'in reach'],
    ['swr', 'SWR'],
    ['watts', 'watts leaving'],
    ['borne', 'watts borne'],
  ];
  const power = $derived(Number(station.transmitter?.power_w) || 1);
  const DEEPEST_SWR = 30;
  const LEGENDS: Record<Shown, string> = {
    reached: 'in reach, and the radio’s power is borne',
    swr: 'the darker, the nearer its SWR is to 1',
    watts: 'the darker, the more leaves for the sky at the power borne',
    borne: 'the darker, the more of the radio’s power is borne',
  };
  /** How dark a length stands on a band, 0 to 1. */
  function depth(band: WireLengths['lengths'][number]['bands'][number]): number {
    if (shows === 'reached') return band.reached ? 1 : 0;
    if (shows === 'watts') return Math.min(1, band.sky_w / power);
    if (shows === 'borne') return Math.min(1, band.bears_w / power);
    return Math.max(0, 1 - Math.log(band.swr ?? Infinity) / Math.log(DEEPEST_SWR));
  }
  const names = $derived(answer?.lengths[0]?.bands.map((band) => band.name) ?? []);
  const lengths = $derived(answer?.lengths.map((length) => length.length_m) ?? []);
  const step = $derived((lengths[1] ?? 1) - (lengths[0] ?? 0));
  const inUnit = (metres: number) =>
    `${toShown(Number(metres.toFixed(2)), 'length', system)} ${unitShown('length', system)}`;

  function ask() {
    const body = {
      document: station,
      from_m: parseTyped(from, 'length', system),
      to_m: parseTyped(to, 'length', system),
      count: 60,
    };
    void asking.ask(body);
  }
</script>

<FromTo
  low={from}
  high={to}
  action="Try sixty lengths"
  busy={asking.progress !== null}
  onlow={(text) => (typed.from = text)}
  onhigh={(text) => (typed.to = text)}
  ongo={ask}
/>
{#if asking.progress}
  <Progress label="Trying lengths" {...asking.progress} />
  <button type="button" class="linkish" onclick={asking.cancel}>Stop</button>
{/if}
<Trouble text={asking.trouble} />
{#if answer}
  <p class="my-1.5" data-testid="wire-lengths">{answer.sentence}</p>
  <Segments
    label="What the picture shows"
    value={shows}
    options={KINDS}
    onchoose={(what) => (shows = what)}
  />
  <Picture
    label="Lengths at which each band is in reach. {answer.sentence}"
    height={names.length * ROW + 26}
    margins={{ left: 42, top: 0, right: 10, bottom: 21 }}
  >
    {#snippet drawing(box)}
      {@const x = across((lengths[0] ?? 0) - step / 2, (lengths.at(-1) ?? 1) + step / 2, box)}
      {#each names as name, b (b)}
        <text x={box.left - 6} y={b * ROW + 13} text-anchor="end">{name}</text>
        {#each answer.lengths as length, n (n)}
          {@const band = length.bands[b]}
          {#if band && depth(band) > 0.01}
            <rect
              x={x(length.length_m - step / 2)}
              y={b * ROW + 4}
              width={x(length.length_m + step / 2) - x(length.length_m - step / 2) + 0.4}
              height="11"
              fill="var(--radiated)"
              opacity={depth(band)}
            />
          {/if}
          {#if band?.extreme}
            <path d="M{x(length.length_m)} {b * ROW + 2}v15" stroke="var(--heat-ink)" stroke-width="1.5" />
          {/if}
        {/each}
      {/each}
      <path
        d="M{x(length_m)} 0V{names.length * ROW}"
        stroke="var(--ink)"
        stroke-width="1.5"
        stroke-dasharray="3 2"
      />
      <Foot {box} ticks={x.ticks(4).map((at) => ({ at: x(at), name: inUnit(at) }))} />
    {/snippet}
    {#snippet legend()}
      <span
        ><svg width="12" height="10" aria-hidden="true"
          ><rect width="12" height="10" fill="var(--radiated)" /></svg
        >
        {LEGENDS[shows]}</span
      >
      <span
        ><svg width="6" height="12" aria-hidden="true"
          ><path d="M3 0V12" stroke="var(--heat-ink)" stroke-width="1.5" /></svg
        > near a half wave</span
      >
      <span>┆ as now</span>
    {/snippet}
    {#snippet table()}
      <table class="plain figures">
        <thead>
          <tr
            ><th scope="col">Length</th>{#each names as name, i (i)}<th scope="col">{name}, W</th>{/each}<td
            ></td></tr
          >
        </thead>
        <tbody>
          {#each answer.lengths as length, n (n)}
            <tr>
              <th scope="row">{inUnit(length.length_m)}</th>
              {#each length.bands as band, i (i)}<td
                  >{watts(band.sky_w)}{band.reached
                    ? ''
                    : `, not suited: ${watts(band.bears_w)} borne`}{band.extreme ? ', half wave' : ''}</td
                >{/each}
              <td
                ><button type="button" class="linkish" onclick={() => onadopt(answer.field, length.length_m)}
                  >take</button
                ></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    {/snippet}
  </Picture>
  <p class="my-1.5">
    <button
      type="button"
      class="linkish"
      onclick={() => onadopt(answer.field, Number(answer.best_m.toFixed(2)))}
      >Take {inUnit(answer.best_m)}, the best of them</button
    >
  </p>
  {#each answer.windows.slice(0, 4) as window (window.from_m)}
    {@const middle = (window.from_m + window.to_m) / 2}
    <p class="my-1.5">
      <button type="button" class="linkish" onclick={() => onadopt(answer.field, Number(middle.toFixed(2)))}
        >Take {inUnit(middle)}, in the middle of {inUnit(window.from_m)} to {inUnit(window.to_m)}</button
      >
    </p>
  {/each}
{/if}
