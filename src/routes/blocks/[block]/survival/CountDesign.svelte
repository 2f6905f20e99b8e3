<script lang="ts">
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { shortRanges } from '$core/measure/ranges';
  import { formatNumber } from '$core/measure/units';
  import {
    countDesign,
    rowsToCount,
    STRATA,
    type CountTerms,
    type StrataBy,
    type Stratum,
  } from '$core/survival/design';
  import { keepTerms } from '$lib/parts/block-terms';
  import { Doing } from '$lib/parts/doing.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';

  interface Props {
    block: Parameters<typeof keepTerms>[0];
    strata: Record<StrataBy, Stratum[]>;
    /** Rows counted last time: the same ones again can be compared. */
    counted: readonly number[];
    mayPlan: boolean;
  }
  /** Which rows a next count takes: for a half-width, by parts of the block, with a random start. */
  let { block, strata, counted, mayPlan }: Props = $props();
  const doing = new Doing();
  const kept = $derived(block.calendarTerms.count);
  let by = $state<StrataBy>(untrack(() => block.calendarTerms.count?.by ?? 'block'));
  let half = $state<number | null>(untrack(() => (block.calendarTerms.count?.half ?? 0.03) * 100));
  const design = $derived(half && half > 0 ? countDesign(strata[by], half / 100) : undefined);
  const rows = $derived(design ? rowsToCount(design, `${block.id} ${by}`) : []);
  const NAMES: Record<StrataBy, string> = {
    block: 'over the whole block',
    zone: 'zone by zone',
    planter: 'planter by planter',
  };
  const keep = (count: CountTerms | undefined) =>
    doing.run(async () => void (await keepTerms(block, 'count', count)));
</script>

<h2 class="more">Which rows next time?</h2>
<div class="design">
  <Select labelText="Drawn" bind:selected={by}>
    {#each STRATA as one (one)}<SelectItem
        value={one}
        text={NAMES[one]}
        disabled={strata[one].length < 2 && one !== 'block'}
      />{/each}
  </Select>
  <NumberField
    label="Survival known to ±"
    unit="points"
    min={0.2}
    max={30}
    decimals={1}
    bind:value={half}
  />
</div>
{#if design}
  <table class="ledger">
    <thead
      ><tr><th>Part</th><th class="n">Rows</th><th class="n">To count</th><th>Which</th></tr></thead
    >
    <tbody>
      {#each design.strata as { name, rows: own, draw } (name)}
        <tr
          ><td>{name}</td><td class="n">{formatNumber(own.length)}</td><td class="n"
            ><b>{formatNumber(draw)}</b></td
          ><td class="num"
            >{shortRanges(
              rows.filter((row) => own.includes(row)),
              14,
            )}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
  <Figure label="Rows to count" figure={design.rows} />
  {#if mayPlan}
    <div class="buttons">
      <Button size="small" on:click={() => keep({ by, half: half! / 100, rows })}
        >Count these rows</Button
      >
      {#if counted.length}<Button
          size="small"
          kind="tertiary"
          on:click={() => keep({ by, half: half! / 100, rows: [...counted] })}
          >The same rows as last time</Button
        >{/if}
    </div>
  {/if}
{/if}
{#if kept}<p class="quiet">
    The phones count rows {shortRanges(kept.rows, 14)}, {NAMES[kept.by]}.
  </p>{/if}
<Outcome of={doing} />

<style>
  .more {
    margin-top: 22px;
  }
  .design {
    display: grid;
    grid-template-columns: 220px 180px;
    gap: 18px;
    align-items: end;
    margin-bottom: 8px;
  }
  table {
    max-width: 720px;
  }
</style>
