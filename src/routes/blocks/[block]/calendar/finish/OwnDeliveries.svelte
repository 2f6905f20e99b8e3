<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Button } from 'carbon-components-svelte';
  import { formatNumber } from '$core/measure/units';
  import NumberBox from '$lib/parts/NumberBox.svelte';

  interface Props {
    deliveries: { day: string; trees: number }[];
    /** Trees that are still to plant. */
    trees: number;
    /** The first day that is played. */
    start: string;
    onplay: () => void;
    onpromised: () => void;
  }
  /** Deliveries of the leader's own choice, in place of the promised ones. */
  let { deliveries = $bindable(), trees, start, onplay, onpromised }: Props = $props();
  const chosen = $derived(deliveries.reduce((sum, one) => sum + (one.trees || 0), 0));
</script>

<h2>Deliveries as you choose them</h2>
{#each deliveries as delivery, i (i)}
  <div class="delivery">
    <label class="field"
      >Day <input type="date" min={start} bind:value={delivery.day} required /></label
    >
    <label class="field"
      >Trees <NumberBox min={1} step="1" bind:value={delivery.trees} required /></label
    >
    <Button
      size="small"
      kind="ghost"
      on:click={() => (deliveries = deliveries.filter((_, at) => at !== i))}
      >Take out<span class="visually-hidden"> delivery {i + 1}</span></Button
    >
  </div>
{/each}
<p class="num" class:late={chosen !== trees}>
  {formatNumber(chosen)} of {howMany(trees, 'tree')}{chosen < trees
    ? '; the rest is taken to be there from the first day'
    : ''}
</p>
<div class="buttons">
  <Button size="small" on:click={onplay}>Play with these</Button>
  <Button
    size="small"
    kind="ghost"
    on:click={() =>
      (deliveries = [...deliveries, { day: start, trees: Math.max(1, trees - chosen) }])}
    >Add a delivery</Button
  >
  <Button size="small" kind="ghost" on:click={onpromised}>Back to what is promised</Button>
</div>

<style>
  .delivery {
    display: grid;
    grid-template-columns: 200px 160px auto;
    gap: 12px;
    align-items: center;
    max-width: 520px;
  }
  .late {
    color: var(--clay);
    font-weight: 650;
  }
</style>
