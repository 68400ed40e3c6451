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
  <summary>Keep on your shelf</summary>
  <form
    onsubmit={(event) => {
      event.preventDefault();
      void keep();
    }}
  >
    <label for="own-price">Price, if you like</label>
    <input id="own-price" inputmode="decimal" bind:value={price} />
    {#if isShared && isKeeper}
      <label><input class="tick" type="checkbox" bind:checked={club} /> for everybody here</label>
    {/if}
    <button type="submit">Keep</button>
  </form>
  <p role="status" class:fault={wrong}>{news}</p>
</details>

<style>
  summary {
    padding: 0.4rem 0;
    border-top: 1px solid var(--hairline);
    color: var(--ink-soft);
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 0.6rem;
    align-items: baseline;
  }
  label {
    color: var(--ink-soft);
  }
  input {
    width: 5rem;
  }
  .tick {
    width: auto;
  }
  button {
    text-decoration: underline;
  }
</style>
