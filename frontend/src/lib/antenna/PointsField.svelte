<script lang="ts">
  import { valueAt } from '../station/paths';
  import type { Form } from '../ui/form';
  import { notFilledIn, pointsAsText, textAsPoints } from './points';

  interface Props {
    form: Form;
    label: string;
    heads: string[];
    place?: string;
    /** What a line holds. */
    item?: string;
  }
  let { form, label, heads, place = 'antenna.points', item = 'point' }: Props = $props();

  const id = $props.id();
  const points = $derived((valueAt(form.document, place) ?? []) as unknown[][]);
  const swr = $derived(heads.at(-1) === 'SWR');
  const text = $derived(form.drafts[place] ?? pointsAsText(points));
  const unfinished = $derived(textAsPoints(text, heads.length, swr).unfinished);
  const faults = $derived(
    Object.entries(form.faults)
      .filter(([at]) => at.startsWith(place))
      .map(([at, rule]) => {
        const line = /\[(\d+)\]/.exec(at.slice(place.length))?.[1];
        return line === undefined ? rule : `${item} ${Number(line) + 1} ${rule}`;
      }),
  );

  function enter(typed: string) {
    form.change(place, textAsPoints(typed, heads.length, swr).points);
    form.drafts = { [place]: typed };
  }
</script>

<div class="border-t py-1.25">
  <label class="soft" for={id}
    >{label}: <span class="figures">{heads.join(' ')}</span>, one {item} a line</label
  >
  <textarea
    {id}
    class="figures"
    rows={Math.min(Math.max(text.split('\n').length + 1, 4), 12)}
    spellcheck="false"
    value={text}
    aria-invalid={faults.length ? 'true' : undefined}
    oninput={(event) => enter(event.currentTarget.value)}></textarea>
  {#if faults[0]}<p class="fault soft text-fine" role="alert">
      {points.length ? faults[0] : 'Fill in one line at least'}.
    </p>{/if}
  {#if unfinished && points.length}<p class="soft text-fine">
      {notFilledIn(unfinished)}
    </p>{/if}
</div>
