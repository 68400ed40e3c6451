<script lang="ts">
  import type { Result } from '../api/client';
  import { LEVELS } from './levels';

  let { cautions }: { cautions: Result['cautions'] } = $props();
  const pressing = $derived(
    LEVELS.flatMap((level) =>
      cautions.filter((caution) => caution.level === level.id).map((caution) => ({ ...caution, of: level })),
    ),
  );
  const reminders = $derived(cautions.filter((caution) => caution.level === 'reminder'));
</script>

<section class="mt-6.5 max-w-192" aria-label="Cautions">
  <h2 class="text-lead">Cautions</h2>
  <ul class="mt-1.5">
    {#each pressing as caution, n (n)}
      <li class={caution.level}>
        <span class="sign" aria-hidden="true">{caution.of.mark}</span>
        <p>
          <strong>{caution.of.word}.</strong>
          {caution.text} <span class="remedy">{caution.remedy}</span>
        </p>
      </li>
    {/each}
  </ul>
  <p class="limits">
    {reminders.map((caution) => `${caution.text} ${caution.remedy}`).join(' ')}
    Tithe estimates and teaches; it certifies nothing. Transmit only within your licence.
  </p>
</section>

<style>
  li {
    display: grid;
    grid-template-columns: 1.4rem 1fr;
    padding: 0.3rem 0;
    border-top: 1px solid var(--hairline);
  }
  .sign {
    color: var(--caution-ink);
    font-size: 12px;
    line-height: 1.8;
  }
  .danger .sign,
  .harm .sign {
    color: var(--heat-ink);
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
