<script lang="ts">
  import { usePartWords } from '$lib/parts/reader.svelte';
  import { scaleLinear } from 'd3-scale';
  import type { Spread } from '$core/stock/inspection';

  interface Props {
    label: string;
    spread: Spread;
    write: (value: number) => string;
    /** A limit worth a line, and its name. */
    limit?: { value: number; name: string };
  }
  /** Every tree of the sample one mark: the spread and not only the average. */
  let { label, spread, write, limit }: Props = $props();
  const say = usePartWords();
  const width = 640;
  const x = $derived(
    scaleLinear(
      [
        Math.min(spread.smallest, limit?.value ?? Infinity) * 0.95,
        Math.max(spread.largest, limit?.value ?? 0) * 1.05,
      ],
      [6, width - 6],
    ),
  );
</script>

<div class="strip">
  <div class="words">
    <span>{label}</span>
    <span class="num"
      >{write(spread.median)}
      <small
        >({say('part.fromTo', {
          from: write(spread.quarter),
          to: write(spread.threeQuarters),
        })})</small
      ></span
    >
  </div>
  <svg
    viewBox="0 0 {width} 30"
    role="img"
    aria-label={say('part.spread', {
      ...{ label, count: spread.count },
      ...{ smallest: write(spread.smallest), largest: write(spread.largest) },
    })}
  >
    <path d="M0 22H{width}" stroke="var(--rule-strong)" />
    {#each spread.values as value, i (i)}
      <path d="M{x(value)} 22V{10}" stroke="var(--viridian)" stroke-width="1.6" opacity="0.7" />
    {/each}
    <path d="M{x(spread.median)} 26V4" stroke="var(--ink)" stroke-width="2.4" />
    {#if limit}
      <path d="M{x(limit.value)} 26V0" stroke="var(--clay)" stroke-dasharray="3 3" />
      <text x={x(limit.value) - 3} y="8" text-anchor="end">{limit.name}</text>
    {/if}
  </svg>
</div>

<style>
  .strip {
    border-top: 1px solid var(--rule);
    padding: 5px 0;
  }
  .words {
    display: flex;
    justify-content: space-between;
    font-size: 14px;
  }
  small {
    color: var(--slate);
  }
  text {
    font-size: 11px;
    fill: var(--clay);
  }
</style>
