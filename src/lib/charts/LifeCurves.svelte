<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import type { CurvePoint } from '$core/survival/kaplan';
  import { formatNumber, formatPercent } from '$core/measure/units';

  interface Props {
    curves: readonly { name: string; points: readonly CurvePoint[] }[];
  }
  /** The share still living by months since planting, a stepped line a group, with the band of the lowest. */
  let { curves }: Props = $props();
  let width = $state(560);
  const height = 210;
  const LEFT = 44;
  const DASHES = ['', '7 4', '2 3', '10 3 2 3', '4 8'];
  const INKS = ['var(--viridian)', 'var(--ochre)', 'var(--clay)', 'var(--slate)', 'var(--water)'];
  const months = $derived(
    Math.max(6, ...curves.flatMap(({ points }) => points.map(({ at }) => at))),
  );
  const lowest = $derived(
    Math.min(0.9, ...curves.flatMap(({ points }) => points.map(({ low }) => low))),
  );
  const x = $derived(scaleLinear([0, months], [LEFT, Math.max(LEFT + 60, width - 182)]));
  const y = $derived(
    scaleLinear([Math.max(0, Math.floor(lowest * 10) / 10), 1], [height - 28, 12]),
  );
  const path = (points: readonly CurvePoint[]) =>
    `M${x(0)} ${y(1)}` +
    points.map(({ at, survival }) => `H${x(at)}V${y(survival)}`).join('') +
    `H${x(months)}`;
  const worst = $derived(
    [...curves].sort(
      (a, b) => (a.points.at(-1)?.survival ?? 1) - (b.points.at(-1)?.survival ?? 1),
    )[0],
  );
  const band = $derived.by(() => {
    if (!worst) return '';
    const up = worst.points.map(({ at, high }) => `H${x(at)}V${y(high)}`).join('');
    const down = [...worst.points]
      .reverse()
      .map(({ at, low }) => `V${y(low)}H${x(at)}`)
      .join('');
    return `M${x(0)} ${y(1)}${up}H${x(months)}${down}V${y(1)}Z`;
  });
  /** Trees that a count passed over are shared out: their numbers are expected ones, with a tenth. */
  const trees = (count: number) =>
    formatNumber(count, Math.abs(count - Math.round(count)) < 0.05 ? 0 : 1);
  /** Names beside the ends, moved apart where they would lie on one another. */
  const labels = $derived.by(() => {
    const placed = curves
      .map(({ name, points }, i) => ({ name, i, share: points.at(-1)?.survival ?? 1 }))
      .sort((a, b) => b.share - a.share)
      .map((label) => ({ ...label, y: y(label.share) }));
    for (let i = 1; i < placed.length; i++)
      placed[i].y = Math.max(placed[i].y, placed[i - 1].y + 15);
    return placed;
  });
</script>

<figure>
  <div bind:clientWidth={width}>
    <svg {width} {height} role="img" aria-label="Living share by months since planting">
      {#each y.ticks(4) as tick (tick)}
        <path d="M{LEFT} {y(tick)}H{x(months)}" stroke="var(--rule)" />
        <text x={LEFT - 6} y={y(tick) + 4} text-anchor="end">{formatPercent(tick)}</text>
      {/each}
      {#each x.ticks(6) as tick (tick)}<text x={x(tick)} y={height - 8} text-anchor="middle"
          >{tick}</text
        >{/each}
      <path d={band} fill="var(--clay-tint)" />
      {#each curves as { name, points }, i (name)}
        <path
          d={path(points)}
          fill="none"
          stroke={INKS[i % INKS.length]}
          stroke-width="2.6"
          stroke-dasharray={DASHES[i % DASHES.length]}
        />
      {/each}
      {#each labels as { name, i, share, y: at } (name)}
        <text x={x(months) + 6} y={at + 4} class="name" fill={INKS[i % INKS.length]}
          >{name} {formatPercent(share)}</text
        >
      {/each}
    </svg>
  </div>
  <details>
    <summary>As a table, with the number at risk</summary>
    <table class="ledger">
      <thead
        ><tr
          ><th>Group</th><th class="n">Month</th><th class="n">At risk</th><th class="n">Died</th
          ><th class="n">Living</th><th class="n">95 %</th></tr
        ></thead
      >
      <tbody>
        {#each curves as { name, points } (name)}
          {#each points as point (point.at)}<tr
              ><td>{name}</td><td class="n">{point.at}</td><td class="n">{trees(point.atRisk)}</td
              ><td class="n">{trees(point.died)}</td><td class="n"
                >{formatPercent(point.survival, 1)}</td
              ><td class="n">{formatPercent(point.low, 1)} to {formatPercent(point.high, 1)}</td
              ></tr
            >{/each}
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
    font-size: 12px;
    fill: var(--slate);
    font-variant-numeric: tabular-nums;
  }
  .name {
    font-size: 13px;
    font-weight: 650;
  }
  summary {
    font-size: 13px;
    color: var(--viridian);
    cursor: pointer;
  }
</style>
