<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { formatPercent } from '$core/measure/units';

  interface Props {
    /** What is on the two axes, in words. */
    across: string;
    up: string;
    points: readonly { x: number; y: number }[];
    at: { x: number; y: number; says: string };
    /** Shares on the axis across too. */
    shares?: boolean;
    label: string;
  }
  /** One curve with the chosen point on it. */
  let { across, up, points, at, shares = false, label }: Props = $props();
  const width = 380;
  const height = 190;
  const most = $derived(Math.max(...points.map(({ x }) => x)));
  const x = $derived(scaleLinear([0, most], [46, width - 14]));
  const top = $derived(Math.max(...points.map(({ y }) => y)));
  const y = $derived(scaleLinear([0, top], [height - 34, 16]).nice(4));
  const path = $derived(points.map((p, i) => `${i ? 'L' : 'M'}${x(p.x)} ${y(p.y)}`).join(''));
  const right = $derived(x(at.x) > width * 0.55);
</script>

<svg viewBox="0 0 {width} {height}" role="img" aria-label="{label}: {at.says}">
  {#each y.ticks(4) as tick (tick)}
    <path d="M46 {y(tick)}H{width - 14}" stroke="var(--rule)" />
    <text x="40" y={y(tick) + 4} text-anchor="end">{formatPercent(tick)}</text>
  {/each}
  {#each x.ticks(5) as tick (tick)}<text x={x(tick)} y={height - 18} text-anchor="middle"
      >{shares ? formatPercent(tick) : tick}</text
    >{/each}
  <text x={width - 14} y={height - 4} text-anchor="end">{across}</text>
  <text x="46" y="11">{up}</text>
  <path d={path} fill="none" stroke="var(--viridian)" stroke-width="2.4" />
  <path
    d="M{x(at.x)} {y(at.y)}V{height - 34}"
    stroke="var(--ink)"
    stroke-dasharray="3 3"
    stroke-width="1.4"
  />
  <circle cx={x(at.x)} cy={y(at.y)} r="6" fill="var(--viridian)" />
  <text
    x={x(at.x) + (right ? -10 : 10)}
    y={y(at.y) - 8}
    text-anchor={right ? 'end' : 'start'}
    class="at">{at.says}</text
  >
</svg>

<style>
  svg {
    display: block;
    width: 100%;
    max-width: 460px;
  }
  text {
    font-size: 12px;
    fill: var(--slate);
    font-variant-numeric: tabular-nums;
  }
  .at {
    font-size: 14px;
    font-weight: 680;
    fill: var(--ink);
  }
</style>
