<script lang="ts">
  import { addTo, daysBetween, formatDay, type Day } from '$core/measure/dates';
  import { formatPercent } from '$core/measure/units';

  interface Props {
    /** Seasons by finishing day, the last “not at all”. */
    byDay: Int32Array;
    start: Day;
    until: Day;
  }
  /** On which day the last tree goes in, season by season; past the window in clay. */
  let { byDay, start, until }: Props = $props();
  const WIDTH = 900;
  const HEIGHT = 210;
  const BASE = HEIGHT - 24;
  const seasons = $derived(byDay.reduce((sum, count) => sum + count, 0));
  const last = $derived(daysBetween(start, until));
  const range = $derived.by(() => {
    const used = [...byDay.slice(0, -1).keys()].filter((day) => byDay[day] > 0);
    const from = Math.max(0, Math.min(used[0] ?? 0, last) - 1);
    const end = used.at(-1) ?? last;
    // A window that ends long after is told at the margin.
    const to = Math.max(end, Math.min(last, end + Math.max(6, end - from))) + 1;
    // Many days share a bar, so that each stays wide enough to see.
    const wide = Math.max(1, Math.ceil((to - from + 1) / 90));
    return { from, to, wide };
  });
  const bars = $derived.by(() => {
    const { from, to, wide } = range;
    const list: { day: number; count: number }[] = [];
    for (let day = from; day <= to; day += wide)
      list.push({
        day,
        count: byDay.slice(day, Math.min(day + wide, byDay.length - 1)).reduce((a, b) => a + b, 0),
      });
    return list;
  });
  const step = $derived(Math.min(72, WIDTH / bars.length));
  const top = $derived(Math.max(1, ...bars.map(({ count }) => count)));
  const x = (day: number) => ((day - range.from) / range.wide) * step;
  const tall = (count: number) => (count / top) * (BASE - 24);
  const never = $derived(byDay[byDay.length - 1] / Math.max(1, seasons));
</script>

<svg viewBox="0 0 {WIDTH} {HEIGHT}" role="img" aria-label="Finishing days of {seasons} seasons">
  {#each bars as { day, count } (day)}
    <rect
      x={x(day) + 0.5}
      y={BASE - tall(count)}
      width={Math.max(1, step - 1.5)}
      height={tall(count)}
      class:late={day > last}
    >
      <title
        >{formatDay(addTo(start, { days: day }), true)}: {formatPercent(count / seasons, 1)}</title
      >
    </rect>
  {/each}
  <path d="M0 {BASE}H{WIDTH}" class="axis" />
  {#if last <= range.to}
    <path d="M{x(last) + step} {BASE}V10" class="end" />
    <text
      x={x(last) + step + (x(last) > WIDTH - 190 ? -6 : 6)}
      y="18"
      text-anchor={x(last) > WIDTH - 190 ? 'end' : 'start'}
      class="end-word">window ends {formatDay(until)}</text
    >
  {:else}<text x={WIDTH} y="18" text-anchor="end" class="end-word"
      >the window goes on until {formatDay(until, true)} →</text
    >{/if}
  {#each bars as { day }, i (day)}
    {#if i % Math.max(1, Math.round(84 / step)) === 0}<text
        x={Math.max(20, x(day) + step / 2)}
        y={HEIGHT - 6}
        text-anchor="middle">{formatDay(addTo(start, { days: day }))}</text
      >{/if}
  {/each}
</svg>
{#if never > 0.0005}<p class="quiet">
    In {formatPercent(never, 1)} of the seasons the last tree is not in after a year.
  </p>{/if}

<style>
  svg {
    display: block;
    width: 100%;
  }
  rect {
    fill: var(--viridian);
  }
  rect.late {
    fill: color-mix(in srgb, var(--clay) 55%, var(--paper));
  }
  .axis {
    stroke: var(--ink);
    stroke-width: 1.6;
  }
  .end {
    stroke: var(--clay);
    stroke-width: 2;
  }
  .end-word {
    fill: var(--clay);
    font-weight: 600;
  }
  text {
    font-size: 12.5px;
    fill: var(--slate);
  }
</style>
