<script lang="ts">
  import Gate from '$lib/stock/Gate.svelte';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const { say } = useTongue();
  const work = fieldWork(() => data, ['stock.inspect']);
</script>

<svelte:head><title>{say('rows.gate')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.site?.id}
>
  <div class="wide">
    <Gate
      lots={data.lots}
      inspections={data.inspections}
      mayRecord={data.mayRecord}
      save={(sample) => work.outbox.add('stock.inspect', { ...work.event(), ...sample })}
    />
  </div>
</FieldFrame>

<style>
  .wide {
    margin: -14px -16px;
  }
</style>
