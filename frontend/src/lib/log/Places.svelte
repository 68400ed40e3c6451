<script lang="ts">
  import type { PlacedOut } from '../api/client';
  import Picture from '../charts/Picture.svelte';

  /** Where a meter would tell most: for each question the joints of the run, the better the larger its dot, and a
   * flag where the meter belongs. */
  interface Props {
    places: PlacedOut[];
    /** Of the parts, from the radio on. */
    labels: string[];
    mhz: number;
  }
  let { places, labels, mhz }: Props = $props();
  const NAMES: Record<string, string> = {
    'fold-back': 'within the fold-back?',
    'antenna-well': 'antenna as it was?',
    'tuner-set': 'tuner set?',
    'tuner-loss': 'loss of the tuner?',
  };
  const ROW = 34;
  const SHORT = 13;
  const short = (text: string, room: number) => {
    const most = Math.max(Math.floor(room / 6.4), 2);
    return text.length > Math.min(most, SHORT) ? `${text.slice(0, Math.min(most, SHORT) - 1)}…` : text;
  };
  /** How large a joint is drawn: an error twice that of the best place is half as large. */
  function size({ errors, joint }: PlacedOut, n: number): number {
    const [best, own] = [errors[joint] ?? null, errors[n] ?? null];
    return best === null || own === null || own <= 0 ? 0 : Math.max(6 * Math.min(best / own, 1), 1);
  }
</script>

<Picture
  label="Where a meter would tell most at {mhz} MHz, for each question. {places
    .map(({ text }) => text)
    .join(' ')}"
  height={46 + ROW * places.length}
  margins={{ left: 150, top: 36, bottom: 8, right: 60 }}
>
  {#snippet drawing(box)}
    {@const step = (box.right - box.left) / Math.max(labels.length, 1)}
    {@const at = (n: number) => box.left + n * step}
    {#each labels as label, n (n)}
      <text x={at(n + 0.5)} y={box.top - 18} text-anchor="middle" class="part">{short(label, step)}</text>
      <line x1={at(n)} x2={at(n)} y1={box.top - 28} y2={box.bottom} class="hair" />
    {/each}
    <line x1={box.right} x2={box.right} y1={box.top - 28} y2={box.bottom} class="hair" />
    <text x={box.left - 6} y={box.top - 18} text-anchor="end" class="part">radio</text>
    <text x={box.right + 6} y={box.top - 18} class="part">antenna</text>
    {#each places as place, row (place.question)}
      {@const y = box.top + ROW * row + ROW / 2}
      {@const pole = at(place.joint)}
      <text x={box.left - 18} {y} dy="4" text-anchor="end">{NAMES[place.question] ?? place.question}</text>
      <line x1={box.left} x2={box.right} y1={y} y2={y} stroke="var(--conducted)" stroke-width="2" />
      {#each place.errors as error, n (n)}
        {#if error !== null && n !== place.joint}<circle
            cx={at(n)}
            cy={y}
            r={size(place, n)}
            fill="var(--ink-soft)"
          />{/if}
      {/each}
      <path
        d="M{pole} {y}V{y - 15}h34l-4 6l4 6h-34"
        fill="var(--paper)"
        stroke="var(--ink)"
        stroke-width="1.2"
      />
      <text x={pole + 3} y={y - 5} class="figures range">{place.full_scale_w} W</text>
      {#if place.question === 'tuner-loss'}<path
          d="M{at(place.joint + 1)} {y}v-15h12l-3 6l3 6h-12"
          fill="var(--paper)"
          stroke="var(--ink)"
          stroke-width="1.2"
        />{/if}
    {/each}
  {/snippet}
  {#snippet legend()}Flag: where it belongs, with its range. Dots: the larger, the better it would do there.{/snippet}
</Picture>
<ul>
  {#each places as place (place.question)}<li class="border-t py-1">
      {place.text}
    </li>{/each}
</ul>

<style>
  .part {
    font-size: 11.5px;
    fill: var(--ink-soft);
  }
  .range {
    font-size: 10.5px;
  }
</style>
