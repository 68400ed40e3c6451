<script lang="ts">
  import type { Answer, MeterResult } from '../api/client';
  import { highest, middle, shown, swr, watts } from '../figures';

  /** The meters of the run as they read now: forward and reflected as bars, and the SWR in figures. */
  interface Props {
    answer: Answer | null;
    full_w: number;
  }
  let { answer, full_w }: Props = $props();
  const result = $derived(answer?.here?.result);
  const meters = $derived(
    (result?.stages ?? []).flatMap((stage) => (stage.kind === 'meter' ? [stage as MeterResult] : [])),
  );
  const share = (value: number | null) => `${Math.min(100, (100 * (value ?? full_w)) / full_w)}%`;
</script>

<div class="meters" data-testid="meters">
  <div class="meter">
    <h3>the radio’s own</h3>
    <p class="figures ratio">SWR {result ? shown(result.transmitter.swr, swr) : '–'}</p>
  </div>
  {#each meters as meter, n (n)}
    <div class="meter">
      <h3>{meter.label}</h3>
      <p class="figures">
        <span class="bar"><i style:width={share(middle(meter.forward_w))}></i></span> forward {shown(
          meter.forward_w,
          watts,
        )} W
      </p>
      <p class="figures">
        <span class="bar back"><i style:width={share(highest(meter.reflected_w))}></i></span> reflected {shown(
          meter.reflected_w,
          watts,
        )} W
      </p>
      <p class="figures ratio">SWR {shown(meter.swr, swr)}</p>
    </div>
  {/each}
</div>

<style>
  .meters {
    display: flex;
    flex-wrap: wrap;
    gap: 0.6rem 2rem;
  }
  h3 {
    color: var(--ink-soft);
    font-size: 13.5px;
  }
  .ratio {
    font-size: 1.3rem;
  }
  .bar {
    display: inline-block;
    width: 7rem;
    height: 0.65rem;
    border: 1px solid var(--ink-soft);
    vertical-align: middle;
  }
  .bar i {
    display: block;
    height: 100%;
    background: var(--conducted);
  }
  .back i {
    background: repeating-linear-gradient(
      45deg,
      var(--standing),
      var(--standing) 3px,
      transparent 3px,
      transparent 5px
    );
  }
</style>
