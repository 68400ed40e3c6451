<script lang="ts">
  import type { PlannedAntenna } from '../api/client';
  import { parseTyped, toShown, unitShown } from '../station/units';
  import { preferences } from '../station/preferences.svelte';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import { suggestions } from './room';

  /** A place and its highest support, and the antennas it has room for. */
  interface Props {
    /** The lowest frequency wanted, MHz. */
    mhz: number;
    onplan: (antenna: PlannedAntenna) => void;
  }
  let { mhz, onplan }: Props = $props();
  const start = (metres: number) => toShown(metres, 'length', preferences.system);
  let typed = $state({ length_m: start(20), breadth_m: start(10), height_m: start(9) });
  const metres = (text: string) => Number(parseTyped(text, 'length', preferences.system));
  const found = $derived(
    suggestions(
      {
        length_m: metres(typed.length_m),
        breadth_m: metres(typed.breadth_m),
        height_m: metres(typed.height_m),
      },
      mhz,
    ),
  );
  const FIELDS = [
    ['length_m', 'Length of the place'],
    ['breadth_m', 'Breadth'],
    ['height_m', 'Highest support, a tree or a mast'],
  ] as const;
</script>

<section aria-label="What do you have room for?">
  {#each FIELDS as [key, label] (key)}
    <PlainNumber
      {label}
      unit={unitShown('length', preferences.system)}
      value={typed[key]}
      oninput={(text) => (typed[key] = text)}
    />
  {/each}
  {#each found as one (one.title)}
    <p>
      <button type="button" class="firm" onclick={() => onplan(one.antenna)}>{one.title}</button>
      <span>{one.why}</span>
    </p>
  {:else}
    <p>Give three lengths above 0, and a support higher than 3 m.</p>
  {/each}
</section>

<style>
  section {
    margin-top: 0.4rem;
    max-width: 34rem;
  }
  p {
    padding: 0.5rem 0;
    border-top: 1px solid var(--hairline);
    display: grid;
    gap: 0.2rem;
    justify-items: start;
  }
  span {
    color: var(--ink-soft);
  }
</style>
