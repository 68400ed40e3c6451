<script lang="ts">
  import { valueAt } from '../station/paths';
  import type { Form } from './form';

  let { form, place, label }: { form: Form; place: string; label: string } = $props();
  const id = $props.id();
  const value = $derived(String(valueAt(form.document, place) ?? ''));
  const fault = $derived(form.faults[place]);
</script>

<div class="field">
  <label for={id}>{label}</label>
  <input
    {id}
    {value}
    aria-invalid={fault ? 'true' : undefined}
    oninput={(event) => form.change(place, event.currentTarget.value)}
  />
  {#if fault}<p role="alert">{label} {fault}.</p>{/if}
</div>

<style>
  .field {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0.1rem 0.8rem;
    padding: 0.3rem 0;
    border-top: 1px solid var(--hairline);
  }
  label {
    color: var(--ink-soft);
  }
  p {
    grid-column: 1 / -1;
    color: var(--heat-ink);
    font-size: 13.5px;
  }
</style>
