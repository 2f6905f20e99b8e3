<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import Slider from '$lib/parts/Slider.svelte';
  import {
    crownCover,
    heightAtAge,
    meetings,
    SHELTERED_HEIGHTS,
    type CrownCurve,
  } from '$core/rows/crowns';
  import { formatLength, formatNumber, formatPercent } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    species: readonly {
      name: string;
      crown: number;
      crownYears: number;
      matureHeight: number;
    }[];
    counts: readonly number[];
    step: number;
    across: number;
    plantable: number;
    /** Years after planting that the plan is drawn at; undefined draws none. */
    age?: number;
    shelter: boolean;
    onage: (age: number | undefined) => void;
  }
  let { species, counts, step, across, plantable, age, shelter, onage }: Props = $props();
  const units = useUnits();
  const curves = $derived(
    species.map(({ crown, crownYears }): CrownCurve => ({ crown, years: crownYears })),
  );
  const pairs = $derived(
    meetings(curves, step, across).sort(
      (a, b) => Math.min(a.inRow, a.across) - Math.min(b.inRow, b.across),
    ),
  );
  /** Pairs whose crowns meet before the year the plan is drawn at. */
  const early = $derived(pairs.filter((pair) => Math.min(pair.inRow, pair.across) < (age ?? 0)));
  const years = (value: number) => (Number.isFinite(value) ? `${formatNumber(value)} y` : 'never');
  const tallest = $derived(
    Math.max(
      ...species.map(({ matureHeight, crownYears }) =>
        heightAtAge(matureHeight, crownYears, age ?? 20),
      ),
    ),
  );
</script>

<div class="top">
  <span>Plan drawn at</span>
  <Slider
    label="Plan drawn at"
    min={0}
    max={60}
    value={age ?? 0}
    says={age ? howMany(age, 'year') : 'planting'}
    onvalue={(years) => onage(years || undefined)}
  />
  <b class="num">{age ? howMany(age, 'year') : 'planting'}</b>
</div>
<p class="num">
  {#if age}Crowns cover {formatPercent(crownCover(curves, counts, plantable, age))} of the plantable ground,
    overlaps counted twice.{/if}
  {#if age && early.length}<b>Before year {age} crowns meet:</b>
    {early
      .map(({ a, b }) =>
        a === b
          ? species[a].name.toLowerCase()
          : `${species[a].name.toLowerCase()} and ${species[b].name.toLowerCase()}`,
      )
      .join('; ')}. Wider spacing or narrower crowns put it off.{/if}
  {#if shelter}About {formatLength(SHELTERED_HEIGHTS * tallest, units.system, 0)} to the lee are sheltered
    at {age ?? 20} years, ten heights of {formatLength(tallest, units.system, 1)}.{/if}
</p>
<table class="ledger">
  <thead
    ><tr><th>Neighbours</th><th class="n">meet in the row</th><th class="n">across rows</th></tr
    ></thead
  >
  <tbody>
    {#each pairs as pair (`${pair.a}-${pair.b}`)}
      <tr
        ><td
          >{species[pair.a].name}{pair.a === pair.b
            ? ''
            : ` and ${species[pair.b].name.toLowerCase()}`}</td
        ><td class="n">{years(pair.inRow)}</td><td class="n">{years(pair.across)}</td></tr
      >
    {/each}
  </tbody>
</table>
<p class="quiet">
  A simple growth curve from memory; mature crown and years are on the <a href="/species"
    >species cards</a
  >.
</p>

<style>
  .top {
    display: grid;
    grid-template-columns: auto 1fr auto;
    gap: 12px;
    align-items: center;
    font-size: 14px;
  }
  p {
    font-size: 13px;
    margin: 4px 0;
  }
</style>
