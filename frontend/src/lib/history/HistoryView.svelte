<script lang="ts">
  import { Asking } from '../api/asking.svelte';
  import { api, type StationFile } from '../api/client';
  import { sentenceOf } from '../api/refusals';
  import Trouble from '../ui/Trouble.svelte';

  interface Props {
    station: number;
    /** The version that stands: with another one, there is more to list. */
    version: number;
    onrestore: (document: StationFile) => void;
  }
  let { station, version, onrestore }: Props = $props();
  const list = new Asking<{ version: number; saved: string; by?: string | null }[]>();
  const revision = new Asking<{ document: StationFile }>();

  $effect(() => {
    void version;
    load();
  });

  function load() {
    list.ask(() => api.GET('/api/stations/{pk}/revisions', { params: { path: { pk: station } } }));
  }

  function restore(version: number) {
    revision.run(async () => {
      const path = { pk: station, version: version };
      const { data, error } = await api.GET('/api/stations/{pk}/revisions/{version}', { params: { path } });
      revision.trouble = error ? sentenceOf(error) : '';
      if (data) onrestore(data.document as StationFile);
    });
  }
</script>

<section class="max-w-176 px-5.5 pt-4 pb-8" aria-label="The station’s past">
  <h2>What this station was before</h2>
  <p>
    Every save keeps the state it replaced, the last 200 of them. Restoring one is a change like any other: it
    can be undone.
  </p>
  <Trouble text={list.trouble || revision.trouble} asking={list} onretry={load} />
  {#if list.answer?.length === 0}<p>It has not been changed yet.</p>{/if}
  <ol>
    {#each list.answer ?? [] as row (row.version)}
      <li class="figures grid grid-cols-[minmax(6rem,auto)_1fr_auto] gap-x-4 border-t py-1.25">
        <span>State {row.version}{row.by ? `, by ${row.by}` : ''}</span>
        <span
          >replaced {new Date(row.saved).toLocaleString('en-GB', {
            dateStyle: 'medium',
            timeStyle: 'medium',
          })}</span
        >
        <button
          class="underline"
          type="button"
          aria-label="Restore state {row.version}"
          onclick={() => restore(row.version)}>Restore</button
        >
      </li>
    {/each}
  </ol>
</section>

<style>
  p {
    color: var(--ink-soft);
    margin: 0.3rem 0 0.8rem;
  }
</style>
