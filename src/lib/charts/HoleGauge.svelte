<script lang="ts">
  import { formatSmall } from '$core/measure/units';
  import type { Datum } from '$core/method/schools';
  import type { GaugeVerdict, Roots, Tool } from '$core/stock/roots';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { inWords } from '$lib/parts/reader.svelte';

  interface Props {
    title: string;
    tool: Tool;
    /** As they go in: after trimming. */
    roots: Roots;
    /** Soil over the collar, metres; below 0 it stands proud. */
    cover?: number;
    /** What the method measures from, and how far the top side root lies under the collar, metres. */
    datum?: Datum;
    below?: number;
    verdict: GaugeVerdict;
    /** Deepest hole drawn beside this one, so that all are to one scale. */
    deepest: number;
  }
  /** A cross-section to scale: hole, roots, collar and ground line, with the verdict under it. */
  let {
    title,
    tool,
    roots,
    cover = 0,
    datum = 'collar',
    below = 0,
    verdict,
    deepest,
  }: Props = $props();
  const units = useUnits();
  const width = 260;
  const top = 96;
  const middle = 130;
  const scale = $derived(250 / Math.max(0.3, deepest + 0.04));
  const height = $derived(top + (deepest + 0.03) * scale + 6);
  const px = (metres: number) => metres * scale;
  const ticks = $derived.by(() => {
    const step = units.system === 'us' ? 0.0254 * 4 : 0.1;
    return Array.from({ length: Math.floor((deepest + 0.02) / step) + 1 }, (_, i) => i * step);
  });
  const tick = (metres: number) =>
    units.system === 'us' ? `${Math.round(metres / 0.0254)} in` : `${Math.round(metres * 100)} cm`;

  /** Half the width of the hole at a depth: a bar leaves a wedge, the others straight walls. */
  const halfAt = (depth: number) =>
    tool.kind === 'bar' || tool.kind === 'machine'
      ? (tool.width / 2) * (1 - 0.62 * Math.min(1, depth / tool.depth))
      : tool.width / 2;
  const hole = $derived.by(() => {
    const [a, b, d] = [px(halfAt(0)), px(halfAt(tool.depth)), px(tool.depth)];
    return `M${middle - a} ${top}L${middle - b} ${top + d}H${middle + b}L${middle + a} ${top}Z`;
  });
  const collar = $derived(top + px(cover));
  /** Where the method measures: the line that is drawn across. */
  const level = $derived(collar + (datum === 'top side root' ? px(below) : 0));
  /** Main roots and laterals: each hangs as far as the hole lets it, and what is over turns up. */
  const strands = $derived(
    [0, -1, 1, -0.55, 0.55, -0.25].map((side, i) => {
      const start = collar + px(0.015 + 0.012 * Math.abs(i - 2));
      const reach = px(roots.length * (1 - 0.14 * Math.abs(side) - 0.03 * i));
      const floor = top + px(tool.depth) - 2;
      const end = Math.min(collar + reach, floor);
      const depth = (end - top) / scale;
      const wish = px(((roots.spread ?? tool.width * 0.8) / 2) * side);
      const wall = Math.max(4, px(halfAt(depth)) - 4);
      const x = middle + Math.max(-wall, Math.min(wall, wish));
      const over = collar + reach - floor;
      const bend = start + (end - start) * 0.45;
      const down = `M${middle} ${start}C${middle + (x - middle) * 0.5} ${start + 8} ${x} ${bend} ${x} ${end}`;
      if (over <= 3) return down;
      const way = x >= middle ? 1 : -1;
      const turn = Math.min(16, 5 + over / 3);
      return `${down}q${way * turn * 0.6} ${5} ${way * turn} ${-Math.min(px(0.06), over)}`;
    }),
  );
</script>

<figure>
  <h3 class:bad={!verdict.good}>{title}</h3>
  <svg
    viewBox="0 0 {width} {height}"
    role="img"
    aria-label="{title}: hole {formatSmall(tool.depth, units.system)} deep and {formatSmall(
      tool.width,
      units.system,
    )} wide, roots {formatSmall(roots.length, units.system)} long. {inWords(verdict.says)}"
  >
    <rect x="0" y={top} {width} height={height - top} class="soil" />
    <path d={hole} class="hole" />
    {#each ticks as metres (metres)}
      <path d="M0 {top + px(metres)}h9" class="tick" />
      <text x="13" y={top + px(metres) + (metres ? 4 : 13)}>{tick(metres)}</text>
    {/each}
    <g class="shoot">
      <path d="M{middle} {collar}V{collar - 88}" stroke-width="5" class="stem" />
      <path d="M{middle} {collar - 50}q-20 -8 -32 -30" />
      <path d="M{middle} {collar - 62}q18 -8 28 -30" />
      <path d="M{middle} {collar - 82}q-6 -8 -8 -24" />
    </g>
    {#each strands as d, i (i)}<path {d} class="root" />{/each}
    <path d="M0 {top}H{width}" class="ground" />
    <path d="M{middle - 62} {level}H{middle + 62}" class="collar" />
    <text
      x={width - 4}
      y={level + (level > top - 4 ? 14 : -6)}
      text-anchor="end"
      class="collar-word">{datum}</text
    >
  </svg>
  <figcaption>
    {inWords(verdict.says)}<br /><span class="quiet">{inWords(verdict.then)}</span>
  </figcaption>
</figure>

<style>
  figure {
    margin: 0;
    min-width: 0;
  }
  h3 {
    font-size: 17px;
    font-weight: 680;
    margin: 0 0 2px;
    color: var(--viridian-deep);
  }
  h3.bad {
    color: var(--clay);
  }
  svg {
    display: block;
    width: 100%;
  }
  .soil {
    fill: var(--soil);
  }
  .hole {
    fill: var(--hole);
    stroke: var(--hole-edge);
  }
  .tick {
    stroke: var(--slate);
    stroke-width: 1.5;
  }
  text {
    font-size: 11.5px;
    fill: var(--slate);
  }
  .ground {
    stroke: var(--ink);
    stroke-width: 2.4;
  }
  .shoot path {
    fill: none;
    stroke: var(--viridian);
    stroke-width: 3.6;
    stroke-linecap: round;
  }
  .shoot .stem {
    stroke: var(--stem);
    stroke-width: 5;
  }
  .root {
    fill: none;
    stroke: var(--root);
    stroke-width: 2.8;
    stroke-linecap: round;
  }
  .collar {
    stroke: var(--clay);
    stroke-width: 2;
    stroke-dasharray: 5 4;
  }
  .collar-word {
    fill: var(--clay);
    font-weight: 650;
  }
  figcaption {
    font-size: 14px;
    margin-top: 6px;
    line-height: 1.35;
  }
</style>
