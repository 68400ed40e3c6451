<script lang="ts">
  import type { AntennaRow, StationFile } from '../api/client';
  import { digits, watts } from '../figures';
  import { keptAs } from '../arrangements/arrangements';
  import type { Session } from '../station/session.svelte';
  import ChoiceField from '../ui/ChoiceField.svelte';
  import NumberField from '../ui/NumberField.svelte';
  import Progress from '../ui/Progress.svelte';
  import Scroller from '../ui/Scroller.svelte';
  import PlacePlan from './PlacePlan.svelte';
  import { AntennaRanking } from './ranking.svelte';

  /** Which antenna for this place, with which feed: the place, and what fits in, ranked. */
  let { session }: { session: Session } = $props();
  type Place = NonNullable<StationFile['place']>;
  type Kind = NonNullable<Place['not']>[number];
  const ranking = new AntennaRanking();
  const place = $derived(session.document.place ?? null);
  const answer = $derived(ranking.answer);
  const stale = $derived(answer !== null && ranking.asked !== JSON.stringify(place));
  const FIRST: Place = {
    length_m: 20,
    breadth_m: 10,
    supports: [{ height_m: 9, x_m: 10, y_m: 5 }],
    house: { x_m: 0, y_m: 5 },
    ground: 'average',
    towards: 'both',
    not: [],
  };
  const KINDS: [Kind, string][] = [
    ['level', 'level wires'],
    ['vee', 'inverted vees'],
    ['end-fed', 'end-fed wires'],
    ['vertical', 'verticals'],
    ['fan', 'fans of dipoles'],
  ];
  const GROUNDS: [string, string][] = [
    ['poor', 'sand, rock, town: poor'],
    ['average', 'garden soil, clay: average'],
    ['good', 'wet meadow, marsh: good'],
    ['sea', 'sea water'],
  ];
  const TOWARDS: [string, string][] = [
    ['near', 'near places, by what leaves above 30°'],
    ['far', 'far places, by what leaves below 30°'],
    ['both', 'both'],
  ];
  const length = (key: string, label: string) => ({ key, label, quantity: 'length' as const });
  const MOST = 3;
  let all = $state(false);
  const rows = $derived(answer?.rows.slice(0, all ? undefined : 12) ?? []);

  function toggle(kind: Kind, wanted: boolean) {
    const off = place?.not ?? [];
    session.change('place.not', wanted ? off.filter((one) => one !== kind) : [...off, kind]);
  }
  /** The antenna with its feed becomes the station; what stands now is kept as an arrangement. */
  function take(row: AntennaRow) {
    const kept = session.document.chain.length ? keptAs(session.document, row.name) : session.document;
    session.step({ ...kept, antenna: row.antenna, chain: row.chain } as StationFile, 'adopt');
    session.selected = 'transmitter';
  }
</script>

<section aria-label="Which antenna">
  <h3>Which antenna, with which feed?</h3>
  {#if !place}
    <p class="soft">
      Give the place you have, and what fits in it is ranked with every place of the match and every line.
    </p>
    <p>
      <button type="button" class="firm" onclick={() => session.change('place', FIRST)}
        >What do you have room for?</button
      >
    </p>
  {:else}
    <div class="place">
      <div>
        <NumberField form={session} place="place.length_m" spec={length('length_m', 'Length of the place')} />
        <NumberField form={session} place="place.breadth_m" spec={length('breadth_m', 'Breadth')} />
        <NumberField form={session} place="place.house.x_m" spec={length('x_m', 'House, along')} />
        <NumberField form={session} place="place.house.y_m" spec={length('y_m', 'House, across')} />
        <ChoiceField
          label="Ground"
          value={typeof place.ground === 'string' ? place.ground : 'average'}
          options={GROUNDS}
          onchoose={(value) => session.change('place.ground', value)}
        />
        <ChoiceField
          label="To be heard in"
          value={place.towards ?? 'both'}
          options={TOWARDS}
          onchoose={(value) => session.change('place.towards', value)}
        />
      </div>
      <div>
        {#each place.supports ?? [] as one, n (n)}
          <fieldset>
            <legend>Support {n + 1}, {digits(Number(one.height_m) || 0)} m</legend>
            <NumberField
              form={session}
              place="place.supports[{n}].height_m"
              spec={length('height_m', 'Height')}
            />
            <NumberField form={session} place="place.supports[{n}].x_m" spec={length('x_m', 'along')} />
            <NumberField form={session} place="place.supports[{n}].y_m" spec={length('y_m', 'across')} />
            <button
              type="button"
              class="linkish"
              onclick={() =>
                session.change(
                  'place.supports',
                  (place.supports ?? []).filter((other) => other !== one),
                )}>Leave this support out</button
            >
          </fieldset>
        {/each}
        {#if (place.supports ?? []).length < MOST}
          <button
            type="button"
            class="linkish"
            onclick={() =>
              session.change('place.supports', [
                ...(place.supports ?? []),
                { height_m: 9, x_m: Number(place.length_m), y_m: Number(place.breadth_m) },
              ])}>Add a support</button
          >
        {/if}
      </div>
      <div>
        <PlacePlan {place} />
        {#each KINDS as [kind, name] (kind)}
          <label class="check"
            ><input
              type="checkbox"
              checked={!(place.not ?? []).includes(kind)}
              onchange={(event) => toggle(kind, event.currentTarget.checked)}
            />
            {name}</label
          >
        {/each}
      </div>
    </div>
    <p>
      <button type="button" class="firm" onclick={() => ranking.ask(session.document)}
        >Rank what fits in</button
      >
      {#if ranking.progress}<button type="button" class="linkish" onclick={() => ranking.stop()}>Stop</button
        >{/if}
    </p>
    {#if ranking.progress}<Progress label="Computing antennas" {...ranking.progress} />{/if}
    {#if ranking.trouble}<p class="trouble" role="alert">{ranking.trouble}</p>{/if}
    {#if answer}
      {#if stale}<p class="trouble">The place has changed since; rank again.</p>{/if}
      <p class="verdict serif" data-testid="antennas">{answer.sentence}</p>
      {#if answer.left_out}<p class="soft">
          {answer.left_out === 1 ? '1 antenna is' : `${answer.left_out} antennas are`} left out: not to be computed
          on every band.
        </p>{/if}
      <Scroller label="Antennas with their feeds">
        <table class="plain figures">
          <thead>
            <tr>
              <th scope="col" class="text">Antenna, place of the match, line</th>
              <th scope="col">W</th>
              {#each answer.rows[0]?.by_band ?? [] as band (band.name)}<th scope="col"
                  >{band.name.replace(' m', '')}</th
                >{/each}
              <th scope="col">cost</th>
              <th scope="col">right in, of 100 cases</th>
              <th scope="col"><span class="visually-hidden">take it</span></th>
            </tr>
          </thead>
          <tbody>
            {#each rows as row, n (n)}
              <tr>
                <th scope="row" class="text">
                  {#if n === answer.decision}<span class="sign">●</span><span class="visually-hidden"
                      >the decision:
                    </span>{/if}{row.name}
                </th>
                <td
                  >{watts(row.watts)}{#if row.between_w}<span class="between"
                      >{row.between_w.map((one) => watts(one)).join(' – ')}</span
                    >{/if}</td
                >
                {#each row.by_band as band (band.name)}<td>{watts(band.towards_w)}</td>{/each}
                <td>{row.cost === null ? '?' : digits(row.cost)}</td>
                <td>{row.right_in === null ? '–' : String(Math.round(100 * row.right_in))}</td>
                <td
                  ><button
                    type="button"
                    class="linkish"
                    aria-label="Take {row.name}"
                    onclick={() => take(row)}>Take it</button
                  ></td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </Scroller>
      {#if answer.rows.length > 12}<p>
          <button type="button" class="linkish" onclick={() => (all = !all)}
            >{all ? 'Only the first' : `All ${answer.rows.length}`}</button
          >
        </p>{/if}
    {/if}
  {/if}
</section>

<style>
  section {
    border-top: 1px solid var(--hairline);
    margin-top: 1rem;
    padding-top: 0.6rem;
  }
  .place {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
    gap: 0.4rem 1.6rem;
    align-items: start;
  }
  .verdict {
    font-size: 1.15rem;
    line-height: 1.3;
    max-width: 56rem;
  }
  .soft {
    color: var(--ink-soft);
  }
  .check {
    display: block;
  }
  .sign {
    color: var(--radiated-ink);
  }
  .trouble {
    color: var(--heat-ink);
  }
  .between {
    display: block;
    font-size: 12.5px;
    color: var(--ink-soft);
  }
  legend {
    color: var(--ink-soft);
    font-size: 13px;
  }
  th.text {
    min-width: 12rem;
    max-width: 22rem;
    white-space: normal;
  }
</style>
