<script lang="ts">
  import type { BenchMeter, BenchWatts } from '../api/client';
  import { across, upright } from '../charts/axes';
  import Foot from '../charts/Foot.svelte';
  import Picture from '../charts/Picture.svelte';
  import { digits, highest, lowest, middle } from '../figures';

  /** A figure with its interval, on its own axis: a loss beside none, or a scale beside a right one. */
  interface Props {
    span: BenchWatts['loss_db'] | BenchMeter['scale'];
    /** What it would be if nothing were lost or wrong. */
    none: number;
    noneName: string;
    unit: string;
    label: string;
  }
  let { span, none, noneName, unit, label }: Props = $props();
  const low = $derived(Math.min(lowest(span) ?? none, none));
  const high = $derived(Math.max(highest(span) ?? none, none));
  const room = $derived(Math.max((high - low) * 0.15, 0.02));
</script>

<Picture {label} height={96} margins={{ left: 20, right: 20 }}>
  {#snippet drawing(box)}
    {@const x = across(low - room, high + room, box)}
    {@const y = upright(0, 1, box)}
    <Foot {box} {unit} ticks={x.ticks(6).map((at) => ({ at: x(at), name: digits(at) }))} />
    <path d="M{x(none)} {box.top}V{box.bottom}" stroke="var(--ink-soft)" stroke-dasharray="3 3" />
    <text x={x(none)} y={box.top} text-anchor={x(none) < (box.left + box.right) / 2 ? 'start' : 'end'}
      >{noneName}</text
    >
    <path
      d="M{x(lowest(span) ?? none)} {y(0.45)}H{x(highest(span) ?? none)}"
      stroke="var(--conducted-ink)"
      stroke-width="3"
    />
    <circle cx={x(middle(span) ?? none)} cy={y(0.45)} r="5" fill="var(--conducted-ink)" />
  {/snippet}
  {#snippet table()}
    <table class="plain figures">
      <thead><tr><th scope="col">least</th><th scope="col">as read</th><th scope="col">most</th></tr></thead>
      <tbody>
        <tr><td>{digits(lowest(span))}</td><td>{digits(middle(span))}</td><td>{digits(highest(span))}</td></tr
        >
      </tbody>
    </table>
  {/snippet}
  {#snippet legend()}<span>● as read; the bar: from least to most of nineteen cases in twenty</span>{/snippet}
</Picture>
