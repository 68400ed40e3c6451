<script lang="ts">
  import { asks } from '../api/asking.svelte';
  import { api } from '../api/client';
  import type { Session } from '../station/session.svelte';
  import NumberField from '../ui/NumberField.svelte';

  /** How often each cause is met, beforehand, among ten visits: the table that readings are weighed with, which a station may know better. */
  let { session }: { session: Session } = $props();
  let open = $state(false);
  const asking = asks(
    () => (open ? { document: session.document } : null),
    (body) => api.POST('/api/readings/causes', { body }),
  );
  const causes = $derived(asking.answer ?? []);
</script>

<details bind:open>
  <summary class="soft py-1.5 text-fine">How often each is met, beforehand</summary>
  <p class="soft max-w-184 text-fine">
    Of ten visits to a station at which something is read, about so many find each. That is a judgement, not a
    measurement. Where it is known better, as of a line that is twenty years old, type it here; an empty field
    is the usual number.
  </p>
  {#if asking.trouble && !Object.keys(session.faults).length}
    <p class="fault" role="alert">{asking.trouble}</p>
  {/if}
  <ul>
    {#each causes as cause (cause.id)}
      <li>
        <NumberField
          form={session}
          place="causes.{cause.id}"
          spec={{ label: cause.text, quantity: 'plain', optional: true, unset: cause.usual }}
        />
        <p class="soft max-w-184 text-fine">{cause.size}</p>
      </li>
    {/each}
  </ul>
</details>

<style>
  ul {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(21rem, 100%), 1fr));
    gap: 0.4rem 2rem;
  }
</style>
