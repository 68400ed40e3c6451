<script lang="ts">
  import FormList from '../convert/FormList.svelte';
  import Modal from '../ui/Modal.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import type { Workings } from './workings.svelte';
  import Scroller from '../ui/Scroller.svelte';

  /** How the figure that is open comes about. */
  let { workings }: { workings: Workings } = $props();
  const answer = $derived(workings.asking.answer);
  const CASES: Record<string, string> = {
    least: 'Where it is least',
    middle: 'In the middle',
    most: 'Where it is most',
  };
</script>

{#snippet math(text: string)}
  <!-- eslint-disable-next-line svelte/no-at-html-tags (MathML that our own server typeset) -->
  {@html text}
{/snippet}

<Modal open title={answer?.title ?? 'The working'} onclose={() => workings.close()}>
  <p class="name">{workings.name}</p>
  <Trouble text={workings.asking.trouble} asking={workings.asking} below={false} />
  {#if answer}
    {#each answer.lines as line, n (n)}
      <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls must be reachable by keyboard) -->
      <div class="line" role="group" aria-label="Step {n + 1}" tabindex="0">
        <p>{@render math(line.formula)}</p>
        {#each line.filled as filled, k (k)}
          {#if CASES[filled.which]}<p class="case">{CASES[filled.which]}:</p>{/if}
          <p>{@render math(filled.numbers)}</p>
        {/each}
      </div>
    {/each}
    {#if answer.terms.length}
      <Scroller label="What is in the formulas">
        <table class="figures">
          <tbody>
            {#each answer.terms as term, n (n)}
              <tr>
                <td class="symbol">{@render math(term.symbol)}</td>
                <th scope="row">{term.meaning}</th>
                <td class="values"
                  >{#each term.figures as figure, k (k)}<span>{figure} {term.unit}</span>
                  {/each}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </Scroller>
    {/if}
    <dl>
      {#if answer.also.length}
        <dt>In other words</dt>
        <dd><FormList rows={answer.also} /></dd>
      {/if}
      <dt>It assumes</dt>
      <dd>{answer.assumes}</dd>
      <dt>It holds</dt>
      <dd>{answer.holds}</dd>
      {#if answer.short_cut}
        <dt>The short cut</dt>
        <dd>{answer.short_cut}</dd>
      {/if}
      <dt>From</dt>
      <dd>{answer.source}</dd>
    </dl>
  {:else if !workings.asking.trouble}
    <p>…</p>
  {/if}
</Modal>

<style>
  .name,
  .case,
  dt {
    color: var(--ink-soft);
  }
  .case {
    font-size: 13px;
  }
  .line {
    overflow-x: auto;
    padding: 0.4rem 0;
    border-top: 1px solid var(--hairline);
  }
  .line p {
    padding: 0.15rem 0;
  }
  .line :global(math) {
    font-size: 1.1rem;
    math-style: normal;
  }
  table {
    border-collapse: collapse;
    width: 100%;
  }
  :is(th, td) {
    border-top: 1px solid var(--hairline);
    padding: 0.25rem 0.6rem 0.25rem 0;
    text-align: right;
    white-space: nowrap;
    vertical-align: baseline;
  }
  th,
  .symbol {
    text-align: left;
    white-space: normal;
    font-weight: 400;
  }
  .values {
    white-space: normal;
  }
  .values span {
    display: inline-block;
    white-space: nowrap;
    margin-left: 0.8rem;
  }
  dl {
    display: grid;
    grid-template-columns: max-content minmax(0, 1fr);
    gap: 0.25rem 1rem;
    margin-top: 0.8rem;
    border-top: 1px solid var(--hairline);
    padding-top: 0.6rem;
  }
</style>
