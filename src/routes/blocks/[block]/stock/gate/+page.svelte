<script lang="ts">
  import Gate from '$lib/stock/Gate.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
</script>

<svelte:head><title>At the gate · Viridane</title></svelte:head>
<Gate
  language="en"
  lots={data.lots}
  inspections={data.inspections}
  mayRecord={data.mayRecord}
  save={(sample) => send('stock.inspect', { ...newEvent(), ...sample })}
/>
