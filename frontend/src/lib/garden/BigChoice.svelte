<script lang="ts" generics="T extends string">
  interface Props {
    label: string;
    value: T;
    options: [T, string][];
    onchoose: (value: T) => void;
  }
  let { label, value, options, onchoose }: Props = $props();
  const name = $props.id();
</script>

<fieldset class="flex flex-wrap gap-1.5 py-1.5">
  <legend class="visually-hidden">{label}</legend>
  {#each options as [key, text], n (n)}
    <label class="target" class:chosen={key === value}>
      <input class="h-5.5 w-5.5" type="radio" {name} checked={key === value} onchange={() => onchoose(key)} />
      {text}
    </label>
  {/each}
</fieldset>

<style>
  label {
    flex: 1 1 auto;
    display: flex;
    align-items: center;
    gap: 0.5rem;
    padding: 0 0.7rem;
    border: 2px solid var(--hairline);
  }
  .chosen {
    border-color: var(--ink);
    font-weight: 600;
  }
  label:focus-within {
    outline: 2px solid var(--standing-ink);
  }
</style>
