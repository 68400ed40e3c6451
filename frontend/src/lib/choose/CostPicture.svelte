<script lang="ts">
  import { scaleSymlog } from 'd3-scale';
  import type { ChooseAnswer } from '../api/client';
  import { pathOf, upright, type Box } from '../charts/axes';
  import Foot from '../charts/Foot.svelte';
  import Levels from '../charts/Levels.svelte';
  import Picture from '../charts/Picture.svelte';
  import { digits, watts } from '../figures';

  interface Props {
    answer: ChooseAnswer;
    chosen: string;
    onselect: (id: string) => void;
  }
  let { answer, chosen, onselect }: Props = $props();
  const priced = $derived(answer.candidates.filter((candidate) => candidate.cost !== null));
  const dearest = $derived(Math.max(10, ...priced.map((candidate) => candidate.cost ?? 0)));
  const unbeaten = $derived(
    priced.filter((candidate) => candidate.unbeaten).sort((a, b) => (a.cost ?? 0) - (b.cost ?? 0)),
  );
  const best = $derived(answer.candidates.find((candidate) => candidate.id === answer.best));
  const ticks = $derived(
    [0, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000].filter((t) => t <= dearest * 1.1),
  );
  const scales = (box: Box) => ({
    x: scaleSymlog([0, dearest * 1.1], [box.left + 8, box.right]).constant(20),
    y: upright(0, answer.rated_w, box),
  });
</script>

<Picture
  label="Watts radiated over the bands against the cost"
  height={340}
  margins={{ bottom: 34 }}
  interactive
>
  {#snippet drawing(box)}
    {@const { x, y } = scales(box)}
    <rect
      x={box.left}
      y={y(best?.score_w ?? 0)}
      width={box.right - box.left}
      height={Math.max(y(answer.within_w) - y(best?.score_w ?? 0), 0)}
      fill="var(--radiated)"
      fill-opacity="0.13"
    />
    <Levels {box} levels={y.ticks(5).map((tick) => ({ at: y(tick), name: `${tick} W` }))} />
    <Foot {box} ticks={ticks.map((tick) => ({ at: x(tick), name: tick.toLocaleString('en') }))} />
    <text x={box.right} y={box.bottom + 31} text-anchor="end">cost of what is to be bought</text>
    <path
      d={pathOf(
        unbeaten.map((candidate) => x(candidate.cost ?? 0)),
        unbeaten.map((candidate) => y(candidate.score_w)),
      )}
      fill="none"
      stroke="var(--radiated-ink)"
      stroke-width="1.2"
    />
    {#each priced.filter((candidate) => !candidate.unbeaten) as candidate (candidate.id)}
      <circle
        cx={x(candidate.cost ?? 0)}
        cy={y(candidate.score_w)}
        r="2.5"
        class:dear={!candidate.affordable}
        class="dot"
      >
        <title>{candidate.name}</title>
      </circle>
    {/each}
    {#each unbeaten as candidate (candidate.id)}
      <a
        href="#{candidate.id}"
        aria-label="{candidate.name}: {watts(candidate.score_w)} watts for {digits(candidate.cost)}"
        onclick={(event) => {
          event.preventDefault();
          onselect(candidate.id);
        }}
      >
        <title>{candidate.name}: {watts(candidate.score_w)} W for {digits(candidate.cost)}</title>
        <circle cx={x(candidate.cost ?? 0)} cy={y(candidate.score_w)} r="12" fill="transparent" />
        <circle
          cx={x(candidate.cost ?? 0)}
          cy={y(candidate.score_w)}
          r={candidate.id === chosen ? 7 : 5}
          fill={candidate.id === answer.decision ? 'var(--radiated-ink)' : 'var(--paper)'}
          stroke="var(--radiated-ink)"
          stroke-width="2"
        />
      </a>
    {/each}
  {/snippet}
  {#snippet legend()}
    <span><span class="text-radiated-ink">○</span> nothing beats these, choose one</span>
    <span><span class="text-radiated-ink">●</span> the decision</span>
    <span>band: within {digits(answer.within_db)} dB of the best</span>
  {/snippet}
</Picture>

<style>
  .dot {
    fill: var(--ink-soft);
    opacity: 0.55;
  }
  .dear {
    opacity: 0.2;
  }
</style>
