<script lang="ts">
  /** Referred to by id from the drawings. */
  const HATCH_PX = 5;
</script>

<!-- Patterns shared by every strip on the page: heat is hatched, what is turned back is dotted. -->
<svg width="0" height="0" aria-hidden="true" class="absolute">
  <defs>
    <pattern
      id="heat-hatch"
      width={HATCH_PX}
      height={HATCH_PX}
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(60)"
    >
      <rect width={HATCH_PX} height={HATCH_PX} fill="var(--heat)" opacity="0.55" />
      <line x1="0" y1="0" x2="0" y2={HATCH_PX} stroke="var(--heat)" stroke-width="3" />
    </pattern>
    <pattern id="back-dots" width="5" height="5" patternUnits="userSpaceOnUse">
      <circle cx="1.5" cy="1.5" r="1.1" fill="var(--standing)" />
    </pattern>
    <linearGradient id="heat-fade" x1="0" y1="0" x2="0" y2="1">
      <stop offset="0" stop-color="white" />
      <stop offset="1" stop-color="white" stop-opacity="0.25" />
    </linearGradient>
    <mask id="heat-mask" maskContentUnits="objectBoundingBox">
      <rect width="1" height="1" fill="url(#heat-fade)" />
    </mask>
  </defs>
</svg>
