<script lang="ts">
  import { digits } from '../figures';
  import ChoiceField from '../inspector/ChoiceField.svelte';
  import Scroller from '../ui/Scroller.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import { day, told } from './entries';
  import { KINDS, type Kind, type Log } from './log.svelte';

  /** All that is dated of a station, newest first, by pieces. */
  interface Props {
    log: Log;
    bands: { name: string; low_mhz: number; high_mhz: number }[];
    onchange: () => void;
  }
  let { log, bands, onchange }: Props = $props();
  const NAMES: Record<Kind, string> = {
    reading: 'reading',
    note: 'note',
    sweep: 'sweep',
    preset: 'preset',
    change: 'change',
  };
  const band = $derived(bands.find(({ low_mhz }) => low_mhz === log.band?.[0])?.name ?? '');
  let putAway = $state<number | null>(null);

  function choose(name: string) {
    const found = bands.find((one) => one.name === name);
    log.band = found ? [found.low_mhz, found.high_mhz] : null;
    void log.load();
  }
  async function remove(key: number) {
    await log.remove(key);
    putAway = key;
    onchange();
  }
  async function bringBack() {
    if (putAway !== null) await log.remove(putAway, false);
    putAway = null;
    onchange();
  }
</script>

<div class="filters">
  <ChoiceField
    label="Show"
    value={log.kind}
    options={KINDS}
    onchoose={(kind) => {
      log.kind = kind as Kind | '';
      void log.load();
    }}
  />
  <ChoiceField
    label="Band"
    value={band}
    options={[['', 'all'], ...bands.map(({ name }): [string, string] => [name, name])]}
    onchoose={choose}
  />
</div>
<Trouble text={log.trouble} />
{#if putAway !== null}
  <p role="status">
    Taken out. <button type="button" class="linkish" onclick={bringBack}>Bring it back</button>
  </p>
{/if}
{#if log.rows.length}
  <Scroller label="The log, newest first">
    <table class="plain figures">
      <thead>
        <tr>
          <th scope="col">Date</th>
          <th scope="col" class="text">What</th>
          <th scope="col">MHz</th>
          <th scope="col" class="text"><span class="visually-hidden">what it says</span></th>
          <th scope="col"><span class="visually-hidden">to take it out</span></th>
        </tr>
      </thead>
      <tbody>
        {#each log.rows as row (`${row.kind} ${row.key}`)}
          <tr>
            <th scope="row">{day(row.date)}</th>
            <td class="text kind">{NAMES[row.kind]}</td>
            <td>{row.mhz === null ? '' : digits(row.mhz, 5)}</td>
            <td class="text says">{told(row)}</td>
            <td>
              {#if row.kind === 'reading' || row.kind === 'note'}
                <button
                  type="button"
                  class="linkish"
                  aria-label="take out: {told(row)}"
                  onclick={() => remove(row.key)}>take out</button
                >
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
  <p class="soft">
    {log.rows.length} of {log.count}
    {#if log.rows.length < log.count}
      <button type="button" class="linkish" disabled={log.busy} onclick={() => log.load(true)}
        >Older entries</button
      >
    {/if}
  </p>
{:else if !log.busy}
  <p class="soft">Nothing is noted yet.</p>
{/if}

<style>
  .filters {
    display: flex;
    flex-wrap: wrap;
    gap: 0.3rem 2rem;
  }
  table {
    width: 100%;
  }
  .kind,
  .soft {
    color: var(--ink-soft);
  }
  .says {
    white-space: normal;
    overflow-wrap: anywhere;
  }
</style>
