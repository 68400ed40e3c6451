<script lang="ts">
  import PlainText from '../ui/PlainText.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import { noteDown } from './log.svelte';

  /** Something to be noted under today's date. */
  let { station, onkept }: { station: number; onkept: () => void } = $props();
  const id = $props.id();
  let text = $state('');
  let date = $state(new Date().toISOString().slice(0, 10));
  let trouble = $state('');

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const sent = text;
    const tell = onkept; // by then the form may be gone, with its properties
    trouble = await noteDown(station, { note: { date, text } });
    if (trouble) return;
    if (text === sent) text = '';
    tell();
  }
</script>

<form onsubmit={keep} aria-label="A note">
  <h3><label for="{id}-note">A note</label></h3>
  <textarea id="{id}-note" rows="3" bind:value={text} placeholder="new connector, storm …"></textarea>
  <PlainText label="Date" value={date} oninput={(typed) => (date = typed)} />
  <p>
    <button type="submit" class="firm" disabled={!text.trim()}>Keep the note</button>
  </p>
  <Trouble text={trouble} />
</form>

<style>
  p {
    padding: 0.35rem 0;
  }
</style>
