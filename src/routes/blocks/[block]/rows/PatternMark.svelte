<script lang="ts">
  import { isLattice, rowSpacingOf, staggerOf, type Pattern } from '$core/rows/spacing';

  let { pattern }: { pattern: Pattern } = $props();
  const step = 10;
  const lattice = (): [number, number][] => {
    const between = rowSpacingOf(pattern, step) ?? step * 1.35;
    return [0, 1, 2].flatMap((row) =>
      [0, 1, 2].map((peg): [number, number] => [
        7 + peg * step + (row % 2) * staggerOf(pattern) * step,
        5 + row * between * 0.85,
      ]),
    );
  };
  /** Beads of patterns that bend or scatter, drawn by hand. */
  const DRAWN: Partial<Record<Pattern, [number, number][]>> = {
    parallel: [0, 1, 2].flatMap((row) =>
      [0, 1, 2, 3].map((peg): [number, number] => [
        5 + peg * 10,
        8 + row * 10 - (peg === 3 ? 5 : peg === 2 ? 2 : 0),
      ]),
    ),
    scatter: [
      [6, 7],
      [17, 5],
      [29, 9],
      [10, 18],
      [22, 16],
      [35, 20],
      [6, 29],
      [18, 28],
      [29, 30],
    ],
    gaps: [
      [6, 6],
      [34, 6],
      [5, 29],
      [20, 31],
      [35, 28],
      [34, 17],
    ],
    clusters: [
      [8, 8],
      [13, 6],
      [12, 12],
      [30, 9],
      [35, 7],
      [34, 13],
      [19, 27],
      [24, 25],
      [23, 31],
    ],
  };
  const LINES: Partial<Record<Pattern, string[]>> = {
    contour: ['M3 10C12 4 24 4 37 11', 'M3 20C13 13 25 14 37 21', 'M3 30C14 23 26 25 37 31'],
    graded: ['M3 6C12 5 24 7 37 13', 'M3 15C13 14 25 17 37 23', 'M3 24C14 24 26 27 37 32'],
    shelter: ['M3 29H37'],
  };
  const beads = $derived(
    isLattice(pattern)
      ? lattice()
      : pattern === 'shelter'
        ? ([8, 18].flatMap((y, row) => [0, 1, 2].map((peg) => [8 + peg * 11 + row * 4, y])) as [
            number,
            number,
          ][])
        : (DRAWN[pattern] ?? []),
  );
</script>

<svg width="40" height="34" aria-hidden="true">
  {#each LINES[pattern] ?? [] as path (path)}
    <path
      d={path}
      fill="none"
      stroke="var(--ink)"
      stroke-width={pattern === 'shelter' ? 1.6 : 3.4}
      stroke-dasharray={pattern === 'shelter' ? '' : '0.1 6'}
      stroke-linecap="round"
    />
  {/each}
  {#if pattern === 'gaps'}<circle
      cx="18"
      cy="16"
      r="8"
      fill="none"
      stroke="var(--ink)"
      stroke-dasharray="2 2"
    />{/if}
  {#each beads as [x, y], i (i)}<circle cx={x} cy={y} r="2.3" fill="var(--ink)" />{/each}
</svg>
