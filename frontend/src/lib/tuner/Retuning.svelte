<script lang="ts">
  import { asks } from '../api/asking.svelte';
  import { api, type RetuningOut } from '../api/client';
  import { digits } from '../figures';
  import type { Session } from '../station/session.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import RetunePicture from './RetunePicture.svelte';
  import Scroller from '../ui/Scroller.svelte';

  /** How far one may move from each preset before it must be set anew. */
  let { session, at }: { session: Session; at: number } = $props();
  const QUIET_MS = 300;
  const asking = asks(
    () => ({ document: session.document, at }),
    (body) => api.POST('/api/tuner/retuning', { body }),
    QUIET_MS,
  );
  const answer = $derived(asking.answer);

  const shown = $derived(
    answer?.bands.find(({ mhz }) => (mhz[0] ?? 0) <= session.mhz && session.mhz <= (mhz.at(-1) ?? 0)) ??
      answer?.bands[0],
  );
  const kilohertz = (mhz: number) => digits(1000 * mhz);
  function wholly([low = 0, high = 0]: number[], edges: number[]): string {
    const all = low <= (edges[0] ?? low) && high >= (edges.at(-1) ?? high);
    return all ? 'edge to edge' : `${kilohertz(high - low)} kHz`;
  }
  type Spot = RetuningOut['bands'][number]['spots'][number];
  function move({ mhz, within }: Spot, n: number, edges: number[]): string {
    const ends = within[n];
    if (!ends) return 'not there either';
    const [low = mhz, high = mhz] = ends;
    const [first = low, last = high] = [edges[0], edges.at(-1)];
    if (low <= first && high >= last) return 'edge to edge';
    const down = low <= first ? 'to the edge' : `${kilohertz(mhz - low)} kHz`;
    const up = high >= last ? 'to the edge' : `${kilohertz(high - mhz)} kHz`;
    return `${down} down, ${up} up`;
  }
</script>

<section class="mt-5.5 border-t pt-2.5">
  <h3>How far one may move before it must be set anew</h3>
  <Trouble text={asking.trouble} {asking} />
  {#if answer}
    <p data-testid="retuning">{answer.sentence}</p>
    {#if shown}
      <h4 class="mt-1.5 font-semibold">{shown.name}: {shown.sentence}</h4>
      <RetunePicture band={shown} limits={answer.limits} />
    {/if}
    <Scroller label="How far one may move, band by band">
      <table class="plain figures">
        <thead>
          <tr>
            <th scope="col">Band</th>
            <th scope="col">set at</th>
            {#each answer.limits as limit (limit)}<th scope="col">within SWR {limit}</th>{/each}
            {#each answer.limits as limit (limit)}<th scope="col">settings to cover it, {limit}</th>{/each}
          </tr>
        </thead>
        <tbody>
          {#each answer.bands as band, i (i)}
            {#each band.spots as spot, n (n)}
              <tr>
                <th scope="row">{band.name}</th>
                <td>{digits(spot.mhz, 5)}{spot.preset === null ? ', predicted' : ''}</td>
                {#each answer.limits as limit, k (limit)}<td>{move(spot, k, band.mhz)}</td>{/each}
                {#each answer.limits as limit, k (limit)}
                  <td>{n > 0 ? '' : (band.covers[k] ?? 'no number does')}</td>
                {/each}
              </tr>
            {/each}
            <tr class="bare">
              <th scope="row">{band.name}</th>
              <td>without it</td>
              {#each answer.limits as limit, k (limit)}
                {@const ends = band.bare_within[k]}
                <td>{ends ? wholly(ends, band.mhz) : 'nowhere'}</td>
              {/each}
              {#each answer.limits as limit (limit)}<td></td>{/each}
            </tr>
          {/each}
        </tbody>
      </table>
    </Scroller>
    <p class="soft text-fine">
      Where it is not known what a dial stands for, a preset is taken to be the match that loses least at its
      frequency.
    </p>
  {/if}
</section>

<style>
  .bare td,
  .bare th {
    color: var(--ink-soft);
    border-top-style: dotted;
  }
</style>
