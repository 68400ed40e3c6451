<script lang="ts">
  import type { LineAnswer } from '../api/client';
  import Termed from '../terms/Termed.svelte';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';
  import { decibels, shown, swr, watts } from '../figures';
  import Scroller from '../ui/Scroller.svelte';

  /** The figures of each line asked about, a column a line; each opens to its working. */
  let { lines }: { lines: LineAnswer[] } = $props();
  type Format = (figure: number | null) => string;
  const bears: Format = (limit) => (limit === null ? 'not known' : watts(limit));
  const ROWS = [
    ['matched loss, dB', 'matched_db', decibels],
    ['additional loss due to SWR, dB', 'extra_db', decibels],
    ['the handbook’s additional loss, dB', 'handbook_extra_db', decibels],
    ['SWR at the antenna', 'swr_antenna', swr],
    ['SWR at the radio’s end', 'swr_radio', swr],
    ['held back and reflected at the radio, W', 'not_sent_w', watts],
    ['taken by the tuner, W', 'tuner_w', watts],
    ['arrives at the antenna, W', 'radiated_w', watts],
    ['all losses, dB', 'total_db', decibels],
    ['in S-units', 's_units', decibels],
    ['the line bears, W', 'limit_w', bears],
  ] as const satisfies readonly [string, keyof LineAnswer, Format][];
  const rows = $derived(
    ROWS.filter(([, key]) => key !== 'tuner_w' || lines.some((line) => line.tuner_w !== 0)),
  );
</script>

<Scroller label="The loss in figures">
  <table class="plain figures" use:roving>
    <thead>
      <tr
        ><th class="whitespace-normal" scope="col">Of the line</th>{#each lines as line, n (n)}<th
            class="whitespace-normal"
            scope="col">{line.name}</th
          >{/each}</tr
      >
    </thead>
    <tbody>
      {#each rows as [name, key, format] (key)}
        <tr>
          <th class="whitespace-normal" scope="row"><Termed text={name} /></th>
          {#each lines as line, n (n)}
            <td><Fig at="lines[{n}].{key}" name="{line.name}, {name}" text={shown(line[key], format)} /></td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</Scroller>
<p class="opens">Choose any figure to see how it comes about.</p>
