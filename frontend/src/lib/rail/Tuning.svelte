<script lang="ts">
  import { Slider } from '@skeletonlabs/skeleton-svelte';
  import type { Bands } from '../api/client';

  let { mhz, bands, ontune }: { mhz: number; bands: Bands; ontune: (mhz: number) => void } = $props();
  let typed = $state<string | null>(null);

  const band = $derived(bands.find((b) => mhz >= b.low_mhz && mhz <= b.high_mhz));
  const text = $derived(typed ?? mhz.toFixed(3));
  const wrong = $derived(typed !== null && !(Number(typed) > 0));

  function enter(value: string) {
    typed = value;
    const number = Number(value);
    if (number > 0 && number < 1e6) ontune(number);
  }
</script>

<div class="tuning">
  <label class="flex items-baseline gap-1.5">
    <span>Frequency</span>
    <input
      class="figures w-21.5 text-right"
      inputmode="decimal"
      value={text}
      aria-invalid={wrong}
      oninput={(event) => enter(event.currentTarget.value)}
      onblur={() => {
        if (!wrong) typed = null;
      }}
    />
  </label>
  <span class="-ml-1.5">MHz</span>
  {#if band}
    <span class="figures text-fine">{band.low_mhz}</span>
    <Slider
      value={[mhz]}
      min={band.low_mhz}
      max={band.high_mhz}
      step={0.001}
      aria-label={['Frequency in the band']}
      onValueChange={(change) => {
        typed = null;
        ontune(change.value[0] ?? mhz);
      }}
    >
      <Slider.Control>
        <Slider.Track><Slider.Range /></Slider.Track>
        <Slider.Thumb index={0}><Slider.HiddenInput /></Slider.Thumb>
      </Slider.Control>
    </Slider>
    <span class="figures text-fine">{band.high_mhz}</span>
  {/if}
</div>
{#if wrong}<p class="fault" role="alert">The frequency must be a number above 0.</p>{/if}

<style>
  .tuning {
    display: grid;
    grid-template-columns: auto auto auto minmax(60px, 20rem) auto;
    align-items: center;
    gap: 0.75rem;
    color: var(--ink-soft);
  }
  @media (max-width: 640px) {
    .tuning {
      grid-template-columns: auto 1fr auto;
    }
    label {
      grid-column: 1 / 3;
    }
  }
</style>
