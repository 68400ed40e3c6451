<script lang="ts">
  import { onMount } from 'svelte';
  import { api, type RecordRow, type SharingOut } from '../api/client';
  import { sentenceOf } from '../api/refusals';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import Modal from '../ui/Modal.svelte';

  /** With whom a station is shared, and the links that show it. */
  let { station, name, onclose }: { station: number; name: string; onclose: () => void } = $props();
  const params = $derived({ path: { pk: station } });
  const RIGHTS: [string, string][] = [
    ['read', 'read it'],
    ['edit', 'read and change it'],
  ];
  let sharing = $state.raw<SharingOut | null>(null);
  let touched = $state.raw<RecordRow[]>([]);
  let trouble = $state('');
  let whom = $state('');
  let edits = $state('read');
  /** The address of a link that was made just now: it is shown once. */
  let made = $state('');

  async function load() {
    const { data, error } = await api.GET('/api/stations/{pk}/sharing', { params });
    trouble = data ? '' : sentenceOf(error);
    if (!data) return;
    sharing = data;
    if (!data.others.includes(whom)) whom = data.others[0] ?? '';
    touched = (await api.GET('/api/stations/{pk}/record', { params })).data ?? [];
  }
  onMount(load);

  async function then(reply: Promise<{ error?: unknown }>) {
    const { error } = await reply;
    await load();
    if (error !== undefined) trouble = sentenceOf(error);
  }
  const share = (name: string, right: string) =>
    then(api.PUT('/api/stations/{pk}/sharing', { params, body: { name, edits: right === 'edit' } }));
  const unshare = (name: string) =>
    then(
      api.DELETE('/api/stations/{pk}/sharing/{name}', {
        params: { path: { pk: station, name } },
      }) as Promise<{
        error?: unknown;
      }>,
    );
  const takeBack = (link: number) =>
    then(
      api.DELETE('/api/stations/{pk}/links/{link}', { params: { path: { pk: station, link } } }) as Promise<{
        error?: unknown;
      }>,
    );
  async function makeLink() {
    const reply = api.POST('/api/stations/{pk}/links', { params });
    await then(reply);
    const { data } = await reply;
    made = data ? location.origin + data.path : '';
  }
</script>

<Modal open title="Share “{name || 'this station'}”" {onclose}>
  {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
  {#if sharing}
    <h3 class="mt-4">With people</h3>
    {#if sharing.shares.length}
      <ul>
        {#each sharing.shares as person (person.name)}
          <li>
            <ChoiceField
              label={person.name}
              value={person.edits ? 'edit' : 'read'}
              options={RIGHTS}
              onchoose={(right) => share(person.name, right)}
            />
            <button
              type="button"
              class="linkish"
              aria-label="Share no more with {person.name}"
              onclick={() => unshare(person.name)}>Share no more</button
            >
          </li>
        {/each}
      </ul>
    {:else}
      <p class="soft">It is yours alone until you share it.</p>
    {/if}
    {#if sharing.others.length}
      <form
        aria-label="Share with somebody"
        onsubmit={(event) => {
          event.preventDefault();
          void share(whom, edits);
        }}
      >
        <ChoiceField
          label="Somebody else"
          value={whom}
          options={sharing.others.map((name) => [name, name] as [string, string])}
          onchoose={(value) => (whom = value)}
        />
        <ChoiceField label="may" value={edits} options={RIGHTS} onchoose={(value) => (edits = value)} />
        <button type="submit" class="firm">Share it</button>
      </form>
    {:else}
      <p class="soft">Everybody else who has an account here has it already.</p>
    {/if}
    {#if touched.length}
      <details>
        <summary>Who saw or changed it in the last 90 days</summary>
        <ul>
          {#each touched as sentence, n (n)}
            <li>
              {sentence.when.slice(0, 16).replace('T', ' ')}
              {sentence.name || 'somebody by a link'}
              {sentence.what === 'saw' ? 'saw it' : 'changed it'}
            </li>
          {/each}
        </ul>
      </details>
    {/if}
    <h3 class="mt-4">By a link</h3>
    <p class="soft">
      Whoever holds the link can read this station without an account, until you take the link back.
    </p>
    {#if made}
      <p>
        Copy it now, it is not shown again: <output class="figures font-semibold wrap-anywhere">{made}</output
        >
      </p>
    {/if}
    <ul>
      {#each sharing.links as link (link.id)}
        <li>
          A link of {link.made.slice(0, 10)}
          <button type="button" class="linkish" onclick={() => takeBack(link.id)}>Take it back</button>
        </li>
      {/each}
    </ul>
    <p><button type="button" onclick={makeLink} class="linkish">Make a link</button></p>
  {/if}
</Modal>

<style>
  li,
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 0.3rem 1.2rem;
    align-items: center;
    padding: 0.3rem 0;
  }
</style>
