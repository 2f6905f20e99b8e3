<script lang="ts">
  import { formatDay } from '$core/measure/dates';
  import { formatArea, formatLiquid, formatMass, formatWind } from '$core/measure/units';
  import { rowList } from '$core/method/ways';
  import { useUnits } from '$lib/parts/figures.svelte';
  import type { PageData } from './$types';

  /** What was sprayed on a block, the newest first, as a label and an inspector ask for it. */
  interface Props {
    block: string;
    sprayed: PageData['sprayed'];
    mayRecord: boolean;
    oncancel: (done: PageData['sprayed'][number]) => void;
  }
  let { block, sprayed, mayRecord, oncancel }: Props = $props();
  const units = useUnits();
</script>

<h2>Record of what was sprayed here</h2>
<div class="wide">
  <table class="ledger">
    <thead
      ><tr
        ><th>Day</th><th>Product</th><th class="n">Treated</th><th class="n">Product used</th><th
          class="n">Wind</th
        ><th>Lot number</th><th>Operator</th><th></th></tr
      ></thead
    >
    <tbody>
      {#each sprayed as done (done.id)}<tr
          ><td>{formatDay(done.day, true)}</td><td
            >{done.product}{#if done.sprayedRows.length}<small class="quiet">
                rows {rowList(done.sprayedRows)}</small
              >{/if}{#if done.knowing}<small class="against"> against the label</small>{/if}</td
          ><td class="n">{formatArea(done.area, units.system)}</td><td class="n"
            >{done.granules
              ? formatMass(done.litres, units.system)
              : formatLiquid(done.litres / 1000, units.system)}</td
          ><td class="n">{formatWind(done.wind, units.system)}</td><td>{done.lotNumber || '–'}</td
          ><td>{done.operator}</td><td class="n"
            >{#if mayRecord}<button class="link-button" onclick={() => oncancel(done)}
                >Cancel<span class="visually-hidden">
                  {done.product} of {formatDay(done.day)}</span
                ></button
              >{/if}</td
          ></tr
        >{:else}<tr><td colspan="8" class="quiet">Nothing is on record.</td></tr>{/each}
    </tbody>
  </table>
</div>

{#if sprayed.length}<p>
    <a href="/blocks/{block}/calendar/sprayings.pdf" target="_blank" rel="noreferrer"
      >The record to sign</a
    >
    <a href="/blocks/{block}/calendar/sprayings.csv" download>as CSV</a>
  </p>{/if}

<style>
  .against {
    color: var(--clay);
    font-weight: 600;
  }
</style>
