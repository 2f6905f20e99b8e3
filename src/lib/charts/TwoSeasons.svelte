<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { formatPercent } from '$core/measure/units';
  import type { Played } from '../../workers/replay.worker';

  interface Props {
    played: Played;
    /** Living share that was counted. */
    counted: number;
  }
  /** Two seasons drawn many times, one above the other: each stroke a season by its living share. */
  let { played, counted }: Props = $props();
  const WIDTH = 900;
  const [LEFT, RIGHT] = [150, 880];
  const ends = $derived.by(() => {
    const all = [...played.picture.asMade, ...played.picture.otherwise, counted];
    const [low, high] = [Math.min(...all), Math.max(...all)];
    const pad = Math.max(0.01, 0.08 * (high - low));
    return [Math.max(0, low - pad), Math.min(1, high + pad)] as const;
  });
  const x = $derived(scaleLinear().domain(ends).range([LEFT, RIGHT]));
  const ticks = $derived(x.ticks(8));
  const strokes = (shares: readonly number[], top: number) =>
    shares.map((share) => `M${x(share).toFixed(1)} ${top}v26`).join('');
  const rows = $derived([
    { name: 'As it was', spread: played.asMade, shares: played.picture.asMade, y: 18 },
    { name: 'Otherwise', spread: played.otherwise, shares: played.picture.otherwise, y: 74 },
  ]);
</script>

<svg
  viewBox="0 0 {WIDTH} 148"
  role="img"
  aria-label="Living as it was: {formatPercent(played.asMade.median, 1)}, between {formatPercent(
    played.asMade.low,
    1,
  )} and {formatPercent(played.asMade.high, 1)}. Otherwise: {formatPercent(
    played.otherwise.median,
    1,
  )}, between {formatPercent(played.otherwise.low, 1)} and {formatPercent(
    played.otherwise.high,
    1,
  )}. Counted: {formatPercent(counted, 1)}."
>
  {#each ticks as tick (tick)}
    <path d="M{x(tick)} 8V122" class="grid" />
    <text x={x(tick)} y="140" class="tick">{formatPercent(tick, 0)}</text>
  {/each}
  {#each rows as { name, spread, shares, y }, i (name)}
    <text x="0" y={y + 18} class="name">{name}</text>
    <path d={strokes(shares, y)} class="season s{i}" />
    <path d="M{x(spread.low)} {y + 34}H{x(spread.high)}" class="range s{i}" />
    <circle cx={x(spread.median)} cy={y + 34} r="5" class="middle s{i}" />
  {/each}
  <path d="M{x(counted)} 6V122" class="counted" />
  <text
    x={x(counted) + (x(counted) > 780 ? -6 : 6)}
    y="9"
    class="told"
    text-anchor={x(counted) > 780 ? 'end' : 'start'}>counted</text
  >
</svg>

<style>
  svg {
    width: 100%;
    max-width: 900px;
    display: block;
    overflow: visible;
  }
  .grid {
    stroke: var(--rule);
  }
  text {
    font: 13px var(--text);
    fill: var(--ink);
  }
  .tick {
    text-anchor: middle;
    font-size: 12px;
    fill: var(--slate);
  }
  .name {
    font-weight: 650;
    font-size: 14.5px;
  }
  .season {
    stroke-width: 2;
    opacity: 0.45;
  }
  .s0 {
    stroke: var(--slate);
    fill: var(--slate);
  }
  .s1 {
    stroke: var(--viridian);
    fill: var(--viridian);
  }
  .range {
    stroke-width: 3;
  }
  .counted {
    stroke: var(--ink);
    stroke-dasharray: 4 4;
  }
</style>
