<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { shortRanges } from '$core/measure/ranges';
  import { v7 as uuid } from 'uuid';
  import { ALIKE, plotsFor } from '$core/checks/plan';
  import { inOwnUnits, PLOT_SIZES, plotRadius } from '$core/checks/plot';
  import { COUNT_WAYS, type CountWay } from '$core/survival/walks';
  import {
    formatArea,
    formatLength,
    formatNumber,
    formatPercent,
    METRES_PER_FOOT,
  } from '$core/measure/units';
  import {
    countDesign,
    drawCounted,
    nextCount,
    rowsToCount,
    STRATA,
    type CountTerms,
    type StrataBy,
    type Stratum,
  } from '$core/survival/design';
  import { keepTerms } from '$lib/parts/block-terms';
  import { Doing } from '$lib/parts/doing.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { send } from '$lib/parts/send.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';

  interface Props {
    block: Parameters<typeof keepTerms>[0];
    strata: Record<StrataBy, Stratum[]>;
    /** Rows counted last time: the same ones again can be compared. */
    counted: readonly number[];
    mayPlan: boolean;
    /** Trees that stand, square metres to each, and the living share as far as it is known. */
    standing: { trees: number; areaAPeg: number; survival: number };
  }
  /** Which rows a next count takes: for a half-width, by parts of the block, with a random start. */
  let { block, strata, counted, mayPlan, standing }: Props = $props();
  /** Rows of last time as they were drawn: what was looked at beside them is not drawn again. */
  const lastTime = $derived.by(() => {
    const { parts = [], beside = [] } = drawCounted(kept, counted) ?? {};
    return { rows: counted.filter((row) => !beside.includes(row)), parts };
  });
  const doing = new Doing();
  const kept = $derived(block.calendarTerms.count);
  const units = useUnits();
  const squareShown = $derived(units.system === 'us' ? METRES_PER_FOOT ** 2 : 1);
  let way = $state<CountWay>(
    untrack(() => {
      const { plots, trees } = block.calendarTerms.count ?? {};
      return plots ? 'plots' : trees?.length ? 'trees' : 'rows';
    }),
  );
  /** Of a circle, square metres. */
  let area = $state<number | null>(
    untrack(
      () => block.calendarTerms.count?.plots?.area ?? inOwnUnits(PLOT_SIZES, units.system)[0].area,
    ),
  );
  const WAYS: Record<CountWay, string> = {
    rows: 'whole rows',
    plots: 'circles over the ground',
    trees: 'single tagged trees',
  };
  /** How many circles or trees give the half-width. */
  const drawn = $derived.by(() => {
    if (way === 'rows' || !half || half <= 0 || !area || area <= 1) return undefined;
    const each = way === 'trees' ? 1 : Math.max(1, area / standing.areaAPeg);
    return plotsFor(
      {
        // All alive or all dead so far is no promise: one in twenty is taken to be otherwise.
        quality: Math.min(0.95, Math.max(0.05, standing.survival)),
        ...{ trees: each, alike: way === 'trees' ? 0 : ALIKE },
        inBlock: Math.max(2, Math.floor(standing.trees / each)),
      },
      half / 100,
      { unit: way === 'trees' ? 'tree' : 'circle', share: 'survival' },
    );
  });
  const draw = () =>
    doing.run(async () => {
      const made = await send('survival.design', {
        ...{ blockId: block.id, way: way as 'plots' | 'trees', count: drawn!.value },
        ...{ area: area!, half: half! / 100, seed: uuid(), edition: block.termsEdition },
      });
      return way === 'trees'
        ? `${made.drawn} trees are drawn. Tag them on the first count; the phones lead from one to the next.`
        : `${made.drawn} circles are drawn, with a random start.`;
    });
  let by = $state<StrataBy>(untrack(() => block.calendarTerms.count?.by ?? 'block'));
  let half = $state<number | null>(untrack(() => (block.calendarTerms.count?.half ?? 0.03) * 100));
  const design = $derived(half && half > 0 ? countDesign(strata[by], half / 100) : undefined);
  const rows = $derived(design ? rowsToCount(design, `${block.id} ${by}`) : []);
  const NAMES: Record<StrataBy, string> = {
    block: 'over the whole block',
    zone: 'zone by zone',
    species: 'species by species',
    lot: 'lot by lot',
    planter: 'planter by planter',
  };
  const keep = (count: CountTerms | undefined) =>
    doing.run(async () => void (await keepTerms(block, 'count', count)));
</script>

<h2 class="more">The next count</h2>
<div class="design">
  <Select labelText="What is counted" bind:selected={way}>
    {#each COUNT_WAYS as one (one)}<SelectItem value={one} text={WAYS[one]} />{/each}
  </Select>
  {#if way === 'rows'}<Select labelText="Drawn" bind:selected={by}>
      {#each STRATA as one (one)}<SelectItem
          value={one}
          text={NAMES[one]}
          disabled={strata[one].length < 2 && one !== 'block'}
        />{/each}
    </Select>{:else if way === 'plots'}
    <NumberField
      label="Circle"
      unit={units.system === 'us' ? 'sq ft' : 'm²'}
      min={Math.ceil(5 / squareShown)}
      max={Math.floor(2000 / squareShown)}
      value={area === null ? null : Math.round(area / squareShown)}
      onvalue={(typed) => (area = typed * squareShown)}
    />{/if}
  <NumberField
    label="Survival known to ±"
    unit="points"
    min={0.2}
    max={30}
    decimals={1}
    bind:value={half}
  />
</div>
{#if way !== 'rows'}
  {#if drawn}
    <Figure label={way === 'trees' ? 'Trees to tag' : 'Circles to count'} figure={drawn} />
    {#if way === 'plots'}<p class="quiet num">
        Radius {formatLength(plotRadius(area!), units.system, 2)}, about {formatNumber(
          Math.round(area! / standing.areaAPeg),
        )} trees each. Trees of a circle are taken to be alike by {formatPercent(ALIKE)}.
      </p>{/if}
    {#if mayPlan}<div class="buttons">
        <Button size="small" on:click={draw}
          >{way === 'trees' ? 'Draw these trees' : 'Draw these circles'}</Button
        >
      </div>{/if}
  {/if}
{:else if design}
  <div class="wide">
    <table class="ledger">
      <thead
        ><tr><th>Part</th><th class="n">Rows</th><th class="n">To count</th><th>Which</th></tr
        ></thead
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
  </div>
  <Figure label="Rows to count" figure={design.rows} />
  {#if mayPlan}
    <div class="buttons">
      <Button
        size="small"
        on:click={() => keep(nextCount(kept, { by, half: half! / 100, rows }, strata[by]))}
        >Count these rows</Button
      >
      {#if counted.length}<Button
          size="small"
          kind="tertiary"
          on:click={() =>
            keep(
              nextCount(
                kept,
                // Drawn as they were: in the parts of last time.
                { by: kept?.by ?? 'block', half: half! / 100, rows: lastTime.rows },
                lastTime.parts,
              ),
            )}>The same rows as last time</Button
        >{/if}
    </div>
  {/if}
{/if}
{#if kept}<p class="quiet">
    {#if kept.plots}The phones count {kept.plots.all.length} circles of {formatArea(
        kept.plots.area,
        units.system,
      )}.{:else if kept.trees?.length}The phones follow {kept.trees.reduce(
        (sum, { pegs }) => sum + pegs.length,
        0,
      )} tagged trees in {howMany(kept.trees.length, 'row')}.{:else}The phones count rows {shortRanges(
        kept.rows,
        14,
      )}, {NAMES[kept.by]}.{/if}
  </p>{/if}
<Outcome of={doing} />

<style>
  .more {
    margin-top: 22px;
  }
  .design {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(170px, 220px));
    gap: 18px;
    align-items: end;
    margin-bottom: 8px;
  }
  table {
    max-width: 720px;
  }
</style>
