<script lang="ts">
  import type { Session } from '../station/session.svelte';
  import { TUNER_PANES, type TunerPane } from '../../routes';
  import Segments from '../ui/Segments.svelte';
  import ChartPane from './ChartPane.svelte';
  import DialsPane from './DialsPane.svelte';
  import { asTuner, knobsOf } from './knobs';
  import ReachPane from './ReachPane.svelte';
  import TurnPane from './TurnPane.svelte';

  /** A tuner in its station: what it reaches, its chart of presets, its dials, and a stand-in for it to turn. */
  interface Props {
    session: Session;
    pane: TunerPane;
    onpane: (pane: TunerPane) => void;
  }
  let { session, pane, onpane }: Props = $props();

  const tuners = $derived(session.document.chain.flatMap((part, n) => (part.kind === 'tuner' ? [n] : [])));
  const at = $derived(
    typeof session.selected === 'number' && tuners.includes(session.selected)
      ? session.selected
      : (tuners[0] ?? -1),
  );
  $effect(() => {
    if (at >= 0 && session.selected !== at) session.selected = at;
  });
  const tuner = $derived(asTuner(session.document.chain[at]));
  const knobs = $derived(tuner ? knobsOf(tuner) : []);
</script>

<section class="tuner" aria-label="Tuner">
  {#if tuner}
    <div class="head no-print">
      <h2>{tuner.label || 'tuner'}</h2>
      <Segments label="What to see of it" value={pane} options={[...TUNER_PANES]} onchoose={onpane} />
    </div>
    {#if pane === 'reach'}
      <ReachPane {session} {at} />
    {:else if !knobs.length}
      <p class="serif lead">
        {tuner.network === 'rated'
          ? 'This tuner is known by its sheet only: what its knobs stand for is not known, and its reach is all that can be shown.'
          : 'This tuner may form any of four networks, so nobody knows which knob is which: choose one of them at the tuner, and its knobs have dials.'}
      </p>
    {:else if pane === 'chart'}
      <ChartPane {session} {at} {tuner} />
    {:else if pane === 'dials'}
      <DialsPane {session} {at} {tuner} />
    {:else}
      {#key at}<TurnPane {session} {at} {tuner} />{/key}
    {/if}
  {:else}
    <p class="serif lead">
      There is no tuner in this run. Put one in at the strip, and its reach, its presets and its dials stand
      here.
    </p>
  {/if}
</section>

<style>
  .tuner {
    padding: 0.8rem 1rem 2rem;
    min-width: 0;
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 0.2rem 1.4rem;
    align-items: baseline;
  }
  h2 {
    overflow-wrap: anywhere;
  }
  .lead {
    margin: 0.8rem 0;
    max-width: 46rem;
  }
</style>
