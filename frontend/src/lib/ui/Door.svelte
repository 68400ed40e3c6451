<script lang="ts">
  import type { StationFile } from '../api/client';
  import LossAsk from '../loss/LossAsk.svelte';
  import type { Shelf } from '../shelf/shelf.svelte';
  import Welcome from './Welcome.svelte';
  import type { ComponentProps } from 'svelte';

  /** Where one starts: a question that needs no station, and the stations there are. */
  interface Props extends Omit<ComponentProps<typeof Welcome>, 'children'> {
    shelf: Shelf;
    /** The question of the address. */
    query: string;
    onask: (query: string) => void;
    onstation: (document: StationFile) => void;
  }
  let { shelf, query, onask, onstation, ...welcome }: Props = $props();
</script>

<Welcome {...welcome}>
  <LossAsk {shelf} {query} {onask} {onstation} />
</Welcome>
