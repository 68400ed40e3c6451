<script lang="ts">
  import Trouble from '../ui/Trouble.svelte';
  import { withAntenna } from '../antenna/measured';
  import { onMount } from 'svelte';
  import { api } from '../api/client';
  import { offerWorkings } from '../working/workings.svelte';
  import WorkingDialog from '../working/WorkingDialog.svelte';
  import type { Session } from '../station/session.svelte';
  import BaselinePane from './BaselinePane.svelte';
  import BringIn from './BringIn.svelte';
  import JointChoice from './JointChoice.svelte';
  import RadialsPane from './RadialsPane.svelte';
  import ReadPane from './ReadPane.svelte';
  import SweepEntries from '../log/SweepEntries.svelte';
  import SweepTools from './SweepTools.svelte';
  import TrimPane from './TrimPane.svelte';
  import Segments from '../ui/Segments.svelte';
  import type { Pane } from './sweeps.svelte';

  let { session }: { session: Session } = $props();
  const sweeps = $derived(session.sweeps);
  const PANES: [Pane, string][] = [
    ['read', 'Read it'],
    ['trim', 'Trim'],
    ['radials', 'Radials'],
    ['baseline', 'Against the baseline'],
  ];
  const row = $derived(sweeps.row);
  const look = $derived(sweeps.look);
  const shown = $derived(sweeps.shown ?? row?.joint ?? 0);
  const moved = $derived(row !== null && shown !== row.joint);

  const workings = offerWorkings((figure) => {
    const { bands = [], comfort_swr = 2 } = session.document;
    const path = { pk: row?.id ?? 0 };
    const body = { shown: sweeps.shown, bands, comfort_swr, figure };
    return api.POST('/api/sweeps/{pk}/working', { params: { path }, body });
  });
  let alert = $state<HTMLElement>();
  $effect(() => {
    if (sweeps.trouble) alert?.scrollIntoView({ block: 'nearest' });
  });
  onMount(() => void sweeps.load());
  $effect(() => {
    // What a look depends on: the choice, the joint, the window, the pane, the log, and the document's bands and goal.
    void [sweeps.chosen, sweeps.shown, sweeps.window, sweeps.pane, sweeps.rows];
    sweeps.refresh(session.document);
  });
</script>

<div class="grid grid-cols-[14rem_minmax(0,1fr)] max-[900px]:grid-cols-1">
  <SweepEntries {sweeps} />
  <div class="min-w-0 px-5.5 pt-3.5 pb-8">
    <!-- Of a look that is not shown nothing is said, which would move what one is about to press. -->
    {#if !sweeps.asking}<Trouble text="" asking={sweeps} />{/if}
    {#if sweeps.trouble}<p class="fault" role="alert" bind:this={alert}>{sweeps.trouble}</p>{/if}
    {#if sweeps.asking}
      <BringIn {sweeps} station={session.document} mhz={session.mhz} />
    {:else if row && look}
      <p class="serif max-w-200 text-large leading-snug" data-testid="sweep-verdict">
        {look.reading.sentence}
      </p>
      {#if look.contradiction}<p class="fault" role="alert">{look.contradiction}</p>{/if}
      {#if look.flattery}<p class="soft mt-1.25">{look.flattery}</p>{/if}
      <p class="mt-2 flex flex-wrap items-baseline gap-x-6.5 gap-y-0.75">
        <JointChoice
          label="Taken"
          chain={row.chain}
          value={row.joint}
          onchoose={(joint) => sweeps.change(row.id, { joint })}
        />
        <JointChoice
          label="Shown"
          chain={row.chain}
          value={shown}
          onchoose={(joint) => (sweeps.shown = joint)}
        />
        {#if look.out_of_line.length}<span class="soft mt-1.25"
            >{look.out_of_line.join(', ')} taken to be out of line</span
          >{/if}
      </p>
      <SweepTools
        {sweeps}
        {row}
        {shown}
        chain={session.document.chain}
        onantenna={(antenna) =>
          session.step(
            withAntenna(session.document, { ...antenna, label: session.document.antenna.label ?? '' }),
            'measured',
          )}
      />
      <Segments
        label="What to do with it"
        value={sweeps.pane}
        options={PANES}
        onchoose={(pane) => (sweeps.pane = pane)}
      />
      {#if sweeps.pane === 'read'}<ReadPane {sweeps} {look} {moved} />
      {:else if sweeps.pane === 'trim'}
        <TrimPane
          form={session}
          {sweeps}
          goal={session.document.trim ?? null}
          bands={session.document.bands ?? []}
          mhz={session.mhz}
          {look}
        />
      {:else if sweeps.pane === 'radials'}<RadialsPane {sweeps} {row} />
      {:else}<BaselinePane {sweeps} {look} {row} />{/if}
    {:else if !sweeps.loaded}
      <p class="soft mt-1.25">Opening the sweeps …</p>
    {/if}
  </div>
  <WorkingDialog {workings} />
</div>

<style>
  .fault {
    margin: 0.3rem 0;
    scroll-margin-top: 22.5rem;
  }
</style>
