<script lang="ts">
  import { scaleLinear, scaleSymlog } from 'd3-scale';
  import type { ChooseAnswer } from '../api/client';
  import { digits, watts } from '../figures';
  import { pathOf } from '../sweep/axes';

  interface Props {
    answer: ChooseAnswer;
    chosen: string;
    onselect: (id: string) => void;
  }
  let { answer, chosen, onselect }: Props = $props();
  let width = $state(420);
  const HEIGHT = 340;
  const LEFT = 44;
  const priced = $derived(answer.candidates.filter((one) => one.cost !== null));
  const dearest = $derived(Math.max(10, ...priced.map((one) => one.cost ?? 0)));
  const x = $derived(scaleSymlog([0, dearest * 1.1], [LEFT + 8, width - 14]).constant(20));
  const y = $derived(scaleLinear([0, answer.rated_w], [HEIGHT - 34, 12]));
  const unbeaten = $derived(
    priced.filter((one) => one.unbeaten).sort((a, b) => (a.cost ?? 0) - (b.cost ?? 0)),
  );
  const best = $derived(answer.candidates.find((one) => one.id === answer.best));
  const within = $derived((best?.score_w ?? 0) * 10 ** (-answer.within_db / 10));
  const ticks = $derived(
    [0, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000].filter((t) => t <= dearest * 1.1),
  );
</script>

<div bind:clientWidth={width}>
  <svg
    class="drawing"
    {width}
    height={HEIGHT}
    role="group"
    aria-label="Watts radiated over the bands against the cost"
  >
    <rect
      x={LEFT}
      y={y(best?.score_w ?? 0)}
      width={width - LEFT - 12}
      height={Math.max(y(within) - y(best?.score_w ?? 0), 0)}
      fill="var(--radiated)"
      fill-opacity="0.13"
    />
    {#each y.ticks(5) as tick (tick)}
      <line x1={LEFT} x2={width - 12} y1={y(tick)} y2={y(tick)} class="hair" />
      <text x={LEFT - 6} y={y(tick) + 4} text-anchor="end" class="figures">{tick} W</text>
    {/each}
    {#each ticks as tick (tick)}
      <text x={x(tick)} y={HEIGHT - 19} text-anchor="middle" class="figures">{tick.toLocaleString('en')}</text
      >
    {/each}
    <text x={width - 12} y={HEIGHT - 4} text-anchor="end">cost of what is to be bought</text>
    <path
      d={pathOf(
        unbeaten.map((one) => x(one.cost ?? 0)),
        unbeaten.map((one) => y(one.score_w)),
      )}
      fill="none"
      stroke="var(--radiated-ink)"
      stroke-width="1.2"
    />
    {#each priced.filter((one) => !one.unbeaten) as one (one.id)}
      <circle cx={x(one.cost ?? 0)} cy={y(one.score_w)} r="2.5" class:dear={!one.affordable} class="dot">
        <title>{one.name}</title>
      </circle>
    {/each}
    {#each unbeaten as one (one.id)}
      <a
        href="#{one.id}"
        aria-label="{one.name}: {watts(one.score_w)} watts for {digits(one.cost)}"
        onclick={(event) => {
          event.preventDefault();
          onselect(one.id);
        }}
      >
        <title>{one.name}: {watts(one.score_w)} W for {digits(one.cost)}</title>
        <circle cx={x(one.cost ?? 0)} cy={y(one.score_w)} r="12" fill="transparent" />
        <circle
          cx={x(one.cost ?? 0)}
          cy={y(one.score_w)}
          r={one.id === chosen ? 7 : 5}
          fill={one.id === answer.decision ? 'var(--radiated-ink)' : 'var(--paper)'}
          stroke="var(--radiated-ink)"
          stroke-width="2"
        />
      </a>
    {/each}
  </svg>
  <p class="drawing-key">
    <span><span class="green">○</span> nothing beats these, choose one</span>
    <span><span class="green">●</span> the decision</span>
    <span>band: within {digits(answer.within_db)} dB of the best</span>
  </p>
</div>

<style>
  .dot {
    fill: var(--ink-soft);
    opacity: 0.55;
  }
  .dear {
    opacity: 0.2;
  }
  .green {
    color: var(--radiated-ink);
  }
</style>
