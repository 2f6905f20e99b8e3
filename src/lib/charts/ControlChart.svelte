<script lang="ts">
  import { scaleLinear, scalePoint } from 'd3-scale';
  import type { Change, ChartPoint } from '$core/checks/chart';
  import { formatDay } from '$core/measure/dates';
  import { formatPercent } from '$core/measure/units';

  interface Props {
    points: readonly ChartPoint[];
    change?: Change;
    name: string;
  }
  /** Share of faulty trees by the day they went in, with the limits of the others for so many trees. */
  let { points, change, name }: Props = $props();
  let width = $state(640);
  const height = 190;
  const LEFT = 44;
  const MOST = 30;
  const shown = $derived(points.slice(-MOST));
  const x = $derived(
    scalePoint(
      shown.map(({ day }) => day),
      [LEFT + 16, width - 24],
    ),
  );
  const top = $derived(Math.max(0.05, ...shown.flatMap(({ share, upper }) => [share, upper])));
  const y = $derived(scaleLinear([0, Math.min(1, top * 1.08)], [height - 30, 22]).nice(4));
  const step = $derived(shown.length > 1 ? x.step() / 2 : 20);
  const path = $derived(
    shown.map(({ day, share }, i) => `${i ? 'L' : 'M'}${x(day)} ${y(share)}`).join(''),
  );
  const every = $derived(Math.ceil((shown.length * 62) / Math.max(200, width - LEFT)));
  const out = $derived(shown.filter((point) => point.out));
</script>

<figure>
  <div bind:clientWidth={width}>
    <svg
      {width}
      {height}
      role="img"
      aria-label="{name}: faulty trees by day. {out.length
        ? `Outside the limits on ${out.map(({ day }) => formatDay(day)).join(', ')}.`
        : 'No day outside the limits.'}"
    >
      {#each y.ticks(4) as tick (tick)}
        <path d="M{LEFT} {y(tick)}H{width - 8}" stroke="var(--rule)" />
        <text x={LEFT - 6} y={y(tick) + 4} text-anchor="end">{formatPercent(tick)}</text>
      {/each}
      {#each shown as { day, centre, upper } (day)}
        {@const at = x(day) ?? 0}
        <path
          d="M{Math.max(LEFT, at - step)} {y(centre)}H{Math.min(width - 8, at + step)}"
          stroke="var(--viridian)"
          stroke-width="1.8"
        />
        <path
          d="M{Math.max(LEFT, at - step)} {y(upper)}H{Math.min(width - 8, at + step)}"
          stroke="var(--clay)"
          stroke-width="1.6"
          stroke-dasharray="6 4"
        />
      {/each}
      {#if change && x(change.day) !== undefined}
        {@const at = (x(change.day) ?? 0) - step}
        <path
          d="M{at} 18V{height - 30}"
          stroke="var(--ink)"
          stroke-width="2.2"
          stroke-dasharray="2 3"
        />
        <text
          x={at > width * 0.6 ? at - 6 : at + 6}
          y="14"
          text-anchor={at > width * 0.6 ? 'end' : 'start'}
          class="change"
          >changed on {formatDay(change.day)}{change.from === change.to
            ? ''
            : ` (${formatDay(change.from)} to ${formatDay(change.to)})`}</text
        >
      {/if}
      <path d={path} fill="none" stroke="var(--slate)" stroke-width="1.6" />
      {#each shown as point, i (point.day)}
        {@const at = x(point.day) ?? 0}
        {#if point.out}
          <path d="M{at} {y(point.share) - 8}l8 8l-8 8l-8 -8Z" fill="var(--clay)" />{:else}<circle
            cx={at}
            cy={y(point.share)}
            r="5"
            fill="var(--viridian)"
          />{/if}
        {#if i % every === 0}<text x={at} y={height - 8} text-anchor="middle"
            >{formatDay(point.day)}</text
          >{/if}
      {/each}
    </svg>
  </div>
  <details>
    <summary>As a table</summary>
    <table class="ledger">
      <thead
        ><tr
          ><th>Day</th><th class="n">Faulty</th><th class="n">Looked at</th><th class="n">Share</th
          ><th class="n">Limit</th></tr
        ></thead
      >
      <tbody>
        {#each shown as point (point.day)}<tr
            ><td>{formatDay(point.day, true)}</td><td class="n">{point.hits}</td><td class="n"
              >{point.of}</td
            ><td class="n">{formatPercent(point.share, 1)}{point.out ? ', outside' : ''}</td><td
              class="n">{formatPercent(point.upper, 1)}</td
            ></tr
          >{/each}
      </tbody>
    </table>
  </details>
</figure>

<style>
  figure {
    margin: 0;
  }
  svg {
    display: block;
  }
  text {
    font-size: 12px;
    fill: var(--slate);
    font-variant-numeric: tabular-nums;
  }
  .change {
    font-size: 13px;
    font-weight: 680;
    fill: var(--ink);
  }
  summary {
    font-size: 13px;
    color: var(--viridian);
    cursor: pointer;
  }
</style>
