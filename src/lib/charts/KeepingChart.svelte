<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { line } from 'd3-shape';
  import { formatTemperature } from '$core/measure/units';
  import type { KeepingReading } from '$core/stock/keeping';
  import { page } from '$app/state';
  import { midnights } from '$core/say/day';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { useSiteDay } from '$lib/parts/site-day.svelte';

  interface Props {
    name: string;
    readings: readonly KeepingReading[];
    coolest: number;
    warmest: number;
    /** Longest time between readings that a line may bridge, milliseconds. */
    longestGap?: number;
  }
  /** A place's temperature against the band it should hold; what lies outside is drawn heavy. */
  let { name, readings, coolest, warmest, longestGap = 3 * 3_600_000 }: Props = $props();
  const units = useUnits();
  const siteDay = useSiteDay();
  const width = 640;
  const height = 120;
  const x = $derived(
    scaleLinear([readings[0]?.at ?? 0, readings.at(-1)?.at ?? 1], [34, width - 4]),
  );
  const temperatures = $derived(readings.map(({ temperature }) => temperature));
  const y = $derived(
    scaleLinear(
      [Math.min(coolest, ...temperatures) - 0.5, Math.max(warmest, ...temperatures) + 0.5],
      [height - 20, 6],
    ),
  );
  /** Stretches without a gap, and within them those outside the band. */
  const stretches = $derived.by(() => {
    const all: KeepingReading[][] = [];
    for (const reading of readings) {
      const last = all.at(-1);
      if (last && reading.at - last.at(-1)!.at <= longestGap) last.push(reading);
      else all.push([reading]);
    }
    return all;
  });
  const path = $derived(
    line<KeepingReading>(
      ({ at }) => x(at),
      ({ temperature }) => y(temperature),
    ),
  );
  const outside = $derived(
    stretches.flatMap((stretch) => {
      const parts: KeepingReading[][] = [];
      let open: KeepingReading[] | undefined;
      for (const reading of stretch) {
        const out = reading.temperature > warmest || reading.temperature < coolest;
        if (out && !open) parts.push((open = []));
        if (out) open!.push(reading);
        else open = undefined;
      }
      return parts.filter(({ length }) => length > 1);
    }),
  );
</script>

<svg
  viewBox="0 0 {width} {height}"
  role="img"
  aria-label="Temperature in {name}: {formatTemperature(
    Math.min(...temperatures),
    units.system,
  )} to {formatTemperature(Math.max(...temperatures), units.system)}, should be {formatTemperature(
    coolest,
    units.system,
  )} to {formatTemperature(warmest, units.system)}"
>
  <rect x="34" y={y(warmest)} width={width - 38} height={y(coolest) - y(warmest)} class="band" />
  {#each [coolest, warmest] as limit (limit)}
    <text x="30" y={y(limit) + 4} text-anchor="end">{formatTemperature(limit, units.system)}</text>
  {/each}
  {#each stretches as stretch (stretch[0].at)}<path d={path(stretch)} class="line" />{/each}
  {#each outside as part (part[0].at)}<path d={path(part)} class="out" />{/each}
  {#each midnights(readings[0]?.at ?? 0, readings.at(-1)?.at ?? 0, page.data.site!.zone, 6) as tick (tick)}
    <text x={x(tick)} y={height - 4} text-anchor="middle">{siteDay(tick)}</text>
  {/each}
</svg>

<style>
  svg {
    display: block;
    width: 100%;
    max-width: 720px;
  }
  .band {
    fill: var(--water-tint);
  }
  .line {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.2;
  }
  .out {
    fill: none;
    stroke: var(--clay);
    stroke-width: 3;
  }
  text {
    font-size: 11.5px;
    fill: var(--slate);
  }
</style>
