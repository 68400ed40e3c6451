<script lang="ts">
  import { digits } from '../figures';

  /** A curve's figures at a score of its points, its own ends among them. */
  interface Props {
    mhz: number[];
    columns: [string, (number | null)[]][];
    /** What it runs over. */
    of?: string;
  }
  let { mhz, columns, of = 'MHz' }: Props = $props();
  const ROWS = 24;
  const every = $derived(Math.max(Math.ceil((mhz.length - 1) / ROWS), 1));
  const rows = $derived(mhz.map((_, n) => n).filter((n) => n % every === 0 || n === mhz.length - 1));
</script>

<table class="plain figures">
  <thead>
    <tr>
      <th scope="col">{of}</th>
      {#each columns as [name], i (i)}<th scope="col">{name}</th>{/each}
    </tr>
  </thead>
  <tbody>
    {#each rows as n (n)}
      <tr>
        <th scope="row">{(mhz[n] ?? 0).toFixed(3)}</th>
        {#each columns as [, values], i (i)}<td>{digits(values[n] ?? null)}</td>{/each}
      </tr>
    {/each}
  </tbody>
</table>
