<script lang="ts">
  /** How an analyzer is used, in the order of the work. */
</script>

<details>
  <summary class="soft">How to measure with an analyzer</summary>
  <ol class="max-w-176 list-decimal pl-5.5">
    <li>The transmitter off and unplugged; the wire earthed for a moment, so that its charge is gone.</li>
    <li>
      Calibrate with open, short and 50 Ω load at the very plug where you measure, on the day; then put the
      short on again: it must lie at the left end of the disc, and stay there.
    </li>
    <li>Every tuner out of line. Nobody touches the line, and nothing lies on it.</li>
    <li>Wide first, 1 to 30 MHz, to see every dip; then band by band with a few hundred points.</li>
    <li>Say here at which joint it was; note weather and what was changed in the log.</li>
  </ol>
</details>

<style>
  li {
    padding: 0.15rem 0;
  }
</style>
