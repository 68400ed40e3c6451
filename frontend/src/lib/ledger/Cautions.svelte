<script lang="ts">
  import type { Result } from '../api/client';

  let { cautions }: { cautions: Result['cautions'] } = $props();
</script>

<section aria-label="Cautions">
  <h2>Cautions</h2>
  <ul>
    {#each cautions as caution, n (n)}
      <li>
        <span class="sign" aria-hidden="true">▲</span>
        <p>{caution.text} <span class="remedy">{caution.remedy}</span></p>
      </li>
    {/each}
  </ul>
  <p class="limits">Tithe estimates and teaches; it certifies nothing. Transmit only within your licence.</p>
</section>

<style>
  section {
    margin-top: 1.6rem;
    max-width: 48rem;
  }
  h2 {
    font-size: 1.05rem;
  }
  li {
    display: grid;
    grid-template-columns: 1.2rem 1fr;
    padding: 0.3rem 0;
    border-top: 1px solid var(--hairline);
  }
  ul {
    margin-top: 0.4rem;
  }
  .sign {
    color: var(--caution-ink);
    font-size: 11px;
    line-height: 1.9;
  }
  .remedy,
  .limits {
    color: var(--ink-soft);
  }
  .limits {
    font-size: 13px;
    margin-top: 0.6rem;
  }
</style>
