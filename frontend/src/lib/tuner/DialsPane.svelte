<script lang="ts">
  import { asks } from '../api/asking.svelte';
  import { api, type DialFile } from '../api/client';
  import { withAntenna } from '../antenna/measured';
  import { digits, span } from '../figures';
  import type { Session } from '../station/session.svelte';
  import { withValue } from '../station/paths';
  import Trouble from '../ui/Trouble.svelte';
  import DialFields from './DialFields.svelte';
  import { isStepped, knobName, knobsOf, knobUnit, type KnobTuner } from './knobs';

  /** What the dials stand for: typed, or found from the presets; and the antenna that the matches then tell. */
  let { session, at, tuner }: { session: Session; at: number; tuner: KnobTuner } = $props();
  const chart = asks(
    () => ({ document: session.document, at }),
    (body) => api.POST('/api/tuner/chart', { body }),
  );
  const answer = $derived(chart.answer);
  const fitted = $derived(Object.entries(answer?.dials ?? {}));
  const loads = $derived(answer?.antenna.loads ?? []);

  function takeDials() {
    const dials = { ...tuner.dials };
    for (const [knob, dial] of fitted) {
      const points = dial.points.map(([number = 0, value = 0]): [number, number] => [
        number,
        Number(value.toPrecision(5)),
      ]);
      dials[knob] = { scale: [0, 100], ...dials[knob], points } as DialFile;
    }
    session.step(withValue(session.document, `chain[${at}].dials`, dials), 'dials found');
  }
  function takeAntenna() {
    const points = (answer?.antenna.points ?? []).map(([mhz = 0, r = 0, x = 0]): [number, number, number] => [
      mhz,
      Number(r.toPrecision(6)),
      Number(x.toPrecision(6)),
    ]);
    const label = session.document.antenna.label ?? '';
    session.step(
      withAntenna(session.document, { kind: 'table', label, points } as typeof session.document.antenna),
      'antenna from matches',
    );
  }
  const round = (low: number | null, high: number | null) => span(digits(low), digits(high));
</script>

<Trouble text={Object.keys(session.faults).length ? '' : chart.trouble} asking={chart} />
{#if answer}<p class="serif my-2 max-w-240" data-testid="dials-verdict">
    {answer.sentence}
  </p>{/if}
{#if isStepped(tuner)}
  <p class="soft">A relay tuner’s dials count its steps, and what a step is stands at the tuner itself.</p>
{:else}
  <div class="knobs">
    {#each knobsOf(tuner) as knob (knob)}
      <DialFields form={session} place="chain[{at}].dials.{knob}" {tuner} {knob} />
    {/each}
  </div>
{/if}
{#if fitted.length}
  <section class="mt-4.75">
    <h3>What the presets say the dials stand for</h3>
    <table class="plain figures">
      <thead>
        <tr>
          <th scope="col">Knob</th>
          <th scope="col">at</th>
          <th scope="col">stands for</th>
          <th scope="col">may be</th>
        </tr>
      </thead>
      <tbody>
        {#each fitted as [knob, dial] (knob)}
          {#each dial.points as [number, value], n (n)}
            {@const [low, high] = dial.interval[n] ?? []}
            <tr>
              <th scope="row">{knobName(knob)}</th>
              <td>{number}</td>
              <td>{digits(value ?? 0)} {knobUnit(knob)}</td>
              <td>{round(Math.max(low ?? 0, 0), high ?? 0)} {knobUnit(knob)}</td>
            </tr>
          {/each}
        {/each}
      </tbody>
    </table>
    <p><button type="button" class="firm" onclick={takeDials}>Take these dials</button></p>
  </section>
{/if}
<section class="mt-4.75">
  <h3>The antenna, without an analyzer</h3>
  {#if answer?.antenna.trouble}<p>{answer.antenna.trouble}</p>{/if}
  {#if loads.length}
    <p>{answer?.antenna.sentence}</p>
    <table class="plain figures">
      <caption>At the feedpoint, through all that stands behind the tuner</caption>
      <thead>
        <tr>
          <th scope="col">MHz</th>
          <th scope="col">R, Ω</th>
          <th scope="col">may be</th>
          <th scope="col">X, Ω</th>
          <th scope="col">may be</th>
        </tr>
      </thead>
      <tbody>
        {#each loads as load, n (n)}
          <tr>
            <th scope="row">{digits(load.mhz, 5)}</th>
            <td>{digits(load.r_ohm.median)}</td>
            <td>{round(load.r_ohm.min, load.r_ohm.max)}</td>
            <td>{digits(load.x_ohm.median)}</td>
            <td>{round(load.x_ohm.min, load.x_ohm.max)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    <p>
      <button type="button" class="firm" onclick={takeAntenna} disabled={loads.length < 2}
        >Make this the station’s antenna</button
      >
      {#if loads.length < 2}<span class="soft">Two frequencies at the least.</span>{/if}
    </p>
  {:else if answer && !answer.antenna.trouble}
    <p class="soft">Each preset will tell the antenna at its frequency.</p>
  {/if}
</section>

<style>
  .knobs {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(17rem, 100%), 1fr));
    gap: 0.4rem 2rem;
  }
  p {
    padding: 0.3rem 0;
  }
</style>
