<script lang="ts">
  import { asks } from '../api/asking.svelte';
  import { api } from '../api/client';
  import { typedSwr } from './typedFigures';

  /** What is being typed as an SWR, said in its other forms. */
  let { text }: { text: string } = $props();
  const value = $derived(typedSwr(text));

  const asking = asks(
    () => (typeof value === 'number' && value >= 1 ? { form: 'swr' as const, value } : null),
    (query) => api.GET('/api/equivalents', { params: { query } }),
  );
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
