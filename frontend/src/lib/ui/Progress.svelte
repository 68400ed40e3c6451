<script lang="ts">
  import { Progress } from '@skeletonlabs/skeleton-svelte';

  let { label, done, of }: { label: string; done: number; of: number } = $props();
</script>

<div role="status">
  <Progress value={done} max={of}>
    <Progress.Label>{label}, {done} of {of}</Progress.Label>
    <Progress.Track><Progress.Range /></Progress.Track>
  </Progress>
</div>
