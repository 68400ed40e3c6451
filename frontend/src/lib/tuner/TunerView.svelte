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

<section class="min-w-0 px-4 pt-3.25 pb-8" aria-label="Tuner">
  {#if tuner}
    <div class="no-print flex flex-wrap items-baseline gap-x-5.5 gap-y-0.75">
      <h2 class="wrap-anywhere">{tuner.label || 'tuner'}</h2>
      <Segments label="What to see of it" value={pane} options={[...TUNER_PANES]} onchoose={onpane} />
    </div>
    {#if pane === 'reach'}
      <ReachPane {session} {at} />
    {:else if !knobs.length}
      <p class="serif my-3.25 max-w-184">
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
    <p class="serif my-3.25 max-w-184">
      There is no tuner in this run. Put one in at the strip, and its reach, its presets and its dials stand
      here.
    </p>
  {/if}
</section>
