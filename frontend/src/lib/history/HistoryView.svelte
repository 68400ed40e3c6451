<script lang="ts">
  import { api, type StationFile } from '../api/client';
  import type { Session } from '../station/session.svelte';

  let { session }: { session: Session } = $props();
  let rows = $state.raw<{ version: number; saved: string }[]>([]);
  let asked = $state(false);

  $effect(() => {
    void session.keeper.version;
    void load();
  });

  async function load() {
    const { data } = await api.GET('/api/stations/{pk}/revisions', {
      params: { path: { pk: session.keeper.id } },
    });
    rows = data ?? [];
    asked = true;
  }

  async function restore(version: number) {
    const { data } = await api.GET('/api/stations/{pk}/revisions/{version}', {
      params: { path: { pk: session.keeper.id, version } },
    });
    if (data) session.replace(data.document as StationFile, `restore ${String(performance.now())}`);
    await load();
  }
</script>

<section aria-label="The station’s past">
  <h2>What this station was before</h2>
  <p>
    Every save keeps the state it replaced, the last 200 of them. Restoring one is a change like any other: it
    can be undone.
  </p>
  {#if asked && rows.length === 0}<p>It has not been changed yet.</p>{/if}
  <ol>
    {#each rows as row (row.version)}
      <li class="figures">
        <span>State {row.version}</span>
        <span
          >replaced {new Date(row.saved).toLocaleString('en-GB', {
            dateStyle: 'medium',
            timeStyle: 'medium',
          })}</span
        >
        <button type="button" aria-label="Restore state {row.version}" onclick={() => restore(row.version)}
          >Restore</button
        >
      </li>
    {/each}
  </ol>
</section>

<style>
  section {
    padding: 1rem 1.4rem 2rem;
    max-width: 44rem;
  }
  h2 {
    font-size: 1.45rem;
  }
  p {
    color: var(--ink-soft);
    margin: 0.3rem 0 0.8rem;
  }
  li {
    display: grid;
    grid-template-columns: 6rem 1fr auto;
    border-top: 1px solid var(--hairline);
    padding: 0.3rem 0;
  }
  button {
    text-decoration: underline;
  }
</style>
