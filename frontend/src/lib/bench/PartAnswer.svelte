<script lang="ts">
  import type { BenchPart } from '../api/client';
  import { digits, shown } from '../figures';
  import Scroller from '../ui/Scroller.svelte';
  import Curves from '../charts/Curves.svelte';

  let { answer }: { answer: BenchPart } = $props();
  const x = $derived(answer.rows.map(({ mhz }) => mhz));
  const OHM = (value: number | null) => (value === null ? 'without end' : digits(value));
</script>

{#if answer.rows.length > 1}
  <Curves
    label="Loss of the part over frequency"
    foot="MHz"
    side="dB"
    curves={[
      {
        name: 'loss',
        x,
        y: answer.rows.map(({ loss_db }) => loss_db.median),
        colour: 'var(--heat)',
      },
      {
        name: 'from least',
        x,
        y: answer.rows.map(({ loss_db }) => loss_db.min),
        colour: 'var(--ink-soft)',
        dashes: '2 3',
      },
      {
        name: 'to most',
        x,
        y: answer.rows.map(({ loss_db }) => loss_db.max),
        colour: 'var(--ink-soft)',
        dashes: '5 3',
      },
    ]}
    shaded={answer.band_mhz as [number, number] | null}
    shadedName="where it may be used"
  />
{/if}
{#if answer.transformer}
  {@const made = answer.transformer}
  <Scroller label="What the transformer is made of">
    <table class="plain figures">
      <caption>Least to most of nineteen cases in twenty</caption>
      <tbody>
        <tr><th scope="row">Impedance, antenna : radio</th><td>{shown(made.ratio)} : 1</td></tr>
        <tr><th scope="row">Turns</th><td>{shown(made.turns)} : 1</td></tr>
        <tr><th scope="row">Leakage inductance, µH</th><td>{shown(made.leakage_uh)}</td></tr>
        <tr><th scope="row">Magnetising inductance, µH</th><td>{shown(made.magnetizing_uh)}</td></tr>
        <tr><th scope="row">Core loss across, Ω</th><td>{shown(made.core_loss_ohm, OHM)}</td></tr>
        <tr><th scope="row">Loss when matched, dB</th><td>{shown(made.loss_db)}</td></tr>
      </tbody>
    </table>
  </Scroller>
{/if}
