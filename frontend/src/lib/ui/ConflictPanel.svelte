<script lang="ts">
  import { person } from '../people/person';
  import type { KeptStation, StationFile } from '../api/client';
  import { differences, inWords, merged, type Difference } from '../station/conflict';

  interface Props {
    mine: StationFile;
    theirs: KeptStation;
    /** What both sides started from; null: not known. */
    base: StationFile | null;
    onsettle: (document: StationFile) => void;
  }
  let { mine, theirs, base, onsettle }: Props = $props();

  const all = $derived(differences(mine, theirs.document, base));
  let chosen = $state<Record<string, 'mine' | 'theirs'>>({});
  const side = (difference: Difference) => chosen[difference.place] ?? difference.usual;
  /** Keys of the parts' values that differ, so that two long lines need not be compared by eye. */
  const apart = (difference: Difference, which: 'mine' | 'theirs') =>
    inWords(onlyWhatDiffers(difference)[which]);

  function onlyWhatDiffers({ mine, theirs: other }: Difference): { mine: unknown; theirs: unknown } {
    if (!isPlain(mine) || !isPlain(other)) return { mine, theirs: other };
    const keys = Object.keys({ ...mine, ...other }).filter(
      (key) => JSON.stringify(mine[key] ?? null) !== JSON.stringify(other[key] ?? null),
    );
    const cut = (from: Record<string, unknown>) => Object.fromEntries(keys.map((key) => [key, from[key]]));
    return { mine: cut(mine), theirs: cut(other) };
  }
  function isPlain(value: unknown): value is Record<string, unknown> {
    return typeof value === 'object' && value !== null && !Array.isArray(value);
  }

  function settle() {
    const taken = new Set(
      all.filter((difference) => side(difference) === 'theirs').map((difference) => difference.place),
    );
    onsettle(merged(mine, theirs.document, taken));
  }
</script>

<section aria-label="Saved elsewhere meanwhile">
  <h2 class="text-lead">
    This station was saved {theirs.by && theirs.by !== person ? `by ${theirs.by}` : 'elsewhere'} meanwhile
  </h2>
  <p class="soft">
    Nothing is lost: take each from here or from there. What was saved there stays in the past as well.
  </p>
  <table class="my-2 w-full border-collapse text-note">
    <thead>
      <tr
        ><th class="soft text-fine" scope="col">What</th><th class="soft text-fine" scope="col">Here</th><th
          class="soft text-fine"
          scope="col">Saved elsewhere</th
        ></tr
      >
    </thead>
    <tbody>
      {#each all as difference (difference.place)}
        <tr>
          <th scope="row">
            {difference.name}{#if difference.both}<small class="soft block text-fine"
                >changed on both sides</small
              >{/if}
          </th>
          {#each ['mine', 'theirs'] as const as which (which)}
            <td class="w-[40%] wrap-anywhere">
              <label class="flex items-baseline gap-1.5">
                <input
                  type="radio"
                  name={difference.place}
                  checked={side(difference) === which}
                  onchange={() => (chosen = { ...chosen, [difference.place]: which })}
                />
                <span class="figures">{apart(difference, which)}</span>
              </label>
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
  <button type="button" class="font-semibold underline" onclick={settle}>Save what is chosen</button>
</section>

<style>
  section {
    padding: 0.8rem 0.9rem;
    border-bottom: 1px solid var(--hairline);
    background: var(--paper-sunk);
    max-height: 60vh;
    overflow: auto;
  }
  th,
  td {
    text-align: left;
    font-weight: 400;
    vertical-align: baseline;
    padding: 0.25rem 0.6rem 0.25rem 0;
    border-top: 1px solid var(--hairline);
  }
</style>
