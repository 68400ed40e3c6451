<script lang="ts">
  /** A line of text with its name beside it: a date, a note. */
  let { label, value, oninput }: { label: string; value: string; oninput: (typed: string) => void } =
    $props();
  const id = $props.id();
</script>

<div>
  <label for={id}>{label}</label>
  <input {id} autocomplete="off" {value} oninput={(event) => oninput(event.currentTarget.value)} />
</div>

<style>
  div {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0.8rem;
    padding: 0.25rem 0;
    border-top: 1px solid var(--hairline);
  }
  label {
    color: var(--ink-soft);
  }
  input {
    text-align: right;
  }
</style>
