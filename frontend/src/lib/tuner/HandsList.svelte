<script lang="ts">
  import type { HandsOut } from '../api/client';
  import { swr } from '../figures';

  /** The order of moves, each with the SWR that it leaves; a move can be made here. */
  interface Props {
    hands: HandsOut;
    onmove: (move: HandsOut['meter']['moves'][number]) => void;
  }
  let { hands, onmove }: Props = $props();
  const routes = $derived([hands.meter, ...(hands.dials ? [hands.dials] : [])]);
</script>

<p>{hands.sentence}</p>
<ul class="cautions">
  {#each hands.cautions as caution, n (n)}<li><span aria-hidden="true">▲</span> {caution}</li>{/each}
</ul>
<div class="routes">
  {#each routes as route, r (r)}
    <div>
      <p><b>{route.sentence}</b></p>
      <ol class="figures">
        <li class="start">From SWR {swr(route.start_swr)}</li>
        {#each route.moves as move, n (n)}
          <li>
            {move.text}: SWR {swr(move.swr)}
            <button type="button" class="linkish" aria-label="do it: {move.text}" onclick={() => onmove(move)}
              >do it</button
            >
          </li>
        {/each}
      </ol>
    </div>
  {/each}
</div>

<style>
  .routes {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(20rem, 100%), 1fr));
    gap: 0.4rem 2rem;
  }
  li {
    border-top: 1px solid var(--hairline);
    padding: 0.25rem 0;
  }
  ol {
    list-style: decimal;
    padding-left: 1.4rem;
  }
  .start {
    list-style: none;
    margin-left: -1.4rem;
    color: var(--ink-soft);
  }
  .cautions {
    color: var(--caution-ink);
    margin: 0.4rem 0;
  }
  p {
    max-width: 60rem;
  }
</style>
