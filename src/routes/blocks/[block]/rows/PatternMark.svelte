<script lang="ts">
  import { rowSpacingOf, staggerOf, type Pattern } from '$core/rows/spacing';

  let { pattern }: { pattern: Pattern } = $props();
  const step = 10;
  const between = $derived(rowSpacingOf(pattern, step) ?? step * 1.35);
  const beads = $derived(
    [0, 1, 2].flatMap((row) =>
      [0, 1, 2].map((peg) => [
        7 + peg * step + (row % 2) * staggerOf(pattern) * step,
        5 + row * between * 0.85,
      ]),
    ),
  );
</script>

<svg width="40" height="34" aria-hidden="true">
  {#each beads as [x, y], i (i)}<circle cx={x} cy={y} r="2.3" fill="var(--ink)" />{/each}
</svg>
