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
  const DEAD = 'var(--rule-strong)';
  const longest = $derived(Math.max(1, ...rows.map(({ set }) => set)));
  const pitch = $derived(Math.min(9, (width - 190) / longest));
  const height = $derived(rows.length * ROW + 10);

  /**
   * A path a colour, one unit a tree: neighbours that look the same are one stroke, which the dashes part.
   * Rows of a hundred trees come with the page, so that they are written as short as they can be.
   */
  function pathsOf({ marks, runs }: Counted): { d: string; ink: string; dead: boolean }[] {
    const looks = [...marks].map((state, k) => {
      if (state === '-') return undefined;
      if (!isAlive(state)) return DEAD;
      return species[speciesAt(runs, k + 1) ?? 0]?.colour ?? 'var(--viridian)';
    });
    const paths = new Map<string, string>();
    let from = 0;
    looks.forEach((ink, k) => {
      if (looks[k + 1] === ink) return;
      if (ink) paths.set(ink, `${paths.get(ink) ?? ''}M${from} 0h${k + 1 - from}`);
      from = k + 1;
    });
    return [...paths].map(([ink, d]) => ({ d, ink, dead: ink === DEAD }));
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
      <g transform="translate(42 {y}) scale({pitch} 1)" class="marks">
        {#each pathsOf(entry) as { d, ink, dead } (ink)}
          <path {d} stroke={ink} class:dead />
        {/each}
      </g>
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
  .marks path {
    stroke-width: 15;
    stroke-dasharray: 0.7 0.3;
    transform: translateY(7.5px);
  }
  .marks .dead {
    stroke-width: 3;
    transform: translateY(13.5px);
  }
  .patch {
    fill: none;
    stroke: var(--water);
    stroke-width: 2;
  }
</style>
