import { say } from '../say/message';
import { seededRandom } from '../measure/random';
import { studentQuantile } from '../measure/student';
import type { Figure } from '../measure/working';
import type { CountPlot, TaggedRow } from './walks';

/** How a count is drawn: the rows of the whole block, or of each of its parts by itself. */
export const STRATA = ['block', 'zone', 'species', 'lot', 'planter'] as const;
export type StrataBy = (typeof STRATA)[number];

/** Rows that are drawn among each other: a zone's, a planter's. */
export interface Stratum {
  name: string;
  /** Numbers of its rows, and their trees. */
  rows: readonly number[];
  trees: number;
  /** How much a row's living share lies about the stratum's, as far as a count has shown. */
  spread: number;
}

/** The rows of a count that a leader keeps for the phones. */
export interface CountTerms {
  by: StrataBy;
  /** Half-width of the interval that is wanted, as a share. */
  half: number;
  /** Whole rows; none where circles or single trees are counted. */
  rows: number[];
  /** Circles of so many square metres, instead of rows. */
  plots?: { area: number; all: CountPlot[] };
  /** Single trees that carry a tag and are looked at every time. */
  trees?: TaggedRow[];
  /** What circles or trees were drawn by: asked for twice with the same, they are drawn once. */
  seed?: string;
  /** Parts of the block that rows were drawn in by themselves, with all rows of each. */
  parts?: Part[];
  /** Rows that were drawn before, the newest last: what was counted is weighed as it was drawn. */
  earlier?: Draw[];
}

export interface Part {
  name: string;
  rows: number[];
}

/** Rows as they were drawn once. */
export type Draw = Pick<CountTerms, 'by' | 'rows' | 'parts'>;

/** Draws that are kept, and numbers of rows in all of them: terms are sent with every change. */
const DRAWS_KEPT = 4;
const NUMBERS_KEPT = 20_000;
const numbersIn = ({ rows, parts = [] }: Draw): number =>
  rows.length + parts.reduce((sum, part) => sum + part.rows.length, 0);

/**
 * Terms of a new draw of rows, with those before it.
 * @param parts in which they were drawn, with all rows of each; one part is the whole block
 */
export const nextCount = (
  kept: CountTerms | undefined,
  drawn: Pick<CountTerms, 'by' | 'half' | 'rows'>,
  parts: readonly { name: string; rows: readonly number[] }[],
): CountTerms => ({
  ...drawn,
  ...(parts.length > 1
    ? { parts: parts.map(({ name, rows }) => ({ name, rows: [...rows] })) }
    : {}),
  earlier: [
    ...(kept?.earlier ?? []),
    ...(kept?.rows.length ? [{ by: kept.by, rows: kept.rows, parts: kept.parts }] : []),
  ]
    .slice(-DRAWS_KEPT)
    .filter(
      (_, i, all) => all.slice(i).reduce((sum, draw) => sum + numbersIn(draw), 0) <= NUMBERS_KEPT,
    ),
});

/** Share of counted rows that a draw holds if they were counted by it: one may be walked by mistake, or left out. */
const OF_DRAW = 0.9;
/** Rows that were counted beside a draw are at most so many for each of its own; with more it was another count. */
const BESIDE = 0.5;

/** How counted rows were drawn. */
export interface CountedDraw {
  /** The parts that they were drawn in by themselves; nothing where the block is one. */
  parts?: readonly Part[];
  /** Rows that were counted too, where somebody looked closely: they stand for no others. */
  beside: number[];
}

/**
 * By which draw rows were counted: the newest that holds nearly all of them, or of which nearly all are among them,
 * with few others.
 */
export function drawCounted(
  kept: CountTerms | undefined,
  counted: readonly number[],
): CountedDraw | undefined {
  const draws: Draw[] = kept ? [...(kept.earlier ?? []), kept] : [];
  for (const { rows, parts } of draws.reverse()) {
    const drawn = new Set(rows);
    const beside = counted.filter((row) => !drawn.has(row));
    const held = counted.length - beside.length;
    if (!held) continue;
    if (held >= OF_DRAW * counted.length) return { parts, beside: [] };
    if (held >= OF_DRAW * drawn.size && beside.length <= BESIDE * held) return { parts, beside };
  }
  return undefined;
}

/** Every stratum is seen twice, so that it can say how its rows differ. */
const LEAST = 2;
/** Spread that is taken where no count has shown any. From memory. */
export const USUAL_SPREAD = 0.1;

export interface CountDesign {
  strata: (Stratum & { draw: number })[];
  rows: Figure;
  /** Half-width that these rows should give. */
  half: number;
}

/**
 * How many rows of each stratum a count wants for a half-width: rows go to strata by their size and spread
 * (Neyman 1934), and are added until t × the error of the stratified mean is small enough (Cochran, Sampling
 * Techniques, 3rd ed., 5.5 and 5.9); every row of a stratum at most, two at least.
 * @param half the half-width wanted, as a share
 */
export function countDesign(strata: readonly Stratum[], half: number): CountDesign {
  const known = strata.filter(({ rows }) => rows.length);
  const all = known.reduce((sum, { trees }) => sum + trees, 0);
  const draw = known.map(({ rows }) => Math.min(LEAST, rows.length));
  const weight = known.map(({ trees }) => trees / all);
  const error = () =>
    Math.sqrt(
      known.reduce(
        (sum, { rows, spread }, h) =>
          sum + (weight[h] * spread) ** 2 * (1 / draw[h] - 1 / rows.length),
        0,
      ),
    );
  const total = () => draw.reduce((sum, n) => sum + n, 0);
  const reach = () => {
    const free = total() - known.length;
    return (free >= 1 ? studentQuantile(0.95, free) : Infinity) * error();
  };
  const rows = known.reduce((sum, own) => sum + own.rows.length, 0);
  while (total() < rows && !(reach() <= half)) {
    // The row that lessens the error most: what Neyman's shares come to, row by row (Wright 2012).
    let best = -1;
    let most = -1;
    known.forEach(({ rows: own, spread }, h) => {
      if (draw[h] >= own.length) return;
      const gain = (weight[h] * spread) ** 2 * (1 / draw[h] - 1 / (draw[h] + 1));
      if (gain > most) [best, most] = [h, gain];
    });
    draw[best]++;
  }
  const reached = total() < rows ? reach() : 0;
  return {
    strata: known.map((stratum, h) => ({ ...stratum, draw: draw[h] })),
    half: reached,
    rows: {
      value: total(),
      kind: 'count',
      formula: say('formula.countedRows'),
      steps: [
        ...known.map(({ name, spread }) => ({
          label: say('step.partDiffers', { name }),
          value: spread,
          kind: 'share' as const,
        })),
        { label: say('step.halfWidthWanted'), value: half, kind: 'share' },
        { label: say('step.halfWidthOfTheseRows'), value: reached, kind: 'share' },
      ],
    },
  };
}

/**
 * The rows themselves: in each stratum every k-th with a random start, the steps as even as whole rows allow.
 * @returns numbers in order
 */
export function rowsToCount(design: CountDesign, seed: string): number[] {
  return design.strata
    .flatMap(({ name, rows, draw }) => {
      const start = seededRandom(`${seed} ${name}`)();
      return Array.from(
        { length: draw },
        (_, i) => rows[Math.min(rows.length - 1, Math.floor(((i + start) * rows.length) / draw))],
      );
    })
    .sort((a, b) => a - b);
}

/** How much rows differ about their common share; nothing where fewer than two were counted. */
export function spreadOfRows(
  counts: readonly { set: number; alive: number }[],
): number | undefined {
  const looked = counts.filter(({ set }) => set > 0);
  if (looked.length < 2) return undefined;
  const set = looked.reduce((sum, row) => sum + row.set, 0);
  const share = looked.reduce((sum, { alive }) => sum + alive, 0) / set;
  const mean = set / looked.length;
  // A long row counts as much as its trees: the residuals of the ratio, in units of a mean row.
  const squares = looked.reduce((sum, row) => sum + ((row.alive - share * row.set) / mean) ** 2, 0);
  return Math.sqrt(squares / (looked.length - 1));
}
