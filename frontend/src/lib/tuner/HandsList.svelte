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

<p class="max-w-240">{hands.sentence}</p>
<ul class="my-1.5 text-caution-ink">
  {#each hands.cautions as caution, n (n)}<li><span aria-hidden="true">▲</span> {caution}</li>{/each}
</ul>
<div class="routes">
  {#each routes as route, r (r)}
    <div>
      <p class="max-w-240"><b>{route.sentence}</b></p>
      <ol class="figures list-decimal pl-5.5">
        <li class="soft -ml-5.5 list-none">From SWR {swr(route.start_swr)}</li>
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
</style>
