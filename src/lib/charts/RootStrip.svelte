<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { scaleLinear } from 'd3-scale';
  import { formatSmall } from '$core/measure/units';
  import { fit, ROOT_RULES, type Roots, type RootRules, type Tool } from '$core/stock/roots';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    sample: readonly Roots[];
    /** Quickest first. */
    tools: readonly Tool[];
    trim: number;
    rules?: RootRules;
  }
  /** Every measured tree one mark at its root length: its shape and colour say which bucket. */
  let { sample, tools, trim, rules = ROOT_RULES }: Props = $props();
  const units = useUnits();
  const width = 640;
  /** Tools whose hole ends where roots of the sample end. */
  const lines = $derived(
    tools.filter(
      ({ depth }, i) =>
        x(depth) > 0 && x(depth) < width && tools.findIndex((t) => t.depth === depth) === i,
    ),
  );
  /** Marks that stand on one another, and lines of words above them. */
  const highest = $derived.by(() => {
    const columns = new Map<number, number>();
    for (const { length } of sample) {
      const column = Math.round(x(length) / 11);
      columns.set(column, (columns.get(column) ?? 0) + 1);
    }
    return Math.max(4, ...columns.values());
  });
  const words = $derived(14 * (lines.length + 1));
  const base = $derived(words + highest * 11 + 4);
  const x = $derived.by(() => {
    const lengths = sample.map(({ length }) => length);
    const deepest = Math.max(...tools.map(({ depth }) => depth));
    return scaleLinear(
      [
        Math.min(...lengths) - 0.02,
        Math.max(...lengths, Math.min(deepest, Math.max(...lengths) + 0.05)) + 0.02,
      ],
      [8, width - 8],
    );
  });
  /** Marks stacked where they would touch. */
  const marks = $derived.by(() => {
    const columns = new Map<number, number>();
    return [...sample]
      .sort((a, b) => a.length - b.length)
      .map((roots) => {
        const column = Math.round(x(roots.length) / 11);
        const level = columns.get(column) ?? 0;
        columns.set(column, level + 1);
        const kept = { ...roots, length: Math.min(roots.length, trim) };
        const bucket = tools.findIndex((tool) => {
          const found = fit(kept, tool, rules);
          return found === 'fits' || found === 'twisted';
        });
        return {
          x: x(roots.length),
          y: base - 8 - level * 11,
          bucket: bucket < 0 ? tools.length : bucket,
          cut: roots.length > trim,
        };
      });
  });
  const COLOURS = ['var(--viridian)', 'var(--ochre)', 'var(--water)', 'var(--slate)'];
  const colour = (bucket: number) =>
    bucket === tools.length ? 'var(--clay)' : COLOURS[Math.min(bucket, COLOURS.length - 1)];
</script>

<svg
  viewBox="0 0 {width} {base + 24}"
  role="img"
  aria-label="Root length of {howMany(sample.length, 'tree')}, by the bucket they go into"
>
  {#each lines as tool, i (tool.id)}
    <path d="M{x(tool.depth)} {base}V{14 * i + 2}" class="limit" />
    <text
      x={x(tool.depth) + (x(tool.depth) > width - 110 ? -4 : 4)}
      y={14 * i + 11}
      text-anchor={x(tool.depth) > width - 110 ? 'end' : 'start'}
      >{tool.name.toLowerCase()} {formatSmall(tool.depth, units.system)}</text
    >
  {/each}
  {#if Number.isFinite(trim)}
    <path d="M{x(trim)} {base}V{words - 12}" class="trim" />
    <text x={x(trim) - 4} y={words - 3} text-anchor="end" class="trim-word">trim here</text>
  {/if}
  <path d="M0 {base}H{width}" class="axis" />
  {#each marks as mark, i (i)}
    {#if mark.bucket === tools.length}
      <path
        d="M{mark.x - 4} {mark.y - 4}l8 8m0 -8l-8 8"
        stroke={colour(mark.bucket)}
        stroke-width="2.2"
      />
    {:else if mark.bucket === 0}
      <circle cx={mark.x} cy={mark.y} r="4.6" fill={colour(0)} />
    {:else if mark.bucket === 1}
      <circle cx={mark.x} cy={mark.y} r="3.8" fill="none" stroke={colour(1)} stroke-width="2.2" />
    {:else}
      <rect x={mark.x - 4} y={mark.y - 4} width="8" height="8" fill={colour(mark.bucket)} />
    {/if}
    {#if mark.cut}<path d="M{mark.x - 4} {mark.y + 5.5}h8" class="cut" />{/if}
  {/each}
  {#each x.ticks(7) as value (value)}
    <text x={x(value)} y={base + 17} text-anchor="middle">{formatSmall(value, units.system)}</text>
  {/each}
</svg>
<p class="key">
  {#each [...tools.map(({ name }) => name.toLowerCase()), 'set aside'] as name, i (i)}
    {@const trees = marks.filter(({ bucket }) => bucket === i).length}
    {#if trees}<span
        ><svg width="12" height="12" viewBox="-6 -6 12 12" aria-hidden="true">
          {#if i === tools.length}<path
              d="M-4 -4L4 4M4 -4L-4 4"
              stroke={colour(i)}
              stroke-width="2.2"
            />
          {:else if i === 0}<circle r="4.6" fill={colour(0)} />
          {:else if i === 1}<circle r="3.8" fill="none" stroke={colour(1)} stroke-width="2.2" />
          {:else}<rect x="-4" y="-4" width="8" height="8" fill={colour(i)} />{/if}
        </svg>
        {name}, {trees}</span
      >{/if}
  {/each}
  {#if marks.some(({ cut }) => cut)}<span>underlined: its tips are cut</span>{/if}
</p>

<style>
  svg {
    display: block;
    width: 100%;
  }
  text {
    font-size: 11.5px;
    fill: var(--slate);
  }
  .axis {
    stroke: var(--rule-strong);
  }
  .limit {
    stroke: var(--ink);
    stroke-dasharray: 4 4;
  }
  .trim {
    stroke: var(--clay);
    stroke-width: 2;
  }
  .trim-word {
    fill: var(--clay);
  }
  .cut {
    stroke: var(--clay);
    stroke-width: 1.6;
  }
  .key {
    display: flex;
    gap: 16px;
    flex-wrap: wrap;
    font-size: 13px;
    color: var(--slate);
    margin: 4px 0 0;
  }
  .key svg {
    display: inline;
    width: 12px;
    vertical-align: -1px;
  }
</style>
