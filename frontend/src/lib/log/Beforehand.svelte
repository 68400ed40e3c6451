<script lang="ts">
  import { asks } from '../api/asking.svelte';
  import { api } from '../api/client';
  import type { Session } from '../station/session.svelte';
  import { digits } from '../figures';
  import Scroller from '../ui/Scroller.svelte';

  /** How often each cause is met, beforehand, among ten visits: the table that readings are weighed with, which a station may know better. */
  let { session }: { session: Session } = $props();
  let open = $state(false);
  let wrong = $state('');
  const asking = asks(
    () => (open ? { document: session.document } : null),
    (body) => api.POST('/api/readings/causes', { body }),
  );
  const causes = $derived(asking.answer ?? []);
  const own = $derived(session.document.causes ?? {});

  /** Another number for this station; an empty field is the usual one again. */
  function set(id: string, typed: string) {
    const others = Object.entries(own).filter(([key]) => key !== id);
    const value = Number(typed.replace(',', '.'));
    wrong = typed.trim() && !(value >= 0 && value <= 1000) ? `“${typed}” is no number from 0 to 1000.` : '';
    if (wrong) return;
    const mine: [string, number][] = typed.trim() ? [[id, value]] : [];
    const causes = Object.fromEntries([...others, ...mine]);
    session.step({ ...session.document, causes }, 'how often a cause is met');
  }
</script>

<details bind:open>
  <summary>How often each is met, beforehand</summary>
  <p class="soft">
    Of ten visits to a station at which something is read, about so many find each. That is a judgement, not a
    measurement. Where it is known better, as of a line that is twenty years old, type it here; an empty field
    is the usual number.
  </p>
  {#if wrong || asking.trouble}<p class="fault" role="alert">{wrong || asking.trouble}</p>{/if}
  <Scroller label="How often each cause is met">
    <table class="plain figures">
      <thead>
        <tr>
          <th scope="col" class="text">What</th>
          <th scope="col" class="text">how large</th>
          <th scope="col">usually</th>
          <th scope="col">here</th>
        </tr>
      </thead>
      <tbody>
        {#each causes as one (one.id)}
          <tr>
            <th scope="row" class="text">{one.text}</th>
            <td class="text">{one.size}</td>
            <td>{digits(one.usual, 2)}</td>
            <td
              ><input
                class="figures"
                inputmode="decimal"
                aria-label="{one.text}, here"
                value={own[one.id as keyof typeof own] ?? ''}
                placeholder={digits(one.usual, 2)}
                onchange={(event) => set(one.id, event.currentTarget.value)}
              /></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
</details>

<style>
  summary {
    color: var(--ink-soft);
    font-size: 13.5px;
    padding: 0.4rem 0;
  }
  input {
    width: 4rem;
    text-align: right;
  }
  td.text,
  th.text {
    white-space: normal;
  }
  .soft {
    font-size: 13.5px;
    max-width: 46rem;
  }
</style>
