<script lang="ts">
  import type { Candidate, ChooseAnswer } from '../api/client';
  import { decibels, digits, watts } from '../figures';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';

  /** What the matrix says of one candidate, each figure with its working. */
  interface Props {
    candidate: Candidate;
    bands: ChooseAnswer['bands'];
  }
  let { candidate, bands }: Props = $props();
  const inAll = $derived(
    [
      { at: 'score_w', name: 'watts over all bands', text: watts(candidate.score_w) },
      {
        at: 'behind_db.as_typed',
        name: 'dB behind the best as typed',
        text: decibels(candidate.behind_db.as_typed),
      },
      { at: 'cost', name: 'cost', text: candidate.cost === null ? '' : digits(candidate.cost) },
    ].filter((figure) => figure.text),
  );
</script>

<div class="scroller">
  <table class="plain figures" use:roving>
    <caption>
      At the power that its parts bear:
      {#each inAll as figure, n (figure.at)}{n ? '; ' : ''}<Fig {...figure} /> {figure.name}{/each}
    </caption>
    <thead>
      <tr
        ><th scope="col">Band</th><th scope="col">W</th><th scope="col">of the rated, %</th><th scope="col"
          >behind the best, dB</th
        ><th scope="col">bears, W</th></tr
      >
    </thead>
    <tbody>
      {#each candidate.cells as cell, k (k)}
        <tr>
          <th scope="row">{bands[k]}</th>
          <td><Fig at="cells[{k}].radiated_w" name="{bands[k]}, watts" text={watts(cell.radiated_w)} /></td>
          <td><Fig at="cells[{k}].share" name="{bands[k]}, share" text={digits(100 * cell.share, 2)} /></td>
          <td
            ><Fig
              at="cells[{k}].regret_db"
              name="{bands[k]}, dB behind the best"
              text={decibels(cell.regret_db)}
            /></td
          >
          <td><Fig at="cells[{k}].limit_w" name="{bands[k]}, watts borne" text={watts(cell.limit_w)} /></td>
        </tr>
      {/each}
    </tbody>
  </table>
</div>
