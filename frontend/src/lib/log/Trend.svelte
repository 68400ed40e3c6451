<script lang="ts">
  import { scalePoint } from 'd3-scale';
  import type { TrendOut } from '../api/client';
  import { upright } from '../charts/axes';
  import Levels from '../charts/Levels.svelte';
  import Picture from '../charts/Picture.svelte';
  import { decibels, digits, span } from '../figures';
  import ChoiceField from '../inspector/ChoiceField.svelte';

  /** What the readings of each day imply of one part's loss: an interval a day. */
  let { found }: { found: TrendOut } = $props();
  const keys = $derived([
    ...new Map(
      found.days
        .flatMap(({ losses }) => losses)
        .map(({ label, mhz }) => [`${label} ${mhz}`, `${label}, ${digits(mhz, 5)} MHz`] as [string, string]),
    ),
  ]);
  let chosen = $state('');
  /** The part that is looked at: as chosen, else what loses most on the last day. */
  const key = $derived.by(() => {
    if (keys.some(([one]) => one === chosen)) return chosen;
    const last = found.days.at(-1)?.losses ?? [];
    const most = [...last].sort((one, other) => other.loss_db.median - one.loss_db.median)[0];
    return most ? `${most.label} ${most.mhz}` : '';
  });
  const points = $derived(
    found.days.flatMap(({ date, losses }) => {
      const one = losses.find(({ label, mhz }) => `${label} ${mhz}` === key);
      return one ? [{ date, ...one.loss_db }] : [];
    }),
  );
  const top = $derived(Math.max(0.1, ...points.map(({ max }) => Math.min(max, 40))));
</script>

<p data-testid="trend">{found.sentence}</p>
{#if points.length > 1}
  <ChoiceField label="Loss of" value={key} options={keys} onchoose={(value) => (chosen = value)} />
  <Picture label="Loss of {key} MHz by day, dB, as the readings imply. {found.sentence}" height={180}>
    {#snippet drawing(box)}
      {@const y = upright(0, top, box)}
      {@const x = scalePoint(
        points.map(({ date }) => date),
        [box.left + 30, box.right - 30],
      )}
      <Levels {box} levels={y.ticks(4).map((db) => ({ at: y(db), name: `${digits(db)} dB` }))} />
      {#each points as one (one.date)}
        {@const at = x(one.date) ?? 0}
        <path
          d="M{at} {y(one.min)}V{y(Math.min(one.max, top))}M{at - 5} {y(one.min)}h10M{at - 5} {y(
            Math.min(one.max, top),
          )}h10"
          stroke="var(--heat)"
          stroke-width="2"
          fill="none"
        />
        <circle cx={at} cy={y(Math.min(one.median, top))} r="3.5" fill="var(--heat)" />
        <text x={at} y={box.bottom + 17} text-anchor="middle" class="figures">{one.date}</text>
      {/each}
    {/snippet}
    {#snippet table()}
      <table class="plain figures">
        <thead><tr><th scope="col">Day</th><th scope="col">loss, dB</th></tr></thead>
        <tbody>
          {#each points as one (one.date)}
            <tr><th scope="row">{one.date}</th><td>{span(decibels(one.min), decibels(one.max))}</td></tr>
          {/each}
        </tbody>
      </table>
    {/snippet}
  </Picture>
{/if}
