<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { extent } from 'd3-array';
  import { scaleLinear } from 'd3-scale';
  import type { BearingResult } from '$core/rows/search';
  import {
    degrees,
    formatBearing,
    formatDistance,
    formatNumber,
    formatPercent,
  } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    results: readonly BearingResult[];
    /** The bearing laid now, radians. */
    current: number;
    ontake: (bearing: number) => void;
  }
  let { results, current, ontake }: Props = $props();
  const units = useUnits();
  const width = 660;
  const height = 150;
  const x = scaleLinear([0, 180], [54, width - 12]);
  const y = $derived(
    scaleLinear(extent(results, ({ trees }) => trees) as [number, number], [
      height - 28,
      12,
    ]).nice(),
  );
  const best = $derived(results.filter((result) => result.best));
  const hasSlope = $derived(results.some(({ crossSlope }) => Number.isFinite(crossSlope)));
  const now = $derived(
    results.reduce((a, b) => {
      const off = ({ bearing }: BearingResult) => Math.abs(Math.sin(bearing - current));
      return off(b) < off(a) ? b : a;
    }),
  );
</script>

<figure>
  <svg viewBox="0 0 {width} {height}" role="group" aria-label="Trees by bearing of the rows">
    {#each y.ticks(4) as tick (tick)}
      <path d="M54 {y(tick)}H{width - 12}" stroke="var(--rule)" />
      <text x="48" y={y(tick) + 4} text-anchor="end">{formatNumber(tick)}</text>
    {/each}
    {#each [0, 30, 60, 90, 120, 150, 180] as tick (tick)}
      <text x={x(tick)} y={height - 8} text-anchor="middle">{String(tick).padStart(3, '0')}°</text>
    {/each}
    {#each results as result (result.bearing)}
      <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
      <circle
        cx={x(degrees(result.bearing))}
        cy={y(result.trees)}
        r={result.best ? 4.6 : 2.4}
        class:best={result.best}
        onclick={() => ontake(result.bearing)}
        ><title
          >{formatBearing(result.bearing, 1)}: {howMany(result.trees, 'tree')}, {howMany(
            result.turns,
            'turn',
          )}</title
        ></circle
      >
    {/each}
    <circle
      cx={x(degrees(now.bearing))}
      cy={y(now.trees)}
      r="8"
      fill="none"
      stroke="var(--clay)"
      stroke-width="2"
    />
  </svg>
  <p class="say-what">
    Dark: no other bearing is as good in trees, turns, metres a tree{hasSlope
      ? ' and slope across the rows'
      : ''} and better in one. Ringed: as laid now. Click one to take it.
  </p>
  <div class="scroll">
    <table class="ledger">
      <thead
        ><tr
          ><th>Bearing</th><th class="n">Trees</th><th class="n">Rows</th><th class="n">Turns</th
          ><th class="n">Metres</th>{#if hasSlope}<th class="n">Across</th>{/if}<th></th></tr
        ></thead
      >
      <tbody>
        {#each best as result (result.bearing)}
          <tr class:on={result === now}>
            <td class="num"
              >{formatBearing(result.bearing, 1)}{#if result.alongSide}<small class="quiet">
                  along a side</small
                >{/if}</td
            >
            <td class="n">{formatNumber(result.trees)}</td>
            <td class="n">{formatNumber(result.rows)}</td>
            <td class="n">{formatNumber(result.turns)}</td>
            <td class="n">{formatDistance(result.metres, units.system)}</td>
            {#if hasSlope}<td class="n">{formatPercent(result.crossSlope, 1)}</td>{/if}
            <td class="n"
              ><button class="link-button" onclick={() => ontake(result.bearing)}
                >Take<span class="visually-hidden">
                  {formatBearing(result.bearing, 1)}</span
                ></button
              ></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
</figure>

<style>
  figure {
    margin: 0;
  }
  text {
    font-size: 11.5px;
    fill: var(--slate);
    font-variant-numeric: tabular-nums;
  }
  circle {
    fill: var(--faint);
    cursor: pointer;
  }
  circle.best {
    fill: var(--ink);
  }
  .say-what {
    font-size: 13px;
    color: var(--slate);
    margin-bottom: 6px;
  }
</style>
