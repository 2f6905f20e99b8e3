<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import type { Quality } from '$core/checks/quality';

  let { quality }: { quality: readonly (Quality & { name: string })[] } = $props();
  const width = 660;
  const ROW = 34;
  const x = $derived(
    scaleLinear([Math.min(0.5, ...quality.map(({ low }) => low)), 1], [110, width - 90]).nice(),
  );
  const height = $derived(quality.length * ROW + 26);
</script>

<svg
  viewBox="0 0 {width} {height}"
  role="img"
  aria-label="Quality by planter; the same figures stand at the right"
>
  {#each x.ticks(5) as tick (tick)}
    <path d="M{x(tick)} 0V{height - 22}" stroke="var(--rule)" />
    <text x={x(tick)} y={height - 6} text-anchor="middle" class="quiet"
      >{Math.round(tick * 100)} %</text
    >
  {/each}
  {#each quality as entry, i (entry.planter)}
    {@const y = i * ROW + 18}
    <text x="0" y={y + 4} class:out={entry.outOfLine}>{entry.name}</text>
    <path
      d="M{x(entry.low)} {y}H{x(entry.high)}"
      stroke={entry.outOfLine ? 'var(--clay)' : 'var(--slate)'}
      stroke-width="2"
    />
    <path
      d="M{x(entry.low)} {y - 5}v10M{x(entry.high)} {y - 5}v10"
      stroke={entry.outOfLine ? 'var(--clay)' : 'var(--slate)'}
      stroke-width="2"
    />
    <circle
      cx={x(entry.estimate)}
      cy={y}
      r="7"
      fill={entry.outOfLine ? 'var(--clay)' : 'var(--viridian)'}
    />
    <text x={width} y={y + 4} text-anchor="end" class:out={entry.outOfLine}
      >{entry.good} of {entry.looked}</text
    >
  {/each}
</svg>

<style>
  svg {
    width: 100%;
    max-width: 760px;
  }
  text {
    font-size: 14px;
    fill: var(--ink);
    font-variant-numeric: tabular-nums;
  }
  .quiet {
    font-size: 12px;
    fill: var(--slate);
  }
  .out {
    fill: var(--clay);
    font-weight: 680;
  }
</style>
