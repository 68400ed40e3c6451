<script lang="ts">
  import type { LineAnswer, LossFigures } from '../api/client';
  import { decibels, shown, swr, watts } from '../figures';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';

  /** A picture of the first question in figures: a table a line, a row a point, each figure opening to its working. */
  interface Props {
    lines: LineAnswer[];
    curve: 'over_swr' | 'over_bands';
    /** What the points are of, and the name of each. */
    of: string;
    points: string[];
    columns: readonly (keyof LossFigures)[];
  }
  let { lines, curve, of, points, columns }: Props = $props();

  const HEADS: Record<keyof LossFigures, { head: string; format: (figure: number | null) => string }> = {
    matched_db: { head: 'matched, dB', format: decibels },
    extra_db: { head: 'additional, dB', format: decibels },
    handbook_extra_db: { head: 'handbook, dB', format: decibels },
    loss_db: { head: 'line loss, dB', format: decibels },
    swr_asked: { head: 'SWR asked about', format: swr },
    swr_antenna: { head: 'SWR at the antenna', format: swr },
    swr_radio: { head: 'at the radio’s end', format: swr },
    radiated_w: { head: 'W arrive', format: watts },
    s_units: { head: 'S-units', format: decibels },
  };
</script>

{#each lines as line, n (n)}
  <table class="plain figures" use:roving>
    <caption>{line.name}</caption>
    <thead>
      <tr>
        <th scope="col">{of}</th>
        {#each columns as key (key)}<th scope="col">{HEADS[key].head}</th>{/each}
      </tr>
    </thead>
    <tbody>
      {#each line[curve] as point, k (k)}
        <tr>
          <th scope="row">{points[k]}</th>
          {#each columns as key (key)}
            {@const { head, format } = HEADS[key]}
            <td
              ><Fig
                at="lines[{n}].{curve}[{k}].{key}"
                name="{line.name}, {of} {points[k]}, {head}"
                text={shown(point[key], format)}
              /></td
            >
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
{/each}
