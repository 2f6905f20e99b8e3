<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { scaleTime } from 'd3-scale';
  import { words } from '$lib/words';
  import { addTo, daysBetween, formatDay, type Day } from '$core/measure/dates';
  import { isDropped, type ScheduledTask } from '$core/calendar/schedule';

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
    /** Tasks on which planting hangs, as “block/task”: their part of the string is drawn heavy. */
    critical?: ReadonlySet<string>;
  }
  let {
    strings,
    today,
    current,
    selected,
    onselect,
    width = 940,
    critical = new Set(),
  }: Props = $props();
  const LEFT = 24;
  const ROW = 132;
  const TOP = 34;
  // A year round today: what lies further off is told at the margin, not drawn.
  const first = $derived(addTo(today, { months: -7 }));
  const last = $derived(addTo(today, { months: 7 }));
  const x = $derived(scaleTime([new Date(first), new Date(last)], [LEFT, width - 30]));
  /** To a tenth of a pixel: nobody sees more, and every page carries it. */
  const at = (day: Day) => Math.round(10 * x(Date.parse(day))) / 10;
  const months = $derived(
    Array.from({ length: 15 }, (_, i) => addTo(`${first.slice(0, 8)}01`, { months: i })).filter(
      (day) => day >= first && day <= last,
    ),
  );

  /** Planting hangs where it begins, everything else where it is to be finished. */
  const hangsOn = ({ key, start, finish }: ScheduledTask): Day =>
    key === 'plant' ? start : finish;

  interface Placed {
    task: ScheduledTask;
    x: number;
    label?: { x: number; y: number; anchor: 'start' | 'middle' | 'end' };
  }

  /**
   * Labels go where there is room. The planting peg's date stands right of it; tasks close before
   * it are lettered to the left, those close after to the right; each takes the first of four
   * heights at which it touches no other.
   */
  function place(tasks: ScheduledTask[]): Placed[] {
    const taken = new Map<number, [number, number][]>();
    const free = (y: number, from: number, to: number) =>
      !(taken.get(y) ?? []).some(([a, b]) => from < b + 5 && to > a - 5);
    const take = (y: number, from: number, to: number) =>
      taken.set(y, [...(taken.get(y) ?? []), [from, to]]);
    const peg = tasks.find(({ key }) => key === 'plant');
    const pegX = peg && at(peg.start);
    if (pegX !== undefined) for (const y of [-16, 24]) take(y, pegX - 7, pegX + (y < 0 ? 76 : 7));
    return tasks.map((task): Placed => {
      const x = at(hangsOn(task));
      if (task.key === 'plant') return { task, x, label: { x: x + 11, y: -14, anchor: 'start' } };
      const width_ = words(task.label).length * 6.6 + 4;
      const near = pegX !== undefined && Math.abs(x - pegX) < 70;
      const anchor = !near ? 'middle' : x <= pegX ? 'end' : 'start';
      const centre = Math.max(LEFT + width_ / 2, Math.min(width - width_ / 2, x));
      const labelX =
        anchor === 'middle'
          ? centre
          : anchor === 'end'
            ? Math.min(x + 5, pegX! - 9)
            : Math.max(x - 5, pegX! + 9);
      const from =
        anchor === 'middle' ? labelX - width_ / 2 : anchor === 'end' ? labelX - width_ : labelX;
      const y = [-16, 24, -34, 42].find((height) => free(height, from, from + width_));
      if (y === undefined) return { task, x };
      take(y, from, from + width_);
      return { task, x, label: { x: labelX, y, anchor } };
    });
  }
  const drawn = $derived(
    strings.map((string, i) => {
      const inSight = string.tasks
        .filter((task) => hangsOn(task) >= first && hangsOn(task) <= last && !isDropped(task))
        .sort((a, b) => (hangsOn(a) < hangsOn(b) ? -1 : 1));
      return {
        ...string,
        y: TOP + 66 + i * ROW,
        marks: place(inSight),
        earlier: string.tasks.filter((task) => hangsOn(task) < first).length,
        later: string.tasks.filter((task) => hangsOn(task) > last).length,
      };
    }),
  );
  const height = $derived(TOP + strings.length * ROW + 24);
  const LOOSE_FROM = 10;
</script>

<svg
  viewBox="0 0 {width} {height}"
  {width}
  {height}
  role="group"
  aria-label="Tasks of every block on its string"
>
  {#each months as month (month)}
    <path d="M{at(month)} {TOP}V{height - 20}" stroke="var(--rule)" />
    <text x={at(month) + 4} y="20" class="month"
      >{formatDay(month).split(' ')[1]}{month.slice(5, 7) === '01'
        ? ` ${month.slice(0, 4)}`
        : ''}</text
    >
  {/each}
  {#each drawn as string (string.id)}
    <text x={LEFT} y={string.y - 52} class="block" class:current={string.id === current}
      >{string.name}{#if string.earlier}<tspan class="quiet" dx="10">{string.earlier} earlier</tspan
        >{/if}</text
    >
    {#if !string.plantingDay}
      <text x={LEFT} y={string.y} class="quiet">no planting day yet</text>
    {/if}
    {#each string.marks as mark, i (mark.task.key)}
      {#if i > 0}
        {@const before = string.marks[i - 1]}
        {#if mark.task.slack >= LOOSE_FROM}
          {@const sag = Math.min(30, 8 + mark.task.slack * 0.28)}
          <path
            d="M{before.x} {string.y}Q{(before.x + mark.x) / 2} {string.y +
              2 * sag} {mark.x} {string.y}"
            class="slack"
          />
          {#if mark.x - before.x > 76}
            <text x={(before.x + mark.x) / 2} y={string.y + sag + 13} class="loose"
              >{mark.task.slack >= 14
                ? howMany(Math.round(mark.task.slack / 7), 'week')
                : `${mark.task.slack} days`} loose</text
            >
          {/if}
        {:else}
          <path
            d="M{before.x} {string.y}H{mark.x}"
            class="taut"
            class:critical={critical.has(`${string.id}/${mark.task.key}`)}
          />
        {/if}
      {/if}
    {/each}
    {#each string.marks as mark (mark.task.key)}
      <g
        class="knot {mark.task.state}"
        class:selected={selected === `${string.id}/${mark.task.key}`}
        role="button"
        tabindex="0"
        aria-label="{string.name}: {words(mark.task.label)}, {formatDay(
          mark.task.finish,
          true,
        )}, {mark.task.state}"
        onclick={() => onselect(string.id, mark.task.key)}
        onkeydown={(e) =>
          (e.key === 'Enter' || e.key === ' ') &&
          (e.preventDefault(), onselect(string.id, mark.task.key))}
      >
        {#if mark.label}
          <text
            x={mark.label.x}
            y={string.y + mark.label.y}
            text-anchor={mark.label.anchor}
            class="label"
            class:peg={mark.task.key === 'plant'}
            >{mark.task.key === 'plant'
              ? `plant ${formatDay(mark.task.start)}`
              : words(mark.task.label)}</text
          >
        {/if}
        {#if mark.task.key === 'plant'}
          {#if mark.task.duration > 1}<rect
              class="lasts"
              x={mark.x}
              y={string.y - 4}
              width={Math.max(0, at(mark.task.finish < last ? mark.task.finish : last) - mark.x)}
              height="8"
              rx="2"
            />{/if}
          <path d="M{mark.x - 5} {string.y - 18}h10v30l-5 9l-5-9z" />
        {:else}
          <circle cx={mark.x} cy={string.y} r="6.5" />
        {/if}
        <title
          >{words(mark.task.label)}: {mark.task.start === mark.task.finish
            ? ''
            : `${formatDay(mark.task.start)} to `}{formatDay(mark.task.finish, true)}</title
        >
      </g>
    {/each}
    {#if string.later}<text x={width - 30} y={string.y - 46} text-anchor="end" class="quiet"
        >{string.later} later</text
      >{/if}
  {/each}
  <path d="M{at(today)} {TOP - 4}V{height - 20}" class="today" />
  <text x={at(today)} y={height - 5} text-anchor="middle" class="todayname"
    >today, {formatDay(today)}</text
  >
</svg>

<p class="visually-hidden">
  {daysBetween(first, last)} days are drawn; the table below holds every task.
</p>

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
  .taut.critical {
    stroke-width: 5;
  }
  .block {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
    font-size: 15px;
    font-weight: 600;
  }
  .block.current {
    fill: var(--viridian);
    font-weight: 750;
  }
  tspan {
    font-size: 12px;
    font-weight: 450;
  }
  .label.peg {
    font-weight: 680;
    fill: var(--viridian-deep);
  }
  .label {
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
  .lasts {
    fill: var(--viridian);
    opacity: 0.35;
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
