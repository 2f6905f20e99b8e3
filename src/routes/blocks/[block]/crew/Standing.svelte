<script lang="ts">
  import { formatNumber } from '$core/measure/units';
  import Figure from '$lib/parts/Figure.svelte';
  import type { PageData } from './$types';

  interface Props {
    released: NonNullable<PageData['released']>;
    planters: PageData['planters'];
    /** Trees a day. */
    rateOf: (planter: string) => number;
  }
  /** How far the planting of a block is, and at what pace it goes on. */
  let { released, planters, rateOf }: Props = $props();
</script>

<h2>In the ground</h2>
<div>
  <span class="big">{formatNumber(released.planted)}</span><span class="unit"
    >of {formatNumber(released.trees)}</span
  >
</div>
<div class="bar"><i style:width="{(100 * released.planted) / released.trees}%"></i></div>
<Figure
  label="Left"
  figure={{
    value: released.trees - released.planted,
    kind: 'count',
    steps: [
      { label: `places, version ${released.number}`, value: released.trees, kind: 'count' },
      { label: 'planted', value: -released.planted, kind: 'count' },
    ],
  }}
/>
{#if released.carried.trees || released.carried.nowhere}
  <p class="say">
    {formatNumber(released.carried.trees)} trees came in late on an earlier version and stand at pegs
    of this one{#if released.carried.nowhere}; {formatNumber(released.carried.nowhere)} stand where this
      version has no free peg. Look at them before more are planted there{/if}.
  </p>
{/if}
<Figure label="Today" figure={{ value: released.today, kind: 'count', steps: [] }} />
<Figure
  label={released.paceFrom === 'tallies' ? 'A planting day of late' : 'A planting day, by rates'}
  figure={{
    value: released.pace,
    kind: 'count',
    formula:
      released.paceFrom === 'tallies'
        ? 'trees over the last fortnight ÷ days on which any were planted'
        : 'the rates of all planters together, until something is planted',
    steps:
      released.paceFrom === 'tallies'
        ? [
            { label: 'trees', value: released.paceDays.trees, kind: 'count' },
            { label: 'planting days', value: released.paceDays.days, kind: 'count' },
          ]
        : planters.map(({ id, name }) => ({
            label: name,
            value: rateOf(id),
            kind: 'count' as const,
          })),
  }}
/>
{#if released.planted < released.trees && Number.isFinite(released.daysLeft)}
  <Figure
    label="Days left at that pace"
    figure={{
      value: Math.ceil(released.daysLeft),
      kind: 'count',
      formula: 'left ÷ a planting day, rounded up',
      steps: [
        { label: 'left', value: released.trees - released.planted, kind: 'count' },
        { label: 'a planting day', value: released.pace, kind: 'count' },
      ],
    }}
  />
{/if}

<style>
  .bar {
    height: 10px;
    background: var(--rule);
    margin: 8px 0 12px;
  }
  .bar i {
    display: block;
    height: 100%;
    background: var(--viridian);
  }
</style>
