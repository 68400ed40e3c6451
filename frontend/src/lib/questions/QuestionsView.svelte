<script lang="ts">
  import { addressOf, type StationPlace } from '../../routes';
  import { Asking, asks } from '../api/asking.svelte';
  import { api, type SchoolTitle, type StationFile } from '../api/client';
  import Termed from '../terms/Termed.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import Fig from '../working/Fig.svelte';
  import { roving } from '../working/roving';
  import WorkingDialog from '../working/WorkingDialog.svelte';
  import { offerWorkings } from '../working/workings.svelte';
  import Scroller from '../ui/Scroller.svelte';

  interface Props {
    station: StationFile;
    mhz: number;
    /** The question's slug. */
    question: string;
    /** What is shown now; each question's link leads from there. */
    place: StationPlace;
  }
  let { station, mhz, question, place }: Props = $props();
  const list = new Asking<SchoolTitle[]>();
  const asking = asks(
    () => ({ params: { path: { slug: question } }, body: { document: station, mhz } }),
    (request) => api.POST('/api/schools/{slug}', request),
  );
  const answer = $derived(asking.answer?.slug === question ? asking.answer : null);

  const workings = offerWorkings((figure) =>
    api.POST('/api/schools/{slug}/working', {
      params: { path: { slug: question } },
      body: { document: station, mhz, figure },
    }),
  );

  list.ask(() => api.GET('/api/schools'));
</script>

<div class="questions">
  <nav aria-label="Questions">
    <h2>On these practitioners disagree</h2>
    <Trouble text={list.trouble} asking={list} below={false} />
    <ul>
      {#each list.answer ?? [] as { slug, title } (slug)}
        <li>
          <a
            href={addressOf({ ...place, question: slug })}
            aria-current={slug === question ? 'page' : undefined}>{title}</a
          >
        </li>
      {/each}
    </ul>
  </nav>
  <article aria-labelledby="question">
    <Trouble text={asking.trouble} {asking} />
    {#if answer}
      <h2 id="question" class="serif">{answer.title}</h2>
      <div class="schools">
        {#each [{ name: 'One school', says: answer.one_says, told: answer.one }, { name: 'The other', says: answer.other_says, told: answer.other }] as school, i (i)}
          <section aria-label={school.name}>
            <h3>{school.name}</h3>
            <p class="says serif">{school.says}</p>
            {#if school.told}<p>{school.told}</p>{/if}
          </section>
        {/each}
      </div>
      <section class="holds" aria-label="At this station">
        <h3>At this station</h3>
        <p data-testid="holds">{answer.holds}</p>
      </section>
      {#if answer.rows.length}
        <Scroller label="Both in figures">
          <table class="plain figures" use:roving>
            <thead>
              <tr>
                <td class="corner"></td>
                {#each answer.heads as head (head)}<th scope="col"><Termed text={head} /></th>{/each}
              </tr>
            </thead>
            <tbody>
              {#each answer.rows as row, k (k)}
                <tr>
                  <th scope="row">{row.label}</th>
                  {#each row.cells as cell, n (n)}
                    <td
                      >{#if cell === '–'}{cell}{:else}<Fig
                          at="rows[{k}].cells[{n}]"
                          name="{row.label}, {answer.heads[n]}"
                          text={cell}
                        />{/if}</td
                    >
                  {/each}
                </tr>
              {/each}
            </tbody>
          </table>
        </Scroller>
        <p class="opens">Choose any figure to see how it comes about.</p>
      {/if}
    {:else if !asking.trouble}<p class="soft">Computing …</p>{/if}
  </article>
  <WorkingDialog {workings} />
</div>

<style>
  .questions {
    display: grid;
    grid-template-columns: 16rem minmax(0, 1fr);
    gap: 0 2.4rem;
    padding: 1.2rem 1.4rem 2rem;
  }
  nav h2,
  h3 {
    font-size: 13px;
    font-family: inherit;
    font-weight: 400;
    color: var(--ink-soft);
  }
  nav a {
    display: block;
    padding: 0.4rem 0.5rem 0.4rem 0.7rem;
    border-top: 1px solid var(--hairline);
    border-left: 2px solid transparent;
  }
  nav a:hover {
    background: var(--paper-sunk);
  }
  nav [aria-current] {
    font-weight: 600;
    border-left-color: var(--conducted-ink);
  }
  article > h2 {
    font-size: 1.6rem;
    margin-bottom: 0.8rem;
  }
  .schools {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0 2rem;
  }
  .schools section {
    border-top: 1px solid var(--hairline);
    padding: 0.5rem 0 0.9rem;
  }
  .says {
    font-size: 1.15rem;
    margin-bottom: 0.3rem;
  }
  .holds {
    border-top: 2px solid var(--conducted);
    padding: 0.6rem 0 1rem;
    max-width: 52rem;
  }
  table thead th {
    white-space: normal;
    vertical-align: bottom;
    max-width: 10rem;
  }
  table thead .corner {
    border: 0;
  }
  @media (max-width: 900px) {
    .questions,
    .schools {
      grid-template-columns: minmax(0, 1fr);
    }
    article {
      margin-top: 1.4rem;
    }
  }
</style>
