<script lang="ts">
  import { hindrances } from '$lib/words/en/named';
  import { bestStretch, type WeekShare } from '$core/calendar/windows';
  import { formatDay } from '$core/measure/dates';
  import { formatPercent } from '$core/measure/units';

  interface Props {
    weeks: readonly WeekShare[];
    /** Week the strip begins with. */
    first?: number;
    width?: number;
    height?: number;
    /** Picked week, and what happens when one is picked. */
    selected?: number;
    onselect?: (week: number) => void;
  }
  /** Fifty-two weeks as bars: the share of years that allow planting. */
  let { weeks, first = 0, width = 900, height = 96, selected, onselect }: Props = $props();
  const BASE = $derived(height - 20);
  /** To a tenth of a pixel: nobody sees more, and every page carries it. */
  const step = $derived(Math.floor((10 * width) / 52) / 10);
  const order = $derived(Array.from({ length: 52 }, (_, i) => weeks[(first + i) % 52]));
  const best = $derived(bestStretch(weeks));
  const tenth = (pixels: number) => Math.round(10 * pixels) / 10;
  const x = (week: number) => tenth(((week - first + 52) % 52) * step);
  const tall = (share: number) => tenth(Math.max(share > 0 ? 2 : 0, share * (BASE - 34)));
  const day = (from: string) => formatDay(`2026-${from}`);
  const say = ({ from, share, years, because }: WeekShare) =>
    `Week of ${day(from)}: ${formatPercent(share)}${years > 1 ? ` of ${years} years` : ''}${because.length && share < 1 ? `; otherwise ${hindrances[because[0][0]]}` : ''}`;
  /** The hindrance of a dip between good weeks is written over it. */
  const dip = $derived.by(() => {
    if (!best) return undefined;
    const inside = order.filter(({ week }) => inStretch(week, best) && weeks[week].share < 0.7);
    const worst = inside.sort((a, b) => a.share - b.share)[0];
    return worst?.because[0] && { week: worst.week, text: hindrances[worst.because[0][0]] };
  });
  /** The tallest bar under words of some weeks' width. */
  const tallNear = (week: number) =>
    Math.max(...[-3, -2, -1, 0, 1, 2, 3].map((by) => tall(weeks[(week + by + 52) % 52].share)));
  const inStretch = (week: number, [from, to]: [number, number]) =>
    from <= to ? week >= from && week <= to : week >= from || week <= to;
</script>

<svg viewBox="0 0 {width} {height}" role="img" aria-label="Weeks fit for planting">
  {#each order as week (week.week)}
    <!-- svelte-ignore a11y_no_static_element_interactions -->
    <!-- svelte-ignore a11y_click_events_have_key_events -->
    <g onclick={() => onselect?.(week.week)} class:picks={onselect}>
      <title>{say(week)}</title>
      <rect x={x(week.week)} y="0" width={step} height={BASE} fill="transparent" />
      <rect
        x={tenth(x(week.week) + 1)}
        y={BASE - tall(week.share)}
        width={tenth(step - 2)}
        height={tall(week.share)}
        class={week.share >= 0.75 ? 'good' : week.share >= 0.4 ? 'some' : 'few'}
        class:on={selected === week.week}
      />
    </g>
    {#if Number(week.from.slice(3)) <= 7}<text x={x(week.week) + 1} y={height - 5}
        >{day(week.from).split(' ')[1]}</text
      >{/if}
  {/each}
  <path d="M0 {BASE}H{width}" class="axis" />
  {#if best}
    {@const [from, to] = best}
    {@const middle = Math.min(width - 70, Math.max(70, x(from) + 2 * step))}
    <text x={middle} y="12" text-anchor="middle" class="best"
      >best from {day(weeks[from].from)}</text
    >
    {#if dip && from !== to}<text
        x={Math.min(width - 40, x(dip.week) + step / 2)}
        y={BASE - 6 - tallNear(dip.week)}
        text-anchor="middle"
        class="dip">{dip.text}</text
      >{/if}
  {/if}
</svg>

<style>
  svg {
    display: block;
    width: 100%;
  }
  text {
    font-size: 12px;
    fill: var(--slate);
  }
  .picks {
    cursor: pointer;
  }
  .good {
    fill: var(--viridian);
  }
  .some {
    fill: color-mix(in srgb, var(--viridian) 50%, var(--paper));
  }
  .few {
    fill: color-mix(in srgb, var(--viridian) 22%, var(--paper));
  }
  .on {
    stroke: var(--ink);
    stroke-width: 2;
  }
  .axis {
    stroke: var(--ink);
    stroke-width: 1.6;
  }
  .best {
    font-weight: 650;
    fill: var(--viridian-deep);
  }
  .dip {
    fill: var(--ochre);
  }
</style>
