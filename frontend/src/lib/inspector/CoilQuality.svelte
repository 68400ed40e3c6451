<script lang="ts">
  import type { PartModel } from '../api/client';
  import PointsField from '../antenna/PointsField.svelte';
  import type { Session } from '../station/session.svelte';
  import NumberField from './NumberField.svelte';

  interface Props {
    session: Session;
    place: string;
    tuner: Exclude<Extract<PartModel, { kind: 'tuner' }>, { network: 'rated' }>;
  }
  let { session, place, tuner }: Props = $props();

  const at = $derived(`${place}.coil_q`);
  const points = $derived(Array.isArray(tuner.coil_q) ? tuner.coil_q : null);

  /** A table starts from the one figure, one figure from the table's middle. */
  function turn() {
    if (points) session.change(at, points[Math.floor(points.length / 2)]?.[1] ?? 200);
    else session.change(at, [[session.mhz, typeof tuner.coil_q === 'number' ? tuner.coil_q : 200]]);
  }
</script>

{#if points}
  <PointsField {session} place={at} label="Coil Q over frequency" heads={['MHz', 'Q']} />
{:else}
  <NumberField {session} place={at} spec={{ key: 'coil_q', label: 'Coil Q', quantity: 'plain' }} />
{/if}
<button type="button" onclick={turn}>
  {points ? 'One Q for all frequencies' : 'Q by frequency'}
</button>

<style>
  button {
    text-decoration: underline;
    color: var(--ink-soft);
    font-size: 13.5px;
    padding-bottom: 0.3rem;
  }
</style>
