<script lang="ts">
  import type { BenchFault } from '../api/client';
  import { digits } from '../figures';
  import { noteDown } from '../log/log.svelte';
  import { untrack } from 'svelte';
  import { Sending } from '../station/typed.svelte';
  import type { Session } from '../station/session.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import Scroller from '../ui/Scroller.svelte';
  import Curves from '../charts/Curves.svelte';
  import { lengthNumber, lengthShown, lengthUnit } from './lengths';

  let { answer, session }: { answer: BenchFault; session: Session } = $props();
  let noted = $state('');
  let trouble = $state('');
  const marks = $derived(
    answer.faults.map(({ at_m }, n) => ({
      x: lengthNumber(at_m),
      y: Math.max(
        ...answer.along
          .filter(([m]) => Math.abs((m ?? 0) - at_m) < answer.resolution_m)
          .map(([, rho]) => rho ?? 0),
        0,
      ),
      name: String(n + 1),
    })),
  );

  const sending = untrack(() => new Sending(session.keeper.id, 'fault'));

  async function note() {
    const text = answer.remark;
    const date = new Date().toISOString().slice(0, 10);
    const station = session.keeper.id;
    const note = { date, text };
    trouble = (await sending.send(note, (key) => noteDown(station, { note }, key))) ?? trouble;
    if (!trouble) noted = text;
  }
</script>

{#if answer.along.length}
  <Curves
    label="How much of the wave comes back, along the line"
    foot={lengthUnit()}
    side="|Γ|"
    curves={[
      {
        name: 'what comes back, the line’s loss included',
        x: answer.along.map(([m]) => lengthNumber(m ?? 0)),
        y: answer.along.map(([, rho]) => rho ?? 0),
        colour: 'var(--standing)',
      },
    ]}
    {marks}
  />
{/if}
<Scroller label="Where waves come back">
  <table class="plain figures">
    <thead>
      <tr>
        <th scope="col">No.</th>
        <th scope="col">at</th>
        <th scope="col">Γ</th>
        <th scope="col" class="text min-w-56 whitespace-normal">seems to be</th>
      </tr>
    </thead>
    <tbody>
      {#each answer.faults as fault, n (n)}
        <tr>
          <th scope="row">{n + 1}</th>
          <td>{lengthShown(fault.at_m)} ± {lengthShown(answer.resolution_m / 2)}</td>
          <td>{fault.gamma === null ? '–' : digits(fault.gamma, 2)}</td>
          <td class="text min-w-56 whitespace-normal">{fault.text}</td>
        </tr>
      {/each}
    </tbody>
  </table>
</Scroller>
{#if answer.remark}
  <p class="flex items-baseline gap-x-4 gap-y-1.25 py-2">
    <button type="button" class="firm" disabled={noted === answer.remark} onclick={note}
      >Note it in the log</button
    >
    <span role="status">{noted === answer.remark ? 'It is in the log, under today’s date.' : ''}</span>
  </p>
  <Trouble text={trouble} />
{/if}
