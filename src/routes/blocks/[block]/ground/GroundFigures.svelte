<script lang="ts">
  import { inWords } from '$lib/parts/reader.svelte';
  import type { Plantable } from '$core/ground/plantable';
  import { longestSide } from '$core/ground/polygon';
  import type { GroundLie } from '$core/ground/surface';
  import { judgeSlope } from '$core/ground/zones';
  import {
    areaBetween,
    compassPoint,
    formatArea,
    formatBearing,
    formatLength,
  } from '$core/measure/units';
  import Figure from '$lib/parts/Figure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    plantable: Plantable;
    lie?: GroundLie;
    planting: 'hand' | 'machine';
  }
  let { plantable, lie, planting }: Props = $props();
  const units = useUnits();
  const side = $derived(longestSide(plantable.boundary));
  const disagreement = $derived(Math.abs(plantable.geodesicArea / plantable.gross.value - 1));
</script>

<div><span class="big">{formatArea(plantable.plantable.value, units.system)}</span></div>
<div class="gap"></div>
<Figure label="Plantable" figure={plantable.plantable} />
<Figure label="Inside the boundary" figure={plantable.gross} />
<Figure
  label="Kept out"
  figure={{
    value: areaBetween(plantable.gross.value, plantable.plantable.value, units.system),
    kind: 'area',
    steps: plantable.plantable.steps.slice(1).map((step) => ({ ...step, value: -step.value })),
  }}
/>
<Figure
  label="On the ellipsoid"
  figure={{
    value: plantable.geodesicArea,
    kind: 'area',
    formula: 'geodesic area against the plane’s; they must agree within 0.1 %',
    steps: [
      { label: 'in the plane', value: plantable.gross.value, kind: 'area' },
      { label: 'they differ by', value: disagreement, kind: 'share' },
    ],
  }}
/>
{#if lie}
  <h2>How it lies</h2>
  <Figure
    label="Mean slope"
    figure={{
      value: lie.meanSlope,
      kind: 'share',
      formula: 'mean over the nodes inside, by Horn’s differences',
      steps: [
        { label: 'steepest', value: lie.steepest, kind: 'share' },
        { label: 'of a plane through the block', value: lie.planeSlope, kind: 'share' },
        ...lie.classes.map((share, i) => ({
          label: ['under 5 %', '5 to 15 %', '15 to 25 %', '25 to 40 %', 'over 40 %'][i],
          value: share,
          kind: 'share' as const,
        })),
      ],
    }}
  />
  <Figure
    label="Along the ground"
    figure={{
      value: lie.alongGround,
      kind: 'area',
      formula: 'horizontal area × mean of √(1 + slope²)',
      steps: [
        { label: 'horizontal', value: lie.horizontal, kind: 'area' },
        { label: 'longer by', value: lie.alongGround / lie.horizontal - 1, kind: 'share' },
      ],
    }}
  />
  <p class="num small">
    Falls towards {compassPoint(lie.aspect)}, from {formatLength(lie.highest, units.system, 1)} to {formatLength(
      lie.lowest,
      units.system,
      1,
    )}.
  </p>
  {#each judgeSlope(lie.meanSlope, planting) as { sentence } (sentence.key)}
    <p class="say">{inWords(sentence)}</p>
  {/each}
{/if}
<h2>Longest side</h2>
<p class="num small">
  {formatLength(side.length, units.system)} on {formatBearing(side.bearing)}, towards {compassPoint(
    side.bearing,
  )}. The usual baseline.
</p>

<style>
  .gap {
    height: 10px;
  }
  .small {
    font-size: 13.5px;
    margin: 4px 0;
  }
</style>
