<script lang="ts">
  import { untrack } from 'svelte';
  import type { Recognised, SweepColumns } from '../api/client';

  interface Props {
    recognised: Recognised;
    onconfirm: (columns: SweepColumns) => void;
    oncancel: () => void;
  }
  let { recognised, onconfirm, oncancel }: Props = $props();

  const given = untrack(() => recognised.columns) ?? {};
  let frequency = $state(given.frequency ?? 0);
  let unit = $state(given.unit ?? 'mhz');
  let holds = $state(given.holds ?? 'swr');
  let first = $state(given.first ?? 1);
  let second = $state(given.second ?? 2);
  const UNITS = { hz: 'Hz', khz: 'kHz', mhz: 'MHz', ghz: 'GHz' };
  const heads = $derived(recognised.heads.map((head, n): [number, string] => [n, head || `column ${n + 1}`]));
</script>

<form
  class="border-t py-2.5"
  aria-label="What the columns hold"
  onsubmit={(event) => {
    event.preventDefault();
    onconfirm({ frequency, unit, holds, first, second: holds === 'r-x' ? second : null });
  }}
>
  <p>
    {recognised.question
      ? 'The headings do not say all. Please fill in what the columns hold.'
      : 'This is what the headings say. Is it right?'}
  </p>
  <div class="scroller">
    <table class="plain figures">
      <thead
        ><tr
          >{#each heads as [n, head] (n)}<th scope="col">{head}</th>{/each}</tr
        ></thead
      >
      <tbody>
        {#each recognised.rows as row, n (n)}<tr
            >{#each row as word, k (k)}<td>{word}</td>{/each}</tr
          >{/each}
      </tbody>
    </table>
  </div>
  <p class="flex flex-wrap gap-x-4 gap-y-1.5 py-2">
    <label
      >Frequency <select aria-label="Column of the frequency" bind:value={frequency}
        >{#each heads as [n, head] (n)}<option value={n}>{head}</option>{/each}</select
      ></label
    >
    <label
      >in <select aria-label="Unit of the frequency" bind:value={unit}
        >{#each Object.entries(UNITS) as [key, name] (key)}<option value={key}>{name}</option>{/each}</select
      ></label
    >
    <label
      >The file holds <select aria-label="What the file holds" bind:value={holds}
        ><option value="r-x">R and X</option><option value="swr">SWR</option><option value="return-loss"
          >return loss, dB</option
        ></select
      ></label
    >
    <label
      >in <select aria-label="Its column" bind:value={first}
        >{#each heads as [n, head] (n)}<option value={n}>{head}</option>{/each}</select
      ></label
    >
    {#if holds === 'r-x'}
      <label
        >and X in <select aria-label="Column of X" bind:value={second}
          >{#each heads as [n, head] (n)}<option value={n}>{head}</option>{/each}</select
        ></label
      >
    {/if}
  </p>
  <p>
    <button type="submit" class="firm">Take it so</button>
    <button type="button" class="linkish" onclick={oncancel}>Leave it</button>
  </p>
</form>
