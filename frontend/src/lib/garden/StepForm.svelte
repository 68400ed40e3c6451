<script lang="ts">
  import { untrack } from 'svelte';
  import { api } from '../api/client';
  import { sentenceOf } from '../api/refusals';
  import { server } from '../api/server.svelte';
  import JointChoice from '../sweep/JointChoice.svelte';
  import { typedSwr } from '../convert/typedFigures';
  import BigChoice from './BigChoice.svelte';
  import BigField from './BigField.svelte';
  import { pocketForm, typedNumber } from './form.svelte';
  import type { Outbox } from './outbox.svelte';
  import type { Seen } from './seen.svelte';
  import { isTouchstone } from './sent';

  /** A step of trimming: what was done to the wire, and the sweep after it, of a file or of a few SWRs. */
  let { seen, outbox, onchanged }: { seen: Seen; outbox: Outbox; onchanged: () => void } = $props();
  const TOO_LARGE = 8_000_000;
  const LEAST_POINTS = 3;
  const goal = $derived(seen.station.document.trim);
  const chain = $derived(seen.station.document.chain);
  const steps = $derived(seen.sweeps.filter((row) => row.trim));
  const last = $derived(steps.at(-1) ?? null);
  const form = pocketForm(`step/${untrack(() => seen.station.id)}`, () => ({
    /** "": it has to be said first. */
    did: '' as '' | 'nothing' | 'shorter' | 'longer',
    cm: '',
    points: [{ mhz: '', swr: '' }],
    joint: null as number | null,
  }));
  let trouble = $state('');
  const joint = $derived(Math.min(form.joint ?? last?.joint ?? chain.length, chain.length));
  const waiting = $derived(outbox.items.filter(({ what }) => 'sweep' in what && what.sweep.trim).length);
  const wire = $derived(goal?.means !== 'coil');

  /** The change of a side, m; null: nothing was done. Undefined where that is not said yet, or no length. */
  function changed(): number | null | undefined {
    if (!wire || form.did === 'nothing') return null;
    if (form.did === '') return undefined;
    const cm = typedNumber(form.cm);
    if (cm === null || cm <= 0) return undefined;
    return ((form.did === 'shorter' ? -1 : 1) * cm) / 100;
  }

  async function keep(text: string, named: string) {
    const change_m = changed();
    if (change_m === undefined) {
      trouble = form.did
        ? 'Say first by how many centimetres, as a number above zero.'
        : 'Say first what was done to the wire before this sweep.';
      return;
    }
    trouble = '';
    const taken = new Date().toISOString();
    const sweep = { text, title: named, taken, joint, chain, trim: true, change_m, columns: null };
    const unconfirmed = !isTouchstone(text) && !text.startsWith(HEAD);
    const cut = change_m === null ? 'only measured' : `${form.cm} cm ${form.did}`;
    await outbox.put({
      said: `Step: ${cut}, ${named}`,
      what: { sweep },
      ...(unconfirmed ? { unconfirmed } : {}),
    });
    form.did = '';
    form.cm = '';
    form.points = [{ mhz: '', swr: '' }];
  }

  const HEAD = 'MHz;SWR';
  async function keepTyped() {
    const filled = form.points.filter(({ mhz, swr }) => mhz.trim() || swr.trim());
    const points = filled.map(({ mhz, swr }) => [typedNumber(mhz), typedSwr(swr)]);
    const bad = points.findIndex(([mhz, swr]) => typeof mhz !== 'number' || typeof swr !== 'number');
    if (bad >= 0) trouble = `Point ${bad + 1} is not whole: a frequency in MHz and an SWR.`;
    else if (points.length < LEAST_POINTS)
      trouble = `${LEAST_POINTS} points at the least: below, at and above the lowest SWR.`;
    else await keep([HEAD, ...points.map((row) => row.join(';'))].join('\n'), 'SWR by hand');
  }

  async function file(chosen: File | undefined) {
    if (!chosen) return;
    if (chosen.size > TOO_LARGE) trouble = 'The file was not taken: it is larger than 8 MB.';
    else await keep(await chosen.text(), chosen.name.replace(/\.\w+$/, '').slice(0, 200));
  }

  /** The last step does not count any more; its sweep stays. */
  async function takeBack(id: number) {
    const { error } = await api.PATCH('/api/sweeps/{pk}', {
      params: { path: { pk: id } },
      body: { trim: false },
    });
    trouble = error ? sentenceOf(error) : '';
    onchanged();
  }
</script>

<section class="mt-3.25 border-t-2 border-t-ink-soft pt-1.5" aria-label="The next step">
  <h2 class="serif text-large">Done and measured</h2>
  {#if waiting}
    <p role="status">
      {waiting === 1 ? 'A step waits' : `${waiting} steps wait`} to be sent: how {waiting === 1
        ? 'it'
        : 'they'} went is told once there is a connection.
    </p>
  {/if}
  {#if wire}
    <BigChoice
      label="What was done to the wire"
      value={form.did}
      options={[
        ['shorter', 'Cut shorter'],
        ['longer', 'Made longer'],
        ['nothing', 'Nothing yet'],
      ]}
      onchoose={(did) => (form.did = did)}
    />
    {#if form.did === 'shorter' || form.did === 'longer'}
      <BigField
        label={goal?.sides === 1 ? 'By' : 'Each side by'}
        unit="cm"
        value={form.cm}
        oninput={(text) => (form.cm = text)}
      />
    {/if}
  {/if}
  <p><JointChoice label="Measured" {chain} value={joint} onchoose={(at) => (form.joint = at)} /></p>
  <label class="file firm target my-2 grid place-items-center"
    >Choose the analyzer’s file
    <input
      type="file"
      class="visually-hidden"
      accept=".s1p,.csv,.txt,text/plain,text/csv"
      onchange={(event) => {
        void file(event.currentTarget.files?.[0]);
        event.currentTarget.value = '';
      }}
    /></label
  >
  <fieldset>
    <legend class="w-full border-t py-1.25">or SWR read at a few frequencies</legend>
    {#each form.points as point, n (n)}
      <div class="point grid grid-cols-[1fr_1fr] gap-2.5 py-0.75">
        <input
          inputmode="decimal"
          class="figures"
          aria-label="MHz of point {n + 1}"
          placeholder="MHz"
          bind:value={point.mhz}
          oninput={() => {
            if (n === form.points.length - 1) form.points.push({ mhz: '', swr: '' });
          }}
        />
        <input
          inputmode="decimal"
          class="figures"
          aria-label="SWR of point {n + 1}"
          placeholder="SWR"
          bind:value={point.swr}
        />
      </div>
    {/each}
  </fieldset>
  {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
  <button type="button" class="firm mt-2" onclick={keepTyped}>Keep these points as a step</button>
  {#if last && server.reachable}
    <button type="button" class="linkish" onclick={() => takeBack(last.id)}
      >The last step does not count</button
    >
  {/if}
</section>

<style>
  .file:focus-within {
    outline: 2px solid var(--standing-ink);
  }
  .point input {
    width: 100%;
    text-align: right;
    padding: 0 0.5rem;
  }
</style>
