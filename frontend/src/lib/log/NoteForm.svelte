<script lang="ts">
  import { untrack } from 'svelte';
  import PlainText from '../ui/PlainText.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import { Sending, typedForm } from '../station/typed.svelte';
  import { noteDown } from './log.svelte';

  /** Something to be noted under today's date. */
  let { station, onkept }: { station: number; onkept: () => void } = $props();
  const id = $props.id();
  const blank = () => ({ text: '', date: new Date().toISOString().slice(0, 10) });
  const typed = untrack(() => typedForm(station, 'note', blank));
  const sending = untrack(() => new Sending(station, 'note'));
  let trouble = $state('');

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const [note, pk] = [{ ...typed }, station];
    const tell = onkept; // by then the form may be gone, with its properties
    const wrong = await sending.send(note, (key) => noteDown(pk, { note }, key));
    if (wrong === null) return; // it is on its way already
    trouble = wrong;
    if (trouble) return;
    if (typed.text === note.text) typed.text = '';
    tell();
  }
</script>

<form onsubmit={keep} aria-label="A note">
  <h3><label for="{id}-note">A note</label></h3>
  <textarea id="{id}-note" rows="3" bind:value={typed.text} placeholder="new connector, storm …"></textarea>
  <PlainText label="Date" value={typed.date} oninput={(date) => (typed.date = date)} />
  <p class="py-1.5">
    <button type="submit" class="firm" disabled={sending.busy || !typed.text.trim()}>Keep the note</button>
  </p>
  <Trouble text={trouble} />
</form>
