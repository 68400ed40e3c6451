<script lang="ts">
  /** A line of text with its name beside it: a date, a note. */
  let { label, value, oninput }: { label: string; value: string; oninput: (typed: string) => void } =
    $props();
  const id = $props.id();
</script>

<div class="field">
  <label for={id}>{label}</label>
  <input
    class="text-right"
    {id}
    autocomplete="off"
    {value}
    oninput={(event) => oninput(event.currentTarget.value)}
  />
</div>
