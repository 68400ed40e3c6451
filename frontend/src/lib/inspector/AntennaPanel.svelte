<script lang="ts">
  import type { Session } from '../station/session.svelte';
  import { shown, swr } from '../figures';

  let { session }: { session: Session } = $props();
  let refused = $state('');
  const antenna = $derived(session.document.antenna);
  const result = $derived(session.answer?.here?.result.antenna);
  const fault = $derived(faultInSweep() || refused);
  const TOO_LARGE = 8_000_000;

  /** The first complaint below the antenna: where in the sweep, and what. */
  function faultInSweep(): string {
    const found = Object.entries(session.faults).find(([place]) => place.startsWith('antenna'));
    if (!found) return '';
    const where = found[0].replace(/^antenna(\.content)?\.?/, '');
    return where ? `${where} ${found[1]}` : found[1];
  }

  async function bring(file: File | undefined) {
    if (!file) return;
    refused = file.size > TOO_LARGE ? 'must be a text file of 8 MB or less' : '';
    if (refused) return;
    session.change('antenna', {
      kind: 'touchstone',
      label: antenna.label,
      content: await file.text(),
    });
  }
</script>

<h2>{antenna.label || 'Antenna'}</h2>
{#if result}
  <p class="figures">
    R {shown(result.r_ohm)} Ω, X {shown(result.x_ohm)} Ω here; SWR {shown(result.swr, swr)} at the feedpoint.
  </p>
{/if}
<label class="file">
  <span>Bring in a sweep (Touchstone .s1p)</span>
  <input type="file" accept=".s1p,text/plain" onchange={(event) => bring(event.currentTarget.files?.[0])} />
</label>
{#if fault}<p class="fault" role="alert">The sweep: {fault}.</p>{/if}

<style>
  h2 {
    font-size: 1.15rem;
  }
  p {
    margin: 0.2rem 0 0.6rem;
    color: var(--ink-soft);
  }
  .file {
    display: grid;
    gap: 0.4rem;
    border-top: 1px solid var(--hairline);
    padding: 0.5rem 0;
  }
  input {
    max-width: 100%;
  }
  .fault {
    color: var(--heat-ink);
  }
</style>
