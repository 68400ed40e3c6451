<script lang="ts">
  import type { StripLayout } from './layout';

  let { layout, antenna }: { layout: StripLayout; antenna: string } = $props();
  const labels = $derived([
    { text: 'transmitter', left: 0, width: layout.start },
    ...layout.segments.map((s) => ({ text: s.stage.label, left: s.x0, width: s.x1 - s.x0 })),
    { text: antenna, left: layout.end, width: layout.width - layout.end },
  ]);
</script>

<div class="relative h-7 overflow-hidden" aria-hidden="true">
  {#each labels as label, n (n)}
    <span
      class="soft absolute overflow-hidden px-1 text-center text-fine text-ellipsis whitespace-nowrap"
      style:left="{label.left}px"
      style:width="{label.width}px">{label.text}</span
    >
  {/each}
</div>
