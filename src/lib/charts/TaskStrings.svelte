<script lang="ts">
  import { scaleTime } from 'd3-scale';
  import { addTo, daysBetween, formatDay, type Day } from '$core/measure/dates';
  import type { ScheduledTask } from '$core/calendar/schedule';

  interface Strings {
    id: string;
    name: string;
    plantingDay: Day | null;
    tasks: ScheduledTask[];
  }
  interface Props {
    strings: readonly Strings[];
    today: Day;
    current: string;
    selected?: string;
    onselect: (block: string, task: string) => void;
    width?: number;
  }
  let { strings, today, current, selected, onselect, width = 940 }: Props = $props();
  const LEFT = 24;
  const ROW = 132;
  const TOP = 34;
  // A year round today: what lies further off is told at the margin, not drawn.
  const first = $derived(addTo(today, { months: -7 }));
  const last = $derived(addTo(today, { months: 7 }));
  const x = $derived(scaleTime([new Date(first), new Date(last)], [LEFT, width - 30]));
  const at = (day: Day) => x(new Date(day));
  const months = $derived(
    Array.from({ length: 15 }, (_, i) => addTo(`${first.slice(0, 8)}01`, { months: i })).filter((day) => day >= first && day <= last),
  );

  /**
   * Labels go where there is room: each takes the first of four heights at which it does not touch
   * the one before it at that height.
   */
  function place(tasks: ScheduledTask[]) {
    const levels = [-16, 24, -34, 42];
    const ends = levels.map(() => -Infinity);
    return tasks.map((task) => {
      const centre = at(task.finish);
      const half = task.label.length * 3.35 + 6;
      const left = Math.max(LEFT, Math.min(width - 2 * half, centre - half));
      const level = levels.findIndex((_, i) => left > ends[i] + 4);
      if (level >= 0) ends[level] = left + 2 * half;
      return { task, x: centre, label: level < 0 ? undefined : { x: left + half, y: levels[level] } };
    });
  }
  const drawn = $derived(
    strings.map((string, i) => {
      const inSight = string.tasks.filter(({ finish, state }) => finish >= first && finish <= last && state !== 'skipped');
      return {
        ...string,
        y: TOP + 66 + i * ROW,
        marks: place(inSight),
        earlier: string.tasks.filter(({ finish }) => finish < first).length,
        later: string.tasks.filter(({ finish }) => finish > last).length,
      };
    }),
  );
  const height = $derived(TOP + strings.length * ROW + 24);
  const LOOSE_FROM = 10;
</script>

<svg viewBox="0 0 {width} {height}" {width} {height} role="group" aria-label="Tasks of every block on its string">
  {#each months as month (month)}
    <path d="M{at(month)} {TOP}V{height - 20}" stroke="var(--rule)" />
    <text x={at(month) + 4} y="20" class="month">{formatDay(month).split(' ')[1]}{month.slice(5, 7) === '01' ? ` ${month.slice(0, 4)}` : ''}</text>
  {/each}
  {#each drawn as string (string.id)}
    <text x={LEFT} y={string.y - 46} class="block" class:current={string.id === current}>{string.name}</text>
    {#if !string.plantingDay}
      <text x={LEFT} y={string.y} class="quiet">no planting day yet</text>
    {/if}
    {#each string.marks as mark, i (mark.task.key)}
      {#if i > 0}
        {@const before = string.marks[i - 1]}
        {#if mark.task.slack >= LOOSE_FROM}
          {@const sag = Math.min(30, 8 + mark.task.slack * 0.28)}
          <path d="M{before.x} {string.y}Q{(before.x + mark.x) / 2} {string.y + 2 * sag} {mark.x} {string.y}" class="slack" />
          {#if mark.x - before.x > 76}
            <text x={(before.x + mark.x) / 2} y={string.y + sag + 13} class="loose">{mark.task.slack >= 14 ? `${Math.round(mark.task.slack / 7)} weeks` : `${mark.task.slack} days`} loose</text>
          {/if}
        {:else}
          <path d="M{before.x} {string.y}H{mark.x}" class="taut" />
        {/if}
      {/if}
    {/each}
    {#each string.marks as mark (mark.task.key)}
      <!-- svelte-ignore a11y_click_events_have_key_events -->
      <g
        class="knot {mark.task.state}"
        class:selected={selected === `${string.id}/${mark.task.key}`}
        role="button"
        tabindex="0"
        aria-label="{string.name}: {mark.task.label}, {formatDay(mark.task.finish, true)}, {mark.task.state}"
        onclick={() => onselect(string.id, mark.task.key)}
        onkeydown={(e) => (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), onselect(string.id, mark.task.key))}
      >
        {#if mark.label}
          <text x={mark.label.x} y={string.y + mark.label.y} class="label">{mark.task.key === 'plant' ? `plant ${formatDay(mark.task.finish)}` : mark.task.label}</text>
        {/if}
        {#if mark.task.key === 'plant'}
          <path d="M{mark.x - 5} {string.y - 18}h10v30l-5 9l-5-9z" />
        {:else}
          <circle cx={mark.x} cy={string.y} r="6.5" />
        {/if}
        <title>{mark.task.label}: {formatDay(mark.task.finish, true)}</title>
      </g>
    {/each}
    {#if string.earlier}<text x={LEFT} y={string.y - 30} class="quiet">{string.earlier} earlier</text>{/if}
    {#if string.later}<text x={width - 30} y={string.y - 46} text-anchor="end" class="quiet">{string.later} later</text>{/if}
  {/each}
  <path d="M{at(today)} {TOP - 4}V{height - 20}" class="today" />
  <text x={at(today)} y={height - 5} text-anchor="middle" class="todayname">today, {formatDay(today)}</text>
</svg>

<p class="visually-hidden">{daysBetween(first, last)} days are drawn; the table below holds every task.</p>

<style>
  svg {
    max-width: 100%;
    height: auto;
  }
  text {
    font-size: 12.5px;
    fill: var(--ink);
    font-variant-numeric: tabular-nums;
  }
  .month,
  .quiet,
  .loose {
    fill: var(--slate);
  }
  .loose {
    font-size: 11.5px;
    text-anchor: middle;
  }
  .block {
    font-size: 15px;
    font-weight: 600;
  }
  .block.current {
    fill: var(--viridian);
    font-weight: 750;
  }
  .label {
    text-anchor: middle;
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
  }
  .taut {
    stroke: var(--ink);
    stroke-width: 2.2;
  }
  .slack {
    fill: none;
    stroke: var(--faint);
    stroke-width: 1.5;
  }
  .knot {
    cursor: pointer;
  }
  .knot circle,
  .knot path {
    fill: var(--paper);
    stroke: var(--ink);
    stroke-width: 2;
  }
  .knot.done circle,
  .knot.done path {
    fill: var(--viridian);
    stroke: var(--viridian);
  }
  .knot.late circle,
  .knot.late path {
    fill: var(--clay);
    stroke: var(--clay);
  }
  .knot.late .label {
    fill: var(--clay);
    font-weight: 650;
  }
  .knot.due circle,
  .knot.due path {
    fill: var(--ochre-fill);
    stroke: var(--ochre);
  }
  .knot.selected circle,
  .knot.selected path {
    stroke: var(--ink);
    stroke-width: 3.5;
  }
  .today {
    stroke: var(--ink);
    stroke-width: 1.6;
    stroke-dasharray: 3 3;
  }
  .todayname {
    font-weight: 650;
  }
</style>
