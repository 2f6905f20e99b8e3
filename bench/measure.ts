/** The shortest of several runs, milliseconds: what the work takes when nothing disturbs it. */
export function best(runs: number, work: () => unknown): number {
  let shortest = Infinity;
  for (let run = 0; run < runs; run++) {
    const start = performance.now();
    work();
    shortest = Math.min(shortest, performance.now() - start);
  }
  return shortest;
}

/** One line of the report; a bound that is not met makes the process end with 1. */
export function report(
  what: string,
  value: number,
  unit: string,
  held: boolean,
  bound: string,
): void {
  if (!held) process.exitCode = 1;
  const digits = Math.abs(value) < 100 ? 2 : 0;
  console.log(`${held ? '✓' : '✗'} ${what}: ${value.toFixed(digits)} ${unit} (${bound})`);
}
