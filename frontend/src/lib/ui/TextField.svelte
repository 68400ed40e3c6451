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
  {#if fault}<p class="fault" role="alert">{label} {fault}.</p>{/if}
</div>
