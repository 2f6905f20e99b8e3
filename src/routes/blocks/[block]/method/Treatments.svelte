<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { layTreatments, type Treatment } from '$core/method/differences';
  import { rowList } from '$core/method/ways';
  import NumberField from '$lib/parts/NumberField.svelte';
  import { spoken } from '$lib/parts/reader.svelte';

  /** Rows planted otherwise on purpose: how many ways, on which rows, and which row gets which. */
  interface Props {
    rows: number[];
    version: number;
    treatments: Treatment[];
    /** Puts new treatments in the place of those before; answers of the same letter stay. */
    lay: (treatments: Treatment[]) => void;
  }
  let { rows, version, treatments, lay }: Props = $props();
  let first = $state<number | null>(untrack(() => treatments[0]?.among[0] ?? rows[0] ?? 1));
  let last = $state<number | null>(untrack(() => treatments[0]?.among[1] ?? rows.at(-1) ?? 1));
  let plot = $state<number | null>(2);
  let ways = $state<number | null>(untrack(() => Math.max(1, treatments.length)));
  let seed = 0;
  let wrong = $state('');
  const current = $derived(treatments.every((one) => one.version === version));

  function draw() {
    const among = rows.filter((row) => row >= (first ?? 1) && row <= (last ?? 0));
    const letters = Array.from({ length: 1 + (ways ?? 0) }, (_, i) => String.fromCharCode(65 + i));
    try {
      // Drawn anew, another order comes; the first seed is the version, so that two leaders get the same.
      const laid = layTreatments(among, letters, plot ?? 0, version * 1000 + seed++);
      wrong = '';
      lay(
        letters.slice(1).map((letter) => ({
          ...{ letter, rows: laid.rows.get(letter)!, version },
          among: [among[0], among[0] + laid.replicates * letters.length * (plot ?? 1) - 1],
        })),
      );
    } catch (error) {
      wrong = spoken(error);
    }
  }
</script>

<p class="quiet small">
  Plant some rows otherwise and see in the counts whether it matters. A is the block’s own way. Rows
  are drawn in groups that hold every way once, so that a slope or a wet side falls on all alike;
  rows already begun are left out.
</p>
<div class="fields">
  <NumberField label="From row" min={1} bind:value={first} />
  <NumberField label="To row" min={1} bind:value={last} />
  <NumberField label="Rows a plot" min={1} bind:value={plot} />
  <NumberField label="Ways beside A" min={1} max={6} bind:value={ways} />
</div>
{#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
{#if treatments.length}
  <ul class="small num">
    {#each treatments as treatment (treatment.letter)}
      <li><b>{treatment.letter}</b> rows {rowList(treatment.rows)}</li>
    {/each}
  </ul>
  {#if !current}<p class="say stop">
      These rows are of another version. Draw them again on version {version}.
    </p>{/if}
{/if}
<div class="buttons">
  <Button size="small" kind="tertiary" on:click={draw}
    >{treatments.length ? 'Draw the rows again' : 'Draw the rows'}</Button
  >
  {#if treatments.length}
    <Button size="small" kind="ghost" on:click={() => lay([])}>Take the comparison out</Button>
  {/if}
</div>

<style>
  .small {
    font-size: 13.5px;
  }
  .fields {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
    margin: 8px 0;
  }
  ul {
    margin: 6px 0;
    padding-left: 0;
    list-style: none;
    overflow-wrap: anywhere;
  }
</style>
