<script lang="ts">
  import { speciesAt } from '$core/rows/species';
  import { isAlive } from '$core/survival/marks';

  interface Counted {
    row: number;
    set: number;
    alive: number;
    marks: string;
    runs: number[];
    patch?: { from: number; to: number; dead: number };
  }
  interface Props {
    rows: readonly Counted[];
    species: readonly { colour: string; name: string }[];
    width: number;
  }
  let { rows, species, width }: Props = $props();
  const ROW = 25;
  const longest = $derived(Math.max(1, ...rows.map(({ set }) => set)));
  const pitch = $derived(Math.min(9, (width - 190) / longest));
  const height = $derived(rows.length * ROW + 10);

  /** A path a colour: a row of a hundred trees is a handful of shapes, not a hundred. */
  function pathsOf({ marks, runs }: Counted): { d: string; fill: string; top: number }[] {
    const mark = (k: number, tall: number) =>
      `M${(k * pitch).toFixed(1)} 0h${(pitch * 0.7).toFixed(1)}v${tall}h-${(pitch * 0.7).toFixed(1)}z`;
    const living = new Map<string, string>();
    let dead = '';
    [...marks].forEach((state, k) => {
      if (state === '-') return;
      if (!isAlive(state)) {
        dead += mark(k, 3);
        return;
      }
      const fill = species[speciesAt(runs, k + 1) ?? 0]?.colour ?? 'var(--viridian)';
      living.set(fill, (living.get(fill) ?? '') + mark(k, 15));
    });
    const paths = [...living].map(([fill, d]) => ({ d, fill, top: 0 }));
    return dead ? [...paths, { d: dead, fill: 'var(--rule-strong)', top: 12 }] : paths;
  }
</script>

<!-- Each mark is a living tree in its species' colour, each low dash a dead one. -->
<svg
  {width}
  {height}
  viewBox="0 0 {width} {height}"
  role="img"
  aria-label="Counted rows, living trees and gaps; the table below holds the totals"
>
  {#each rows as entry, i (entry.row)}
    {@const y = i * ROW + 6}
    <text x="30" y={y + 13} text-anchor="end" class="row">{entry.row}</text>
    {#if entry.marks}
      {#each pathsOf(entry) as { d, fill, top } (fill)}
        <path {d} {fill} transform="translate(42 {y + top})" />
      {/each}
    {:else}
      <rect
        x="42"
        {y}
        width={entry.alive * pitch}
        height="15"
        fill="var(--viridian)"
        opacity="0.7"
      />
    {/if}
    {#if entry.patch}
      <rect
        x={40 + (entry.patch.from - 1) * pitch}
        y={y - 3}
        width={(entry.patch.to - entry.patch.from + 1) * pitch + 2}
        height="21"
        class="patch"
        ><title
          >Pegs {entry.patch.from} to {entry.patch.to}: {entry.patch.dead} dead, more than chance</title
        ></rect
      >
    {/if}
    <text x={width - 56} y={y + 13} text-anchor="end">{entry.alive} of {entry.set}</text>
    <text
      x={width}
      y={y + 13}
      text-anchor="end"
      class="share"
      class:low={entry.alive / entry.set < 0.8}
      >{Math.round((100 * entry.alive) / entry.set)} %</text
    >
  {/each}
</svg>

<style>
  svg {
    max-width: 100%;
  }
  text {
    font-size: 13px;
    fill: var(--ink);
    font-variant-numeric: tabular-nums;
  }
  .row,
  .share {
    font-weight: 650;
  }
  .low {
    fill: var(--clay);
  }
  .patch {
    fill: none;
    stroke: var(--water);
    stroke-width: 2;
  }
</style>
