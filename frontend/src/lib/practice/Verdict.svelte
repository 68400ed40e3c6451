<script lang="ts">
  import type { PracticeRound } from '../api/client';

  /** How a round went: the truth, what would have told more each time, and the best way. */
  interface Props {
    verdict: NonNullable<PracticeRound['verdict']>;
    readings: PracticeRound['readings'];
  }
  let { verdict, readings }: Props = $props();
</script>

<p class="told serif" role="status" data-testid="practice-verdict">{verdict.sentence}</p>
<div class="beside">
  <section>
    <h2>After each of your readings</h2>
    <ol>
      {#each verdict.better as sentence, n (n)}
        <li>{readings[n]?.name}: {sentence}</li>
      {/each}
    </ol>
  </section>
  <section>
    <h2>The best way</h2>
    <ol>
      {#each verdict.best as sentence, n (n)}<li>{sentence}</li>{/each}
    </ol>
  </section>
</div>

<style>
  .told {
    font-size: 1.2rem;
    margin-top: 0.9rem;
  }
  .beside {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(20rem, 100%), 1fr));
    gap: 0 1.5rem;
  }
  h2 {
    font-size: 1rem;
    margin-top: 0.7rem;
  }
  ol {
    list-style: decimal;
    padding-left: 1.3rem;
  }
</style>
