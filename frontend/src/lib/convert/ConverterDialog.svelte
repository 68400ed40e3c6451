<script lang="ts">
  import { asks } from '../api/asking.svelte';
  import { api } from '../api/client';
  import { parseTyped } from '../station/units';
  import Modal from '../ui/Modal.svelte';
  import PlainNumber from '../ui/PlainNumber.svelte';
  import Trouble from '../ui/Trouble.svelte';
  import { converter } from './converter.svelte';
  import FormList from './FormList.svelte';
  import { typedFigure } from './typedFigures';

  /** Any figure of reflection, step or level of power, in all its other forms. */
  interface Props {
    /** Watts that a step is taken of. */
    power: number;
  }
  let { power }: Props = $props();
  const text = $derived(converter.text ?? '');
  let ohm = $state('50');
  // svelte-ignore state_referenced_locally (where the field begins)
  let of = $state(String(power));
  const figure = $derived(typedFigure(text));
  const about = $derived(
    figure === null ? null : ['watts', 'dbm', 'volts', 's_meter_db'].includes(figure.form) ? 'level' : 'step',
  );

  const asking = asks(
    () =>
      figure && {
        ...figure,
        ohm: parseTyped(ohm, 'ohm', 'metric') as number,
        of_w: parseTyped(of, 'power', 'metric') as number,
      },
    (query) => api.GET('/api/equivalents', { params: { query } }),
  );
</script>

<Modal open title="In other words" onclose={() => converter.close()}>
  <input
    class="figures w-full p-1.25"
    aria-label="Figure to be put in other words"
    placeholder="1.5, 18 dB RL, |Γ| .2, 4 %, 3 dB, 100 W, S7 …"
    value={text}
    oninput={(event) => converter.open(event.currentTarget.value)}
  />
  {#if about === 'level'}
    <PlainNumber label="Across" unit="Ω" value={ohm} oninput={(typed) => (ohm = typed)} />
  {:else if about === 'step'}
    <PlainNumber label="Of" unit="W" value={of} oninput={(typed) => (of = typed)} />
  {/if}
  <Trouble text={asking.trouble} {asking} />
  {#if asking.answer && !asking.trouble}
    <p class="serif my-2.75" role="status">{asking.answer.sentence}</p>
    <FormList rows={asking.answer.rows} />
  {:else if text.trim() && figure === null}
    <p class="soft my-2.75" role="status">
      That is none of the figures known here: an SWR, “18 dB RL”, “0.3 dB mismatch loss”, “|Γ| .2”, “4 %” for
      what comes back; “3 dB” or “2 S-units” for a step; “100 W”, “50 dBm”, “70 V”, “S7” or “S9+20” for a
      level.
    </p>
  {/if}
</Modal>
