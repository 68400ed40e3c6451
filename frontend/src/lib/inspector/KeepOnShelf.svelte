<script lang="ts">
  import type { PartModel } from '../api/client';
  import { isKeeper, isShared } from '../people/person';
  import type { Shelf } from '../shelf/shelf.svelte';

  let { shelf, part }: { shelf: Shelf; part: PartModel } = $props();
  let price = $state('');
  let club = $state(false);
  let news = $state('');
  let wrong = $state(false);

  async function keep() {
    const fault = await shelf.keep(part.label || part.kind, part, price, club);
    wrong = fault !== '';
    news = wrong ? `Not kept. ${fault}` : `It is on ${club ? 'everybody’s' : 'the'} shelf now.`;
  }
</script>

<details>
  <summary class="soft border-t py-1.5">Keep on your shelf</summary>
  <form
    class="flex flex-wrap items-baseline gap-2.5"
    onsubmit={(event) => {
      event.preventDefault();
      void keep();
    }}
  >
    <label class="soft" for="own-price">Price, if you like</label>
    <input class="w-20" id="own-price" inputmode="decimal" bind:value={price} />
    {#if isShared && isKeeper}
      <label class="soft"
        ><input class="w-auto" type="checkbox" bind:checked={club} /> for everybody here</label
      >
    {/if}
    <button class="underline" type="submit">Keep</button>
  </form>
  <p role="status" class:fault={wrong}>{news}</p>
</details>
