<script lang="ts">
  import {
    aboveOf,
    boxOf,
    measureOf,
    sectionOf,
    type Shape,
    type View,
  } from '$core/checks/drawing';
  import type { Finding, PlantedTree } from '$core/checks/tree';

  interface Props {
    tree: PlantedTree;
    view?: View;
    /** The same measures in words. */
    label: string;
    /** A fault whose measure is drawn in, with its words. */
    marked?: { finding: Finding; says: string };
    /** Small and without words, a sign on a button: what is looked at closely. */
    small?: 'collar' | 'roots' | 'tree';
  }
  /** A planted tree to scale, from the shapes by which it is judged. */
  let { tree, view = 'section', label, marked, small }: Props = $props();
  const shapes = $derived(view === 'section' ? sectionOf(tree) : aboveOf(tree));
  const WIDTH = 340;
  const box = $derived.by((): [number, number, number, number] => {
    if (view === 'above') return boxOf(shapes);
    if (small === 'collar') return [-0.085, -0.09, 0.085, 0.08];
    if (small === 'roots') return [-0.14, -(tree.holeDepth + 0.02), 0.14, 0.02];
    if (small === 'tree') return [-0.19, -0.08, 0.19, 0.3];
    // The hole and the tree's lower half count; far weeds are cut off.
    const half = Math.max(0.24, tree.holeWidth / 2 + 0.1, tree.clearing * 0.6);
    const floor = -(Math.max(tree.holeDepth, 0.25) + 0.05);
    return [-half, floor, half, Math.min(0.42, tree.height)];
  });
  const scale = $derived(WIDTH / (box[2] - box[0]));
  const height = $derived((box[3] - box[1]) * scale);
  const x = (metres: number) => (metres - box[0]) * scale;
  const y = (metres: number) => (box[3] - metres) * scale;
  const path = ({ points, closed }: Shape) =>
    points.map(([a, b], i) => `${i ? 'L' : 'M'}${x(a).toFixed(1)} ${y(b).toFixed(1)}`).join('') +
    (closed ? 'Z' : '');
  /** Where the measure of the marked fault stands: a depth beside the tree, a width over the ground. */
  const dimension = $derived.by(() => {
    const ends = marked && measureOf(tree, marked.finding.fault, view);
    if (!ends) return undefined;
    const [[x1, y1], [x2, y2]] = ends;
    const upright = x1 === x2;
    const over = marked.finding.fault === 'not-cleared' ? 14 : 0;
    const aside = (at: number) => x(upright ? box[2] * 0.55 : Math.min(at, box[2]));
    return { x1: aside(x1), y1: y(y1) - over, x2: aside(x2), y2: y(y2) - over };
  });
  /** Beside the measure where there is room, else over its end. */
  const words = $derived.by(() => {
    if (!dimension) return { x: WIDTH - 8, y: 26, anchor: 'end' as const };
    const right = Math.max(dimension.x1, dimension.x2);
    const middle = (dimension.y1 + dimension.y2) / 2;
    return right < WIDTH * 0.82
      ? { x: right + 12, y: middle + 6, anchor: 'start' as const }
      : { x: WIDTH - 8, y: Math.min(dimension.y1, dimension.y2) - 12, anchor: 'end' as const };
  });
</script>

<svg
  viewBox="0 0 {WIDTH} {height}"
  role="img"
  aria-label={label}
  class:small={small !== undefined}
  preserveAspectRatio="xMidYMid meet"
>
  {#each shapes as shape, i (i)}
    <path d={path(shape)} class={shape.part} class:closed={shape.closed} />
  {/each}
  {#if dimension}
    <path d="M{dimension.x1} {dimension.y1}L{dimension.x2} {dimension.y2}" class="measure" />
    <path
      d={dimension.x1 === dimension.x2
        ? `M${dimension.x1 - 7} ${dimension.y1}h14M${dimension.x2 - 7} ${dimension.y2}h14`
        : `M${dimension.x1} ${dimension.y1 - 7}v14M${dimension.x2} ${dimension.y2 - 7}v14`}
      class="measure"
    />
  {/if}
  {#if marked && !small}
    <text x={words.x} y={words.y} text-anchor={words.anchor}>{marked.says}</text>
  {/if}
</svg>

<style>
  svg {
    display: block;
    width: 100%;
    max-height: 46vh;
    background: var(--sheet);
  }
  svg.small {
    max-height: none;
    height: 66px;
    width: 66px;
    flex: none;
  }
  path {
    fill: none;
    stroke-linecap: round;
    stroke-linejoin: round;
  }
  .soil {
    fill: var(--soil);
  }
  .hole {
    fill: var(--hole);
    stroke: var(--hole-edge);
  }
  .gap {
    fill: var(--sheet);
    stroke: var(--clay);
    stroke-width: 1.5;
  }
  .ground {
    stroke: var(--ink);
    stroke-width: 3;
  }
  .weeds {
    stroke: var(--viridian);
    stroke-width: 2;
    opacity: 0.55;
  }
  .weeds.closed {
    fill: var(--soil);
    stroke: none;
    opacity: 1;
  }
  .cleared {
    fill: var(--sheet);
    stroke: var(--hole-edge);
    stroke-dasharray: 4 4;
  }
  .ball {
    fill: var(--root);
    opacity: 0.35;
  }
  .root {
    stroke: var(--root);
    stroke-width: 4;
  }
  .stem {
    stroke: var(--stem);
    stroke-width: 9;
  }
  .stem.closed {
    fill: var(--stem);
  }
  .branch {
    stroke: var(--viridian);
    stroke-width: 4.5;
  }
  .bark-off {
    fill: #f3dfae;
    stroke: var(--clay);
    stroke-width: 1;
  }
  .upright {
    stroke: var(--slate);
    stroke-width: 1.4;
    stroke-dasharray: 3 5;
  }
  .next {
    stroke: var(--ink);
    stroke-width: 2.4;
  }
  .collar {
    stroke: var(--clay);
    stroke-width: 2.4;
    stroke-dasharray: 6 5;
  }
  .flare {
    stroke: var(--clay);
    stroke-width: 2.4;
  }
  .tug {
    stroke: var(--clay);
    stroke-width: 3.5;
  }
  .basin {
    fill: var(--soil);
    stroke: var(--hole-edge);
    stroke-width: 2;
  }
  .guard {
    fill: var(--water);
    fill-opacity: 0.25;
    stroke: var(--slate);
    stroke-width: 1.6;
  }
  .measure {
    stroke: var(--clay);
    stroke-width: 3;
  }
  .small .root,
  .small .branch {
    stroke-width: 9;
  }
  .small .stem {
    stroke-width: 16;
  }
  .small .ground,
  .small .collar,
  .small .tug,
  .small .gap {
    stroke-width: 9;
  }
  .small .weeds {
    stroke-width: 8;
  }
  .small .upright {
    stroke-width: 6;
    stroke-dasharray: 12 14;
  }
  text {
    font: 700 20px var(--text);
    fill: var(--clay);
    paint-order: stroke;
    stroke: var(--sheet);
    stroke-width: 5px;
  }
</style>
