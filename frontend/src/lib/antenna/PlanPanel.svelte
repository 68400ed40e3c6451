<script lang="ts">
  import type { Bands, PlannedAntenna, PlannedOut } from '../api/client';
  import type { Form } from '../ui/form';
  import Trouble from '../ui/Trouble.svelte';
  import { Estimating } from './estimating.svelte';
  import { rowsOf } from './planning';
  import PlanCaution from './PlanCaution.svelte';
  import PlanFields from './PlanFields.svelte';
  import PlanTable from './PlanTable.svelte';
  import ShapePicture from './ShapePicture.svelte';

  interface Props {
    form: Form;
    antenna: PlannedAntenna;
    bands: Bands;
    mhz: number;
    /** What the station's answer tells of it (null: not yet); undefined: there is none of what stands now. */
    estimate: PlannedOut | null | undefined;
  }
  let { form, antenna, bands, mhz, estimate }: Props = $props();

  const estimating = new Estimating(() => estimate);
  const rows = $derived(rowsOf(bands, mhz));

  $effect(() =>
    estimating.ask(
      antenna,
      rows.map((row) => row.edges),
    ),
  );
</script>

{#if estimating.drawn}
  <ShapePicture planned={estimating.drawn} {antenna} onmove={(moved) => form.change('antenna', moved)} />
{/if}
<PlanFields {form} {antenna} {mhz} />
<Trouble text={estimating.trouble} asking={estimating} />
<p class="soft my-2">{estimating.sentence}</p>
<PlanTable names={rows.map((row) => row.name)} results={estimating.middles} />
<PlanCaution />
