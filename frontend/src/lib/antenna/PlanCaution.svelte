<script lang="ts">
  /** What hurts people on planned antennas; shown wherever one is planned. */
</script>

<p>
  Keep every wire, its ends and its ropes where they cannot reach an overhead line, also when they fall. Wire
  ends burn who touches them under power. Climbing and masts are work for those who have learned it; local
  rules go before, also on how near people may come under power.
</p>

<style>
  p {
    color: var(--ink-soft);
    font-size: 13px;
    border-top: 1px solid var(--hairline);
    margin: 0.5rem 0;
    padding-top: 0.5rem;
  }
</style>
