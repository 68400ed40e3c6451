<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Box } from './axes';
  import Scroller from '../ui/Scroller.svelte';

  /** The frame of every picture: as wide as its place, named for those who do not see it, its key below, and its
   * figures as a table behind. */
  interface Props {
    label: string;
    height: number;
    /** Room for the names of the axes. */
    margins?: Partial<Record<'left' | 'right' | 'top' | 'bottom', number>>;
    /** Holds things that can be chosen, rather than being looked at only. */
    interactive?: boolean;
    drawing: Snippet<[Box]>;
    legend?: Snippet;
    table?: Snippet;
  }
  let { label, height, margins = {}, interactive = false, drawing, legend, table }: Props = $props();

  let width = $state(600);
  const box = $derived<Box>({
    left: margins.left ?? 46,
    right: width - (margins.right ?? 14),
    top: margins.top ?? 12,
    bottom: height - (margins.bottom ?? 26),
  });
</script>

<div bind:clientWidth={width}>
  <svg class="drawing" {width} {height} role={interactive ? 'group' : 'img'} aria-label={label}>
    {@render drawing(box)}
  </svg>
  {#if legend}<p class="drawing-key">{@render legend()}</p>{/if}
  {#if table}
    <details>
      <summary class="soft py-1.25 text-fine">The picture as a table</summary>
      <Scroller label="{label}, as a table">
        {@render table()}
      </Scroller>
    </details>
  {/if}
</div>
