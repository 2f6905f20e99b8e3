<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { line } from 'd3-shape';
  import { DAY_LIMITS } from '$core/calendar/weather';
  import { formatWind } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    hours: readonly { hour: number; wind: number; temperature: number; humidity: number }[];
    now: number;
  }
  let { hours, now }: Props = $props();
  const units = useUnits();
  const width = 320;
  const height = 104;
  const x = $derived(scaleLinear([hours[0].hour, hours[hours.length - 1].hour], [4, width - 8]));
  const y = $derived(
    scaleLinear(
      [0, Math.max(DAY_LIMITS.windStop * 1.25, ...hours.map(({ wind }) => wind))],
      [height - 18, 8],
    ),
  );
  const path = $derived(
    line<(typeof hours)[number]>(
      (d) => x(d.hour),
      (d) => y(d.wind),
    )([...hours]) ?? '',
  );
  const here = $derived(
    hours.reduce((a, b) => (Math.abs(b.hour - now) < Math.abs(a.hour - now) ? b : a)),
  );
</script>

<figure>
  <svg
    viewBox="0 0 {width} {height}"
    role="img"
    aria-label="Wind through the day against the planting limits"
  >
    <path d={path} fill="none" stroke="var(--ink)" stroke-width="2.2" />
    <path d="M0 {y(DAY_LIMITS.windStop)}H{width}" stroke="var(--clay)" stroke-dasharray="4 3" />
    <text x={width} y={y(DAY_LIMITS.windStop) - 4} text-anchor="end" class="stop"
      >stop, {formatWind(DAY_LIMITS.windStop, units.system)}</text
    >
    <path
      d="M0 {y(DAY_LIMITS.windMarginal)}H{width}"
      stroke="var(--ochre-fill)"
      stroke-dasharray="4 3"
    />
    <text x={width} y={y(DAY_LIMITS.windMarginal) - 4} text-anchor="end" class="marginal"
      >marginal, {formatWind(DAY_LIMITS.windMarginal, units.system)}</text
    >
    {#if now >= hours[0].hour && now <= hours[hours.length - 1].hour}
      <circle cx={x(now)} cy={y(here.wind)} r="4.5" fill="var(--ink)" />
    {/if}
    {#each [6, 9, 12, 15, 18] as hour (hour)}
      <text x={x(hour)} y={height - 2} text-anchor={hour === 6 ? 'start' : 'middle'}
        >{String(hour).padStart(2, '0')}</text
      >
    {/each}
  </svg>
  <details>
    <summary>As a table</summary>
    <table class="ledger">
      <thead><tr><th>Hour</th><th class="n">Wind</th><th class="n">RH</th></tr></thead>
      <tbody>
        {#each hours as reading (reading.hour)}
          <tr
            ><td>{reading.hour}:00</td><td class="n">{formatWind(reading.wind, units.system)}</td
            ><td class="n">{Math.round(reading.humidity * 100)} %</td></tr
          >
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
    paint-order: stroke;
    stroke: var(--sheet);
    stroke-width: 4px;
    font-size: 11.5px;
    fill: var(--slate);
  }
  .stop {
    fill: var(--clay);
  }
  .marginal {
    fill: var(--ochre);
  }
  summary {
    font-size: 12.5px;
    color: var(--viridian);
    cursor: pointer;
  }
</style>
