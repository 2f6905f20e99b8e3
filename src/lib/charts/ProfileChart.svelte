<script lang="ts">
  import { extent } from 'd3-array';
  import { scaleLinear } from 'd3-scale';
  import { line } from 'd3-shape';
  import type { ProfilePoint } from '$core/ground/surface';
  import { formatLength, formatPercent } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    points: readonly ProfilePoint[];
  }
  let { points }: Props = $props();
  const units = useUnits();
  const width = 640;
  const height = 150;
  const known = $derived(points.filter((point) => Number.isFinite(point.height)));
  const length = $derived(points.at(-1)?.along ?? 0);
  const range = $derived(extent(known, (point) => point.height) as [number, number]);
  const x = $derived(scaleLinear([0, length], [44, width - 10]));
  const y = $derived(scaleLinear(range, [height - 26, 12]).nice(4));
  const path = $derived(
    line<ProfilePoint>(
      (point) => x(point.along),
      (point) => y(point.height),
    ).defined((point) => Number.isFinite(point.height))([...points]) ?? '',
  );
  const steepest = $derived(
    points.reduce((most, point, i) => {
      const before = points[i - 1];
      const run = before ? point.along - before.along : 0;
      const slope = run > 0 ? Math.abs(point.height - before.height) / run : 0;
      return Number.isFinite(slope) ? Math.max(most, slope) : most;
    }, 0),
  );
  const tenths = $derived(
    Array.from({ length: 11 }, (_, i) => points[Math.round(((points.length - 1) * i) / 10)]),
  );
</script>

<figure>
  {#if known.length > 1}
    <svg viewBox="0 0 {width} {height}" role="img" aria-label="Height along the drawn line">
      {#each y.ticks(4) as tick (tick)}
        <path d="M44 {y(tick)}H{width - 10}" stroke="var(--rule)" />
        <text x="38" y={y(tick) + 4} text-anchor="end"
          >{formatLength(tick, units.system, 1).replace(/ .*/, '')}</text
        >
      {/each}
      {#each x.ticks(7) as tick (tick)}
        <text x={x(tick)} y={height - 6} text-anchor="middle"
          >{formatLength(tick, units.system, 0)}</text
        >
      {/each}
      <path d="{path}L{x(length)} {height - 26}L44 {height - 26}Z" fill="var(--viridian-tint)" />
      <path d={path} fill="none" stroke="var(--viridian)" stroke-width="2.2" />
    </svg>
    <figcaption class="num">
      {formatLength(length, units.system, 1)} level, {formatLength(
        points.at(-1)!.ground,
        units.system,
        1,
      )} along the ground; from {formatLength(range[0], units.system, 1)} to {formatLength(
        range[1],
        units.system,
        1,
      )}, steepest {formatPercent(steepest)}.
    </figcaption>
    <details>
      <summary>As a table</summary>
      <table class="ledger">
        <thead><tr><th class="n">Along</th><th class="n">Height</th></tr></thead>
        <tbody>
          {#each tenths as point, i (i)}
            <tr
              ><td class="n">{formatLength(point.along, units.system, 1)}</td><td class="n"
                >{Number.isFinite(point.height)
                  ? formatLength(point.height, units.system, 2)
                  : 'unknown'}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    </details>
  {:else}<p class="quiet">No height is known along this line.</p>{/if}
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
  figcaption {
    font-size: 13px;
  }
  summary {
    font-size: 12.5px;
    color: var(--viridian);
    cursor: pointer;
  }
</style>
