<script lang="ts">
  import type { StripLayout } from './layout';

  let { layout, antenna }: { layout: StripLayout; antenna: string } = $props();
  const labels = $derived([
    { text: 'transmitter', left: 0, width: layout.start },
    ...layout.segments.map((s) => ({ text: s.stage.label, left: s.x0, width: s.x1 - s.x0 })),
    { text: antenna, left: layout.end, width: layout.width - layout.end },
  ]);
</script>

<div aria-hidden="true">
  {#each labels as label, n (n)}
    <span style:left="{label.left}px" style:width="{label.width}px">{label.text}</span>
  {/each}
</div>

<style>
  div {
    position: relative;
    height: 28px;
    overflow: hidden;
  }
  span {
    position: absolute;
    padding: 0 4px;
    text-align: center;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    font-size: 12.5px;
    color: var(--ink-soft);
  }
</style>
