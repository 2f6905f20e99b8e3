<script lang="ts">
  import { clockOf } from '$core/say/day';

  interface Line {
    id: string;
    name: string;
    about: string;
    /** When they began today. */
    from?: number;
    end?: number;
    early?: number;
    late?: number;
    over: number;
  }
  interface Props {
    lines: readonly Line[];
    now: number;
    begin: number;
    until: number;
    stops: readonly { from: number; to: number; why: string }[];
    zone: string;
  }
  /** Until when each plants today: the learned rate's hour, with its range. */
  let { lines, now, begin, until, stops, zone }: Props = $props();
  const WIDTH = 900;
  const LEFT = 190;
  const ROW = 38;
  const LONGEST_NAME = 22;
  const height = $derived(40 + lines.length * ROW);
  const last = $derived(Math.max(until, ...lines.map(({ late, end }) => late ?? end ?? until)));
  const x = (at: number) =>
    LEFT + ((Math.max(begin, Math.min(last, at)) - begin) / (last - begin)) * (WIDTH - LEFT - 84);
  const HOUR = 3_600_000;
  const hours = $derived(
    Array.from({ length: Math.floor((last - begin) / HOUR) + 1 }, (_, i) => begin + i * HOUR),
  );
  const clock = (at: number) => clockOf(at, zone).text;
</script>

<svg viewBox="0 0 {WIDTH} {height}" role="img" aria-label="Until when each plants today">
  <!-- Whoever plants till the evening; the hours that stop planting lie over it. -->
  {#each lines as line, i (line.id)}
    {#if line.end === undefined && line.over > 0}
      <path d="M{x(Math.max(now, begin))} {40 + i * ROW}H{x(until)}" class="all-day" />
    {/if}
  {/each}
  {#each stops as { from, to, why } (from)}
    <rect
      x={x(from)}
      y="22"
      width={Math.max(0, x(to) - x(from))}
      height={height - 26}
      class="stop"
    />
    <title>{why}</title>
  {/each}
  {#each hours as hour (hour)}
    <path d="M{x(hour)} 24V{height - 4}" class="hour" />
    <text x={x(hour)} y="15" class="clock">{Number(clock(hour).slice(0, 2))}</text>
  {/each}
  {#each lines as line, i (line.id)}
    {@const y = 40 + i * ROW}
    <text x="0" y={y - 2} class="who"
      ><title>{line.name}</title>{line.name.length > LONGEST_NAME
        ? `${line.name.slice(0, LONGEST_NAME - 1)}…`
        : line.name}</text
    >
    <text x="0" y={y + 13} class="about">{line.about}</text>
    {#if line.from !== undefined && line.from < now}
      <path d="M{x(line.from)} {y}H{x(now)}" class="done t{i % 6}" />
    {/if}
    {#if line.end !== undefined}
      <path d="M{x(line.early ?? line.end)} {y}H{x(line.late ?? last)}" class="range" />
      <path d="M{x(line.end)} {y - 8}v16" class="end" />
      <text x={WIDTH} y={y + 5} class="when">{clock(line.end)}</text>
    {:else if line.over > 0}
      <text x={WIDTH} y={y + 5} class="when over">{line.over} left</text>
    {/if}
  {/each}
  <path d="M{x(now)} 20V{height - 2}" class="now" />
</svg>

<style>
  svg {
    width: 100%;
    display: block;
  }
  text {
    font: 13px var(--text);
    fill: var(--ink);
  }
  .clock {
    text-anchor: middle;
    fill: var(--slate);
  }
  .who {
    font: 650 14px var(--text);
  }
  .about {
    font-size: 12px;
    fill: var(--slate);
  }
  .when {
    text-anchor: end;
    font-variant-numeric: tabular-nums;
    font-weight: 650;
  }
  .over {
    fill: var(--clay);
  }
  .hour {
    stroke: var(--rule);
    stroke-width: 1.5;
  }
  .stop {
    fill: var(--ochre-tint);
  }
  .done {
    stroke: var(--viridian);
    stroke-width: 7;
    stroke-linecap: round;
  }
  .all-day {
    stroke: var(--viridian);
    stroke-width: 3;
    opacity: 0.45;
  }
  .range {
    stroke: var(--slate);
    stroke-width: 3;
  }
  .end {
    stroke: var(--clay);
    stroke-width: 3.4;
  }
  .now {
    stroke: var(--ink);
    stroke-width: 1.6;
    stroke-dasharray: 2 3;
  }
</style>
