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

<div class="flex flex-wrap gap-x-8 gap-y-2.5" data-testid="meters">
  <div>
    <h3 class="soft text-fine">the radio’s own</h3>
    <p class="figures text-large">SWR {result ? shown(result.transmitter.swr, swr) : '–'}</p>
  </div>
  {#each meters as meter, n (n)}
    <div>
      <h3 class="soft text-fine">{meter.label}</h3>
      <p class="figures">
        <span class="bar"
          ><i class="block h-full bg-conducted" style:width={share(middle(meter.forward_w))}></i></span
        >
        forward {shown(meter.forward_w, watts)} W
      </p>
      <p class="figures">
        <span class="bar back"
          ><i class="block h-full bg-conducted" style:width={share(highest(meter.reflected_w))}></i></span
        >
        reflected {shown(meter.reflected_w, watts)} W
      </p>
      <p class="figures text-large">SWR {shown(meter.swr, swr)}</p>
    </div>
  {/each}
</div>

<style>
  .bar {
    display: inline-block;
    width: 7rem;
    height: 0.65rem;
    border: 1px solid var(--ink-soft);
    vertical-align: middle;
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
