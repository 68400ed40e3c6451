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

<div class="grid grid-cols-[16rem_minmax(0,1fr)] gap-x-9.5 px-5.5 pt-4.75 pb-8 max-[900px]:grid-cols-1">
  <nav aria-label="Questions">
    <h2>On these practitioners disagree</h2>
    <Trouble text={list.trouble} asking={list} below={false} />
    <ul>
      {#each list.answer ?? [] as { slug, title } (slug)}
        <li>
          <a
            class="block border-t border-l-2 border-l-transparent py-1.5 pr-2 pl-2.75 hover:bg-paper-sunk"
            href={addressOf({ ...place, question: slug })}
            aria-current={slug === question ? 'page' : undefined}>{title}</a
          >
        </li>
      {/each}
    </ul>
  </nav>
  <article class="max-[900px]:mt-5.5" aria-labelledby="question">
    <Trouble text={asking.trouble} {asking} />
    {#if answer}
      <h2 id="question" class="serif">{answer.title}</h2>
      <div class="grid grid-cols-[1fr_1fr] gap-x-8 max-[900px]:grid-cols-1">
        {#each [{ name: 'One school', says: answer.one_says, told: answer.one }, { name: 'The other', says: answer.other_says, told: answer.other }] as school, i (i)}
          <section class="border-t pt-2 pb-3.5" aria-label={school.name}>
            <h3>{school.name}</h3>
            <p class="serif mb-1.25 text-lead">{school.says}</p>
            {#if school.told}<p>{school.told}</p>{/if}
          </section>
        {/each}
      </div>
      <section class="max-w-208 border-t-2 border-t-conducted pt-2.5 pb-4" aria-label="At this station">
        <h3>At this station</h3>
        <p data-testid="holds">{answer.holds}</p>
      </section>
      {#if answer.rows.length}
        <Scroller label="Both in figures">
          <table class="plain figures" use:roving>
            <thead>
              <tr>
                <td class="border-0"></td>
                {#each answer.heads as head (head)}<th
                    class="max-w-40 align-bottom whitespace-normal"
                    scope="col"><Termed text={head} /></th
                  >{/each}
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
  nav h2,
  h3 {
    font-size: 13px;
    font-family: inherit;
    font-weight: 400;
    color: var(--ink-soft);
  }
  nav [aria-current] {
    font-weight: 600;
    border-left-color: var(--conducted-ink);
  }
  article > h2 {
    font-size: 1.6rem;
    margin-bottom: 0.8rem;
  }
</style>
