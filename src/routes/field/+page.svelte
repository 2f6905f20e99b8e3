<script lang="ts">
  import { formatNumber } from '$core/measure/units';
  import { onMount } from 'svelte';
  import { keepPages } from '$lib/field/work.svelte';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  onMount(() => void keepPages(data.person!.id));
</script>

<svelte:head><title>Field · Viridane</title></svelte:head>
<FieldFrame title={data.person?.name ?? ''} back={['/', 'Morning board']}>
  <h1>Where do you plant?</h1>
  {#each data.fieldBlocks as block (block.id)}
    <a class="block" href="/field/{block.id}{block.trees ? '' : '/stock'}"
      >{block.name}<small class="num"
        >{block.trees
          ? `${formatNumber(block.trees)} places`
          : `${block.lots} ${block.lots === 1 ? 'lot' : 'lots'}, not laid out yet`}</small
      ></a
    >
  {:else}<p class="say">No layout is released to the crew yet.</p>{/each}
</FieldFrame>

<style>
  .block {
    display: flex;
    justify-content: space-between;
    align-items: center;
    min-height: 64px;
    padding: 0 18px;
    margin-bottom: 10px;
    border: 2px solid var(--viridian);
    background: var(--sheet);
    font-size: 20px;
    font-weight: 650;
    text-decoration: none;
  }
  small {
    font-weight: 450;
    color: var(--slate);
    font-size: 15px;
  }
</style>
