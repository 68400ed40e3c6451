<script lang="ts">
  import type { Figure, LineAnswer } from '../api/client';
  import Termed from '../terms/Termed.svelte';
  import { decibels, shown, swr, watts } from '../figures';

  /** The figures of each line asked about, a column a line. */
  let { lines }: { lines: LineAnswer[] } = $props();
  const rows = $derived<[string, (line: LineAnswer) => string][]>([
    ['matched loss, dB', (one) => decibels(one.matched_db)],
    ['additional loss due to SWR, dB', (one) => shown(one.extra_db, decibels)],
    ['the handbook’s additional loss, dB', (one) => shown(one.handbook_extra_db, decibels)],
    ['SWR at the antenna', (one) => shown(one.swr_antenna, swr)],
    ['SWR at the radio’s end', (one) => shown(one.swr_radio, swr)],
    ['held back and reflected at the radio, W', (one) => shown(one.not_sent_w, watts)],
    ...(lines.some((one) => one.tuner_w !== 0)
      ? ([['taken by the tuner, W', (one) => shown(one.tuner_w, watts)]] as [
          string,
          (line: LineAnswer) => string,
        ][])
      : []),
    ['arrives at the antenna, W', (one) => shown(one.radiated_w, watts)],
    ['all losses, dB', (one) => shown(one.total_db, decibels)],
    ['in S-units', (one) => shown(one.s_units, decibels)],
    ['the line bears, W', (one) => bears(one.limit_w)],
  ]);
  const bears = (limit: Figure) =>
    (typeof limit === 'object' && limit ? limit.min : limit) === null ? 'not known' : shown(limit, watts);
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls must be reachable by keyboard) -->
<div class="scroller" role="region" aria-label="The loss in figures" tabindex="0">
  <table class="plain figures">
    <thead>
      <tr
        ><th scope="col">Of the line</th>{#each lines as line, n (n)}<th scope="col">{line.name}</th
          >{/each}</tr
      >
    </thead>
    <tbody>
      {#each rows as [name, told] (name)}
        <tr>
          <th scope="row"><Termed text={name} /></th>
          {#each lines as line, n (n)}<td>{told(line)}</td>{/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>
