<script lang="ts">
  /** What hurts people on planned antennas; shown wherever one is planned. */
</script>

<p class="soft my-2 border-t pt-2 text-fine">
  Keep every wire, its ends and its ropes where they cannot reach an overhead line, also when they fall. Wire
  ends burn who touches them under power. Climbing and masts are work for those who have learned it; local
  rules go before, also on how near people may come under power.
</p>
