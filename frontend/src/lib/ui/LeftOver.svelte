<script lang="ts">
  import { differences, inWords } from '../station/conflict';
  import type { Session } from '../station/session.svelte';
  import { saveAs } from './download';

  /** What was typed in another tab, never saved, and left when it was closed: offered once, then settled. */
  let { session }: { session: Session } = $props();
  const draft = $derived(session.left[0]);
  const differing = $derived(
    draft ? differences(draft.draft.document, session.document, draft.draft.base ?? session.base) : [],
  );
  const MOST = 6;
  const when = (at: number) => (at ? `, on ${new Date(at).toLocaleString()}` : '');
</script>

{#if draft}
  <section aria-label="Left unsaved">
    <h2 class="text-lead text-heat-ink">Something typed here was never saved</h2>
    <p>
      It was left when another tab was closed{when(draft.draft.at)}. What differs from the station as it
      stands:
    </p>
    <table>
      <thead>
        <tr
          ><th class="w-[22%]" scope="col">What</th><th scope="col">Left unsaved</th><th scope="col"
            >As it stands</th
          ></tr
        >
      </thead>
      <tbody>
        {#each differing.slice(0, MOST) as { name, mine, theirs }, n (n)}
          <tr>
            <th scope="row">{name}</th>
            <td class="figures">{inWords(mine)}</td>
            <td class="figures">{inWords(theirs)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if differing.length > MOST}<p>and {differing.length - MOST} more.</p>{/if}
    <p class="flex flex-wrap gap-x-4.75 gap-y-1.5 pt-1.5">
      <button type="button" class="firm" onclick={() => session.settleLeft(draft, true)}>Take it over</button>
      <button type="button" class="linkish" onclick={() => session.settleLeft(draft, false)}
        >Leave the station as it stands</button
      >
      <button
        type="button"
        class="linkish"
        onclick={() => saveAs(draft.draft.document.name, draft.draft.document)}>Keep it as a file</button
      >
    </p>
  </section>
{/if}

<style>
  section {
    padding: 0.6rem 0.9rem;
    border-bottom: 1px solid var(--hairline);
    background: var(--paper-sunk);
    max-height: 50vh;
    overflow: auto;
  }
  table {
    max-width: 60rem;
    width: 100%;
    table-layout: fixed;
  }
  th,
  td {
    text-align: left;
    font-weight: 400;
    vertical-align: baseline;
    padding: 0.2rem 0.6rem 0.2rem 0;
    border-top: 1px solid var(--hairline);
    overflow-wrap: anywhere;
  }
</style>
