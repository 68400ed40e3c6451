<script lang="ts">
  import { untrack } from 'svelte';
  import Ratio from '../convert/Ratio.svelte';
  import { Asking, asks } from '../api/asking.svelte';
  import { api, type ReachOut, type TunerBand } from '../api/client';
  import { decibels, digits, watts } from '../figures';
  import NumberField from '../ui/NumberField.svelte';
  import { withNetwork } from '../inspector/schema';
  import type { Session } from '../station/session.svelte';
  import { withValue } from '../station/paths';
  import { inserted } from '../station/chain';
  import Segments from '../ui/Segments.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import ReachDisc from './ReachDisc.svelte';
  import { rings } from './reaching';
  import Scroller from '../ui/Scroller.svelte';

  /** What the tuner reaches at this frequency, and what it meets on every band at this length of feedline. */
  let { session, at }: { session: Session; at: number } = $props();
  const disc = new Asking<ReachOut>();
  const bands = asks(
    () => ({ document: session.document, at }),
    (body) => api.POST('/api/tuner/bands', { body }),
  );
  let shade = $state<'loss' | 'power'>('loss');

  // The disc hangs on the tuner, the transmitter and the frequency alone: a longer line does not ask for it anew.
  const hangsOn = $derived(JSON.stringify([session.document.chain[at], session.document.transmitter]));
  $effect(() => {
    const { mhz } = session;
    void hangsOn;
    untrack(() => {
      const body = { document: session.document, at, mhz };
      disc.ask(() => api.POST('/api/tuner/reach', { body }));
    });
  });

  const answer = $derived(bands.answer);
  const power_w = $derived(Number(session.document.transmitter?.power_w) || 1);
  const chosen = $derived(
    (session.document.bands ?? []).find(
      ({ low_mhz, high_mhz }) => low_mhz <= session.mhz && session.mhz <= high_mhz,
    )?.name ?? '',
  );
  const lost = $derived(answer?.bands.filter((band) => !band.matched) ?? []);
  const percent = (share: number | null) => (share === null ? '–' : `${digits(100 * share, 3)} %`);
  const ratioOf = ({ re, im }: TunerBand) => {
    const middle = (re.length - 1) / 2;
    const rho = Math.hypot(re[middle] ?? 0, im[middle] ?? 0);
    return rho >= 1 ? null : (1 + rho) / (1 - rho);
  };

  function take(cure: TunerBand['cures'][number]) {
    const { document } = session;
    const part = document.chain[at];
    if (!part) return;
    if (cure.way === 'ratio') {
      const label = cure.value > 1 ? '4:1' : '1:4';
      const added = { kind: 'transformer', label, ratio: cure.value, loss_db: 0.2 } as typeof part;
      session.step({ ...document, chain: inserted(document.chain, at + 1, added) }, 'cure');
    } else if (cure.way === 'network') {
      session.step(withValue(document, `chain[${at}]`, withNetwork(part, cure.network)), 'cure');
    } else if (answer?.run_at != null) {
      const length_m = Number(cure.value.toFixed(2));
      session.step(withValue(document, `chain[${answer.run_at}].length_m`, length_m), 'cure');
    }
  }
</script>

<Trouble
  text={Object.keys(session.faults).length ? '' : disc.trouble || bands.trouble}
  asking={disc.waited ? disc : bands}
/>
{#if answer}<p class="serif mt-2 mb-3.25 max-w-240" data-testid="tuner-verdict">
    {answer.sentence}
  </p>{/if}
<div class="grid grid-cols-[minmax(0,30rem)_minmax(16rem,1fr)] gap-x-8 gap-y-1.5 max-[900px]:grid-cols-1">
  <div class="min-w-0">
    {#if disc.answer}
      <ReachDisc
        reach={disc.answer}
        bands={answer?.bands ?? []}
        {chosen}
        {shade}
        {power_w}
        reference_ohm={Number(session.document.transmitter?.reference_ohm) || 50}
      />
      <details>
        <summary>The picture as a table</summary>
        <table class="plain figures">
          <thead>
            <tr>
              <th scope="col">SWR of the load</th>
              <th scope="col">matched</th>
              <th scope="col">least loss, dB</th>
              <th scope="col">most, dB</th>
              <th scope="col">bears at least, W</th>
            </tr>
          </thead>
          <tbody>
            {#each rings(disc.answer) as ring, i (i)}
              <tr>
                <th scope="row">{ring.name}</th>
                <td>{percent(ring.matched)}</td>
                <td>{ring.least === null ? '–' : decibels(ring.least)}</td>
                <td>{ring.most === null ? '–' : decibels(ring.most)}</td>
                <td>{ring.bears === null ? '–' : watts(ring.bears)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </details>
    {/if}
  </div>
  <div class="min-w-0">
    <Segments
      label="What the shading shows"
      value={shade}
      options={[
        ['loss', 'Shaded by loss'],
        ['power', 'by the power it bears'],
      ]}
      onchoose={(chosen) => (shade = chosen)}
    />
    {#if disc.answer}
      <p>{disc.answer.sentence}</p>
      <p class="soft">
        Shaded for this frequency. The tracks of the other bands show where their loads lie; choose a band for
        the shading that holds there.
      </p>
    {/if}
    {#if answer?.run_at != null}
      {@const line = session.document.chain[answer.run_at]}
      <NumberField
        form={session}
        place="chain[{answer.run_at}].length_m"
        spec={{
          label: `Length of ${line?.label || 'the run behind it'}`,
          quantity: 'length',
          slide: [1, 80, 0.1],
        }}
      />
      <p class="soft">
        A length of line turns every load round the centre and, by its loss, draws it in. The tracks move as
        you drag; so does the strip.
      </p>
    {/if}
    {#each lost as band, i (i)}
      <section>
        <h3 class="mt-4">What would bring {band.name} inside</h3>
        {#if band.lack}<p>At {digits(band.mhz, 5)} MHz it {band.lack}.</p>{/if}
        <ul>
          {#each band.cures as cure, i (i)}
            <li>
              {cure.text}
              <button type="button" class="linkish" aria-label="take {cure.text}" onclick={() => take(cure)}
                >take</button
              >
            </li>
          {:else}
            <li>No length within half a wave, no transformer and no other network of these parts does.</li>
          {/each}
        </ul>
      </section>
    {/each}
  </div>
</div>
{#if answer?.bands.length}
  <h3 class="mt-4">Efficiency: what is lost at the load that is really there, beside the loss into 50 Ω</h3>
  <Scroller label="The tuner on every band">
    <table class="plain figures">
      <thead>
        <tr>
          <th scope="col">Band</th>
          <th scope="col">SWR of the load</th>
          <th scope="col">loss there, dB</th>
          <th scope="col">efficiency</th>
          <th scope="col">into 50 Ω, dB</th>
          <th scope="col">efficiency</th>
          <th scope="col">bears there, W</th>
        </tr>
      </thead>
      <tbody>
        {#each answer.bands as band, i (i)}
          <tr class:chosen={band.name === chosen}>
            <th scope="row">{band.name}</th>
            <td><Ratio value={ratioOf(band)} /></td>
            {#if band.matched}
              <td>{decibels(band.real.loss_db)}</td>
              <td>{percent(band.real.efficiency)}</td>
            {:else}
              <td colspan="2" class="none">✕ no match</td>
            {/if}
            <td>{band.flat.loss_db === null ? '–' : decibels(band.flat.loss_db)}</td>
            <td>{percent(band.flat.efficiency)}</td>
            <td class:less={band.real.limit_w !== null && band.real.limit_w < power_w}
              >{band.real.limit_w === null ? '–' : watts(band.real.limit_w)}{band.real.limit_w !== null &&
              band.real.limit_w < power_w
                ? ' ▲'
                : ''}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
  <p class="soft">
    The loss into 50 Ω is the easiest there is, and the one that is usually measured. ▲ below the radio’s
    power.
  </p>
{/if}

<style>
  .soft,
  summary {
    color: var(--ink-soft);
    font-size: 13.5px;
  }
  li {
    border-top: 1px solid var(--hairline);
    padding: 0.25rem 0;
  }
  .none,
  .less {
    color: var(--heat-ink);
  }
  .chosen th,
  .chosen td {
    background: var(--paper-sunk);
  }
</style>
