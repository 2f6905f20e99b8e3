<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { onMount } from 'svelte';
  import { scaleLinear } from 'd3-scale';
  import { addTo, formatDay } from '$core/measure/dates';

  interface Props {
    title: string;
    /** Millimetres within reach day by day, and which of the days are under the stress line. */
    days: readonly number[];
    dry: readonly number[];
    /** The first day, the place of today, and the full store of every day. */
    shown: { from: string; today: number; full: readonly number[] };
    /** What stands at the right of the title. */
    outcome: string;
    /** This block does so. */
    own?: boolean;
  }
  /** Water within reach of the roots, day by day, with the stress line and the days under it. */
  let { title, days, dry, shown, outcome, own = false }: Props = $props();
  let width = $state(640);
  /** A thousand points are drawn once the page stands, at the width it has, not before it is sent. */
  let awake = $state(false);
  onMount(() => (awake = true));
  const height = 92;
  const x = $derived(scaleLinear([0, days.length - 1], [2, Math.max(100, width - 2)]));
  const y = $derived(scaleLinear([0, Math.max(...shown.full)], [height - 22, 4]));
  /** A tenth of a pixel is finer than any eye, and a fifth of the letters. */
  const path = (values: readonly number[]) =>
    (awake ? values : [])
      .map((value, i) => `${i ? 'L' : 'M'}${x(i).toFixed(1)} ${y(value).toFixed(1)}`)
      .join('');
  const line = $derived(path(days));
  const area = $derived(line && `${line}L${x(days.length - 1)} ${y(0)}L${x(0)} ${y(0)}Z`);
  const stress = $derived(path(shown.full.map((full) => full / 2)));
  const step = $derived(Math.max(1, x(1) - x(0)));
  const dots = $derived(
    dry.map((i) => `M${x(i).toFixed(1)} ${y(0) + 3}h${step * 0.8}v6h-${step * 0.8}z`).join(''),
  );
  const months = $derived(
    days
      .map((_, i) => ({
        i,
        day: addTo(shown.from, { days: i }),
      }))
      .filter(({ day }) => day.endsWith('-01')),
  );
</script>

<figure class:own>
  <figcaption>
    <b>{title}{own ? ' (this block)' : ''}</b><span class="num">{outcome}</span>
  </figcaption>
  <div bind:clientWidth={width}>
    <svg
      {width}
      {height}
      role="img"
      aria-label="{title}: {outcome}, {howMany(dry.length, 'day')} dry"
    >
      <path d={area} fill="var(--water-tint, #d6e7ec)" opacity="0.75" />
      <path d={line} fill="none" stroke="var(--water)" stroke-width="2" />
      <path d={stress} fill="none" stroke="var(--clay)" stroke-width="1.3" stroke-dasharray="5 4" />
      <path d={dots} fill="var(--clay)" />
      <path
        d="M{x(shown.today)} 0V{height - 10}"
        stroke="var(--ink)"
        stroke-width="2"
        stroke-dasharray="2 3"
      />
      {#each months as { i, day } (day)}<text x={x(i)} y={height - 4}
          >{formatDay(day).replace(/^\d+ /, '')}</text
        >{/each}
    </svg>
  </div>
</figure>

<style>
  figure {
    margin: 0 0 10px;
    padding-left: 10px;
    border-left: 4px solid transparent;
  }
  figure.own {
    border-left-color: var(--viridian);
  }
  figcaption {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    font-size: 15px;
  }
  figcaption span {
    color: var(--slate);
  }
  text {
    font-size: 11.5px;
    fill: var(--slate);
  }
</style>
