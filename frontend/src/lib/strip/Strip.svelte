<script lang="ts">
  import type { Session } from '../station/session.svelte';
  import { digits, middle, watts } from '../figures';
  import HeatFall from './HeatFall.svelte';
  import MeterFlag from './MeterFlag.svelte';
  import PartLabels from './PartLabels.svelte';
  import StandingWave from './StandingWave.svelte';
  import StripEnds from './StripEnds.svelte';
  import { HEIGHT, layOut, partEdges, ribbonPath } from './layout';

  let { session }: { session: Session } = $props();
  let width = $state(1200);

  const here = $derived(session.answer?.here ?? null);
  const lengths = $derived(
    session.document.chain.map((part) => (part.kind === 'line' ? Number(part.length_m) || 0 : 0)),
  );
  const layout = $derived(here ? layOut(here, lengths, width) : null);
  const highest = $derived(
    Math.max(...(here?.waves ?? []).flatMap((wave) => wave?.highest ?? wave?.volts_peak ?? []), 1e-9),
  );
  const described = $derived(
    here
      ? `The run from the transmitter, ${watts(here.result.transmitter.rated_w)} watts, to the antenna: ` +
          here.result.stages.map((s) => `${s.label} takes ${watts(middle(s.taken_w))} watts`).join(', ') +
          `; ${watts(middle(here.result.antenna.radiated_w))} watts leave. The ledger has the figures.`
      : 'The run cannot be drawn at this frequency.',
  );
  const stale = $derived(Object.keys(session.faults).length > 0);
</script>

<section aria-label="The run, transmitter to antenna" class="strip" bind:clientWidth={width}>
  {#if here && layout}
    <svg {width} height={HEIGHT.floor + 18} role="img" aria-label={described} class:stale data-testid="strip">
      <defs>
        <pattern
          id="heat-hatch"
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(60)"
        >
          <rect width="5" height="5" fill="var(--heat)" opacity="0.55" />
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--heat)" stroke-width="3" />
        </pattern>
        <pattern id="back-dots" width="5" height="5" patternUnits="userSpaceOnUse">
          <circle cx="1.5" cy="1.5" r="1.1" fill="var(--standing)" />
        </pattern>
        <linearGradient id="heat-fade" x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stop-color="white" />
          <stop offset="1" stop-color="white" stop-opacity="0.25" />
        </linearGradient>
        <mask id="heat-mask" maskContentUnits="objectBoundingBox">
          <rect width="1" height="1" fill="url(#heat-fade)" />
        </mask>
      </defs>
      {#each layout.segments as segment (segment.index)}<HeatFall {segment} />{/each}
      <path d={ribbonPath(layout)} fill="var(--conducted)" />
      {#each layout.segments as segment (segment.index)}
        <line
          x1={segment.x1}
          x2={segment.x1}
          y1={HEIGHT.top}
          y2={HEIGHT.top + segment.outHeight}
          stroke="var(--paper)"
          stroke-width="1"
        />
        {@const wave = here.waves[segment.index]}
        {#if wave}
          <StandingWave {wave} {highest} {segment} />
        {/if}
        {#if segment.stage.kind === 'meter' && !segment.stage.bypassed}
          <MeterFlag {segment} />
        {/if}
      {/each}
      <StripEnds {here} {layout} />
    </svg>
  {:else}
    <p class="empty">{session.answer?.why ?? 'Computing the run …'}</p>
  {/if}
  <PartLabels {session} {width} edges={partEdges(layout, session.document.chain.length, width)} />
  <p class="visually-hidden" aria-live="polite">
    {here
      ? `${digits(session.mhz, 6)} megahertz: ${watts(middle(here.result.total.radiated_w))} watts leave`
      : ''}
  </p>
</section>

<style>
  .strip {
    border-bottom: 1px solid var(--hairline);
    overflow: hidden;
  }
  svg {
    display: block;
  }
  .stale {
    opacity: 0.45;
  }
  .empty {
    padding: 4rem 1.5rem;
    min-height: 230px;
    color: var(--ink-soft);
  }
</style>
