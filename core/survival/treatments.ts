import { studentQuantile } from '../measure/student';
import { ratioError, survival, type RowCount, type SurvivalEstimate } from './estimate';

export interface TreatmentSurvival {
  letter: string;
  rows: number;
  set: number;
  alive: number;
  estimate: SurvivalEstimate;
  /** Against the block's own way, A; nothing where either has fewer than two counted rows. */
  against?: {
    difference: number;
    low: number;
    high: number;
    /** Whether the interval leaves out 0. */
    clear: boolean;
  };
}

/**
 * Survival by treatment, each against the block's own way. Rows are the units that were drawn, so they are
 * the units that vary: standard errors of both ratios (`ratioError`, no finite correction, since the
 * comparison is about rows like these and not about these alone), Welch's degrees of freedom
 * (Welch 1947, Biometrika 34), and as many comparisons as treatments beside A, each at the error of the
 * whole divided by their number (Bonferroni).
 * @param counts counted rows, each once
 * @param of the treatment of each row; rows without one are left out
 */
export function compareTreatments(
  counts: readonly RowCount[],
  of: (row: number) => string | undefined,
): TreatmentSurvival[] {
  const byLetter = new Map<string, RowCount[]>();
  for (const count of counts) {
    const letter = of(count.row);
    if (letter) byLetter.set(letter, [...(byLetter.get(letter) ?? []), count]);
  }
  const letters = [...byLetter.keys()].sort();
  const base = byLetter.get('A');
  const comparisons = Math.max(1, letters.filter((letter) => letter !== 'A').length);
  return letters.map((letter) => {
    const own = byLetter.get(letter)!;
    const sum = (key: 'set' | 'alive') => own.reduce((total, count) => total + count[key], 0);
    const entry: TreatmentSurvival = {
      ...{ letter, rows: own.length, set: sum('set'), alive: sum('alive') },
      estimate: survival(own, Infinity),
    };
    if (letter !== 'A' && base && base.length >= 2 && own.length >= 2)
      entry.against = difference(own, base, comparisons);
    return entry;
  });
}

function difference(own: readonly RowCount[], base: readonly RowCount[], comparisons: number) {
  const ratio = (counts: readonly RowCount[]) =>
    counts.reduce((sum, { alive }) => sum + alive, 0) /
    counts.reduce((sum, { set }) => sum + set, 0);
  const [mine, theirs] = [ratio(own), ratio(base)];
  const [a, b] = [ratioError(own, mine, Infinity) ** 2, ratioError(base, theirs, Infinity) ** 2];
  const error = Math.sqrt(a + b);
  const degrees =
    error === 0
      ? own.length + base.length - 2
      : (a + b) ** 2 / (a ** 2 / (own.length - 1) + b ** 2 / (base.length - 1));
  const reach = studentQuantile(1 - 0.05 / comparisons, degrees) * error;
  const found = mine - theirs;
  return {
    difference: found,
    low: found - reach,
    high: found + reach,
    // Rows without any spread carry no statement of their own.
    clear: error > 0 && Math.abs(found) > reach,
  };
}
