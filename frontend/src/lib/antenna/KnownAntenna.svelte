<script lang="ts">
  import { asks } from '../api/asking.svelte';
  import { api, type Look } from '../api/client';
  import type { Session } from '../station/session.svelte';
  import DipTable from '../sweep/DipTable.svelte';
  import DiscPicture from '../sweep/DiscPicture.svelte';
  import OhmsPicture from '../sweep/OhmsPicture.svelte';
  import SweepBands from '../sweep/SweepBands.svelte';
  import SweepPicture from '../sweep/SweepPicture.svelte';
  import PlainText from '../ui/PlainText.svelte';
  import Segments from '../ui/Segments.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import { feedpointSweep } from './lastSweep';

  /** An antenna as it is known by points: R, X and SWR over the bands, what is missing, and the last sweep of
   * the feedpoint laid under it. */
  let { session }: { session: Session } = $props();
  const asking = asks(
    () => ({ document: session.document }),
    (body) => api.POST('/api/antenna/known', { body }),
  );
  const known = $derived(asking.answer);
  const taken = $derived(session.document.antenna.taken ?? '');
  let picture = $state<'swr' | 'ohms' | 'disc'>('swr');
  let range = $state<{ low_mhz: number; high_mhz: number } | null>(null);
  const phase = $derived(known?.look.reading.phase ?? false);
  const pictures = $derived<[typeof picture, string][]>([
    ['swr', 'SWR'],
    ...(phase
      ? ([
          ['ohms', 'R and X'],
          ['disc', 'Impedance disc'],
        ] as [typeof picture, string][])
      : []),
  ]);

  $effect(() => {
    if (!session.sweeps.loaded) void session.sweeps.load();
  });
  const last = $derived(feedpointSweep(session.sweeps.rows));
  let beside = $state.raw<Look['curve'] | null>(null);
  $effect(() => {
    beside = null;
    if (last)
      void api
        .POST('/api/sweeps/{pk}/look', {
          params: { path: { pk: last.id } },
          body: { bands: [], comfort_swr: session.document.comfort_swr ?? 2 },
        })
        .then(({ data }) => (beside = data?.curve ?? null));
  });
  const under = $derived(last && beside ? [{ id: last.id, title: last.title, curve: beside }] : []);

  function zoom(low: number, high: number) {
    const wider = (high - low) * 0.6;
    range = { low_mhz: low - wider, high_mhz: high + wider };
  }
</script>

<section aria-label="The antenna as it is known">
  <Trouble text={asking.trouble} {asking} />
  {#if known}
    <p class="serif max-w-192 text-large leading-snug">{known.look.reading.sentence}</p>
    <p>{known.source} {known.age} {known.gaps} {known.measure}</p>
    <div class="max-w-64">
      <PlainText
        label="Measured on"
        value={taken}
        oninput={(text) => session.change('antenna.taken', text.trim() || undefined)}
      />
    </div>
    {#if last}<p class="soft">
        Laid under it: “{last.title || 'a sweep'}”, taken at the feedpoint on {last.taken.slice(0, 10)}.
      </p>
    {:else}<p class="soft">No sweep of the feedpoint is kept that it could be laid beside.</p>{/if}
    <div class="mt-2 mb-0.75 flex flex-wrap gap-x-4 gap-y-0.75">
      <Segments label="Picture" value={picture} options={pictures} onchoose={(key) => (picture = key)} />
      {#if range && picture === 'swr'}
        <button type="button" class="linkish" onclick={() => (range = null)}>All that is known</button>
      {/if}
    </div>
    {#if picture === 'ohms' && phase}<OhmsPicture look={known.look} />
    {:else if picture === 'disc' && phase}<DiscPicture look={known.look} />
    {:else}<SweepPicture look={known.look} {under} {range} />{/if}
    <SweepBands reading={known.look.reading} moved={false} onzoom={zoom} />
    <DipTable reading={known.look.reading} />
  {/if}
</section>
