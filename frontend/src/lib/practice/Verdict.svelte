<script lang="ts">
  import type { PracticeRound } from '../api/client';

  /** How a round went: the truth, what would have told more each time, and the best way. */
  interface Props {
    verdict: NonNullable<PracticeRound['verdict']>;
    readings: PracticeRound['readings'];
  }
  let { verdict, readings }: Props = $props();
</script>

<p class="serif mt-3.5 text-large" role="status" data-testid="practice-verdict">{verdict.sentence}</p>
<div class="beside">
  <section>
    <h2 class="mt-2.75 text-plain">After each of your readings</h2>
    <ol class="list-decimal pl-5.25">
      {#each verdict.better as sentence, n (n)}
        <li>{readings[n]?.name}: {sentence}</li>
      {/each}
    </ol>
  </section>
  <section>
    <h2 class="mt-2.75 text-plain">The best way</h2>
    <ol class="list-decimal pl-5.25">
      {#each verdict.best as sentence, n (n)}<li>{sentence}</li>{/each}
    </ol>
  </section>
</div>

<style>
  .beside {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(20rem, 100%), 1fr));
    gap: 0 1.5rem;
  }
</style>
