<script lang="ts">
  import type { BenchLine } from '../api/client';
  import { digits, shown } from '../figures';
  import { preferences } from '../station/preferences.svelte';
  import { toShown, unitShown } from '../station/units';
  import Scroller from '../ui/Scroller.svelte';
  import Curves, { type Curve } from '../charts/Curves.svelte';
  import { lengthShown } from './lengths';

  let { answer }: { answer: BenchLine } = $props();
  const per = (db: number | null) =>
    db === null ? '∞' : digits(Number(toShown(db, 'attenuation', preferences.system)));
  const unit = $derived(unitShown('attenuation', preferences.system));
  /** No more of them than can be told apart. */
  const points = $derived.by(() => {
    const every = Math.ceil(answer.matched_db_per_100m.length / 240);
    return answer.matched_db_per_100m.filter((_, n) => n % every === 0);
  });
  const curves = $derived.by((): Curve[] => {
    const x = answer.curve.map(({ mhz }) => mhz);
    const to = (db: number | null) =>
      db === null ? null : Number(toShown(db, 'attenuation', preferences.system));
    const of = (end: 'min' | 'median' | 'max') =>
      answer.curve.map(({ loss_db_per_100m }) => to(loss_db_per_100m[end]));
    const sheet = answer.curve.map(({ sheet_db_per_100m }) => to(sheet_db_per_100m));
    return [
      {
        name: 'measured, point by point',
        x: points.map(([mhz]) => mhz ?? 0),
        y: points.map(([, db]) => to(db ?? 0)),
        colour: 'var(--conducted)',
        dots: true,
      },
      { name: 'fitted', x, y: of('median'), colour: 'var(--conducted-ink)' },
      { name: 'from least', x, y: of('min'), colour: 'var(--conducted-ink)', dashes: '1 3' },
      { name: 'to most', x, y: of('max'), colour: 'var(--conducted-ink)', dashes: '4 3' },
      ...(sheet.some((db) => db !== null)
        ? [{ name: 'as your station has it', x, y: sheet, colour: 'var(--standing-ink)', dashes: '9 4' }]
        : []),
    ];
  });
  const known = $derived(answer.rows.some(({ sheet_db_per_100m }) => sheet_db_per_100m !== null));
</script>

<Curves label="Loss of the line when matched, over frequency" foot="MHz" side="dB {unit}" {curves} />
<Scroller label="The line’s figures">
  <table class="plain figures">
    <caption>Least to most of nineteen cases in twenty</caption>
    <tbody>
      {#if answer.z0_ohm}<tr><th scope="row">Impedance, Ω</th><td>{shown(answer.z0_ohm)}</td></tr>{/if}
      {#if answer.velocity_factor}<tr
          ><th scope="row">Velocity factor</th><td>{shown(answer.velocity_factor, (v) => digits(v, 4))}</td
          ></tr
        >{/if}
      <tr><th scope="row">Length</th><td>{shown(answer.length_m, (m) => lengthShown(m ?? 0))}</td></tr>
      <tr><th scope="row">k₁, dB {unit} over √MHz</th><td>{shown(answer.k1, per)}</td></tr>
      <tr><th scope="row">k₂, dB {unit} over MHz</th><td>{shown(answer.k2, per)}</td></tr>
    </tbody>
  </table>
</Scroller>
<Scroller label="The line’s loss by band">
  <table class="plain figures">
    <thead>
      <tr>
        <th scope="col">MHz</th>
        <th scope="col">Loss when matched, dB {unit}</th>
        {#if known}<th scope="col">as your station has it</th>{/if}
      </tr>
    </thead>
    <tbody>
      {#each answer.rows as row (row.mhz)}
        <tr>
          <th scope="row">{digits(row.mhz, 5)}</th>
          <td>{shown(row.loss_db_per_100m, per)}</td>
          {#if known}<td>{per(row.sheet_db_per_100m)}</td>{/if}
        </tr>
      {/each}
    </tbody>
  </table>
</Scroller>
