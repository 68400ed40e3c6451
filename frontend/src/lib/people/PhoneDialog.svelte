<script lang="ts">
  import { onMount } from 'svelte';
  import { api, type PhoneOut } from '../api/client';
  import { sentenceOf } from '../api/refusals';
  import Modal from '../ui/Modal.svelte';

  /** The station on one's own phone: a picture that its camera reads. */
  let { station, name, onclose }: { station: number; name: string; onclose: () => void } = $props();
  const MARGIN = 4;
  let made = $state.raw<PhoneOut | null>(null);
  let trouble = $state('');
  let over = $state(false);
  let timer: ReturnType<typeof setTimeout>;

  async function make() {
    clearTimeout(timer);
    const params = { path: { pk: station } };
    const { data, error } = await api.POST('/api/stations/{pk}/phone', { params });
    trouble = data ? '' : sentenceOf(error);
    made = data ?? null;
    over = false;
    if (data) timer = setTimeout(() => (over = true), new Date(data.until).getTime() - Date.now());
  }
  onMount(() => {
    void make();
    return () => clearTimeout(timer);
  });
  const size = $derived((made?.square.length ?? 0) + 2 * MARGIN);
  /** Each dark field as a path of its own. */
  const dark = $derived(
    (made?.square ?? [])
      .flatMap((row, y) =>
        [...row].map((cell, x) => (cell === '1' ? `M${x + MARGIN} ${y + MARGIN}h1v1h-1z` : '')),
      )
      .join(''),
  );
</script>

<Modal open title="“{name || 'This station'}” on your phone" {onclose}>
  {#if trouble}<p class="fault" role="alert">{trouble}</p>{/if}
  {#if made && !over}
    <p>
      Point your phone’s camera at the picture. It opens a small page for outside: trimming, readings, where
      the dials stand, and the last sweep.
    </p>
    <svg viewBox="0 0 {size} {size}" role="img" aria-label="A code for your phone’s camera">
      <rect width={size} height={size} fill="white" />
      <path d={dark} fill="black" shape-rendering="crispEdges" />
    </svg>
    <p class="soft">
      It is good once, until {new Date(made.until).toLocaleTimeString('en-GB', {
        hour: '2-digit',
        minute: '2-digit',
      })}, and signs the phone in as you, for this station alone, for twelve hours. Show it to nobody else;
      under your account you can end it.
    </p>
    <details class="py-1.25">
      <summary class="soft">Without a camera</summary>
      <p>
        Type this address on the phone: <output class="figures font-semibold wrap-anywhere"
          >{made.address}</output
        >
      </p>
    </details>
  {:else if made}
    <p>This code is not good any more.</p>
  {/if}
  {#if made}<p><button type="button" class="linkish" onclick={make}>Make another code</button></p>{/if}
</Modal>

<style>
  svg {
    width: min(20rem, 100%);
    margin: 0.6rem auto;
    display: block;
  }
</style>
