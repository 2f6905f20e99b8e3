<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { line } from 'd3-shape';
  import { operatingCurve, type SamplingPlan } from '$core/stock/sampling';
  import { formatPercent } from '$core/measure/units';
  import { usePartWords, useWritten } from '$lib/parts/reader.svelte';

  interface Props {
    lot: number;
    plan: SamplingPlan;
    /** Shares of faulty trees that count as good and as bad. */
    good: number;
    bad: number;
    /** What the sample found. */
    found?: number;
  }
  let { lot, plan, good, bad, found }: Props = $props();
  const say = usePartWords();
  const written = useWritten();
  const width = 360;
  const height = 190;
  const upTo = $derived(Math.min(1, Math.max(0.1, bad * 1.8)));
  const curve = $derived(operatingCurve(lot, plan, upTo));
  const x = $derived(scaleLinear([0, upTo], [40, width - 12]));
  const y = scaleLinear([0, 1], [height - 28, 10]);
  const path = $derived(
    line<(typeof curve)[number]>(
      ({ share }) => x(share),
      ({ accepted }) => y(accepted),
    )(curve) ?? '',
  );
  const tenth = $derived(curve.filter((_, i) => i % 6 === 0));
</script>

<figure>
  <svg viewBox="0 0 {width} {height}" role="img" aria-label={say('part.curve')}>
    {#each [0, 0.5, 1] as tick (tick)}
      <path d="M40 {y(tick)}H{width - 12}" stroke="var(--rule)" />
      <text x="34" y={y(tick) + 4} text-anchor="end">{formatPercent(tick)}</text>
    {/each}
    {#each x.ticks(5) as tick (tick)}
      <text x={x(tick)} y={height - 8} text-anchor="middle">{formatPercent(tick)}</text>
    {/each}
    <path d="M{x(good)} {y(1)}V{y(0)}" stroke="var(--viridian)" stroke-dasharray="4 3" />
    <path d="M{x(bad)} {y(1)}V{y(0)}" stroke="var(--clay)" stroke-dasharray="4 3" />
    <text x={x(good) + 4} y={y(0) - 6} class="good">{say('part.curve.good')}</text>
    <text x={x(bad) + 4} y={y(1) + 12} class="bad">{say('part.curve.bad')}</text>
    <path d={path} fill="none" stroke="var(--ink)" stroke-width="2.2" />
    {#if found !== undefined && found <= upTo}
      <path d="M{x(found)} {y(0)}l-6 11h12Z" fill="var(--ochre)" />
    {/if}
  </svg>
  <details>
    <summary>{say('part.curve.table')}</summary>
    <table class="ledger">
      <thead
        ><tr
          ><th class="n">{say('part.curve.faulty')}</th><th class="n"
            >{say('part.curve.accepted')}</th
          ></tr
        ></thead
      >
      <tbody>
        {#each tenth as { share, accepted } (share)}
          <tr
            ><td class="n">{written(formatPercent(share, 1))}</td><td class="n"
              >{written(formatPercent(accepted, 1))}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  </details>
</figure>

<style>
  figure {
    margin: 0;
  }
  text {
    font-size: 11.5px;
    fill: var(--slate);
    font-variant-numeric: tabular-nums;
  }
  .good {
    fill: var(--viridian);
  }
  .bad {
    fill: var(--clay);
  }
  summary {
    font-size: 12.5px;
    color: var(--viridian);
    cursor: pointer;
  }
</style>
