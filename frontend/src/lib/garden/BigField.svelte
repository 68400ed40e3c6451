<script lang="ts">
  interface Props {
    label: string;
    value: string;
    unit?: string;
    oninput: (typed: string) => void;
  }
  let { label, value, unit = '', oninput }: Props = $props();
  const id = $props.id();
</script>

<div class="grid grid-cols-[1fr_9rem] items-center gap-2.5 border-t">
  <label for={id}>{label}{unit ? `, ${unit}` : ''}</label>
  <input
    {id}
    class="figures w-full px-2 py-0 text-right"
    inputmode="decimal"
    autocomplete="off"
    {value}
    oninput={(event) => oninput(event.currentTarget.value)}
  />
</div>
