<script lang="ts">
  import { Asking } from '../api/asking.svelte';
  import { api, type EquivalentsOut } from '../api/client';
  import { typedSwr } from './typedFigures';

  /** What is being typed as an SWR, said in its other forms. */
  let { text }: { text: string } = $props();
  const asking = new Asking<EquivalentsOut>();
  const value = $derived(typedSwr(text));

  $effect(() => {
    const query = { form: 'swr' as const, value: Number(value) };
    if (typeof value === 'number' && value >= 1)
      asking.ask(() => api.GET('/api/equivalents', { params: { query } }));
    else asking.clear();
  });
</script>

<!-- It has its room before the answer is there: nothing below may move while one types. -->
<small class="figures" aria-live="polite"
  >{asking.answer?.rows.map(({ name, text: figure }) => `${name} ${figure}`).join(', ')}</small
>

<style>
  small {
    grid-column: 1 / -1;
    flex-basis: 100%;
    min-height: 2.6em;
    color: var(--ink-soft);
  }
</style>
