<script lang="ts">
  import { inWords } from '$lib/parts/reader.svelte';
  import type { WordedFigure } from '$core/measure/working';
  import { formatNumber } from '$core/measure/units';
  import { stringsIn, type Layout } from '$core/rows/layout';
  import Figure from '$lib/parts/Figure.svelte';

  interface Props {
    layout: Layout;
    looks: readonly { id: string; name: string; letter: string; colour: string }[];
    plantable: WordedFigure;
    /** The crew's own string, metres. */
    string?: number;
  }
  let { layout, looks, plantable, string }: Props = $props();
  const figures = $derived(layout.figures);
  /** Scattered spots stand at no spacing, and along no string. */
  const allLanes = $derived(figures.lanes > 0 && figures.lanes === figures.rows.value);
</script>

<Figure label="Trees" figure={figures.trees} />
<Figure label="Plantable" figure={plantable} />
{#if !allLanes}<Figure label="By spacing" figure={figures.density} />{/if}
<Figure label="As laid out" figure={figures.stocked} />
<Figure
  label={allLanes ? 'Lanes to walk' : figures.lanes ? 'Rows and lanes' : 'Rows'}
  figure={figures.rows}
/>
<Figure label="Longest {allLanes ? 'lane' : 'row'}" figure={figures.longestRow} />
{#if !allLanes}
  <Figure
    label={figures.lanes ? 'Strings in a row, at most' : 'Strings in it'}
    figure={stringsIn(figures.longestStrung, string)}
  />
{/if}
<Figure label="Walked, planting" figure={figures.walked} />
<h2>By species</h2>
{#each looks as look, i (look.id)}
  <div class="species">
    <span>{look.name}</span>
    <span class="bar"
      ><i
        style:background={look.colour}
        style:width="{(100 * layout.speciesCounts[i]) / Math.max(1, ...layout.speciesCounts)}%"
      ></i></span
    >
    <span class="num" data-species={look.letter}>{formatNumber(layout.speciesCounts[i] ?? 0)}</span>
  </div>
{/each}
{#if layout.gaps}
  {@const { gaps } = layout}
  <Figure
    label="Gaps within limits"
    figure={{
      value: gaps.within,
      kind: 'share',
      formula: 'nearest line from every traced point, in row spacings',
      steps: [
        { label: 'points', value: gaps.count, kind: 'count' },
        { label: 'smallest gap', value: gaps.smallest, kind: 'number' },
        { label: 'median', value: gaps.median, kind: 'number' },
        { label: 'largest', value: gaps.largest, kind: 'number' },
      ],
    }}
  />
{/if}
{#each layout.notes as note, i (i)}<p class="say">{inWords(note)}</p>{/each}

<style>
  .species {
    display: grid;
    grid-template-columns: 78px 1fr 52px;
    gap: 8px;
    align-items: center;
    font-size: 14px;
    margin-bottom: 5px;
  }
  .species .num {
    text-align: right;
  }
  .bar {
    height: 8px;
    background: var(--rule);
  }
  .bar i {
    display: block;
    height: 100%;
  }
</style>
