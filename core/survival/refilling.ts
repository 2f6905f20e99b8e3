import { say } from '../say/message';
import { studentQuantile } from '../measure/student';
import type { Figure } from '../measure/working';
import { stretchesOfRow, survivalBy, type CountedTree } from './groups';
import { isAlive, isDead } from './marks';

/** A counted row whose dead places may be filled. */
export interface CountedRow {
  row: number;
  marks: string;
}

/** Places of one row, by peg. */
export interface RowRefill {
  row: number;
  pegs: number[];
}

/**
 * Places to fill in counted rows so that every stretch of ten pegs holds what was asked for: the dead ones of a
 * stretch that is short, those first that stand furthest from the living, so that the even spread returns.
 * Trees live on where they stand; nothing is taken out.
 * @param areaAPeg square metres a peg stands for
 * @param target living trees a square metre
 */
export function placesToFill(
  rows: readonly CountedRow[],
  areaAPeg: number,
  target: number,
): RowRefill[] {
  return rows.flatMap(({ row, marks }) => {
    const pegs: number[] = [];
    for (const [from, until] of stretchesOfRow(marks.length)) {
      const part = marks.slice(from, until);
      const looked = [...part].filter((mark) => mark !== '-').length;
      const alive = [...part].filter(isAlive).length;
      let short = Math.ceil(looked * areaAPeg * target - alive - 1e-9);
      const filled = new Set<number>();
      while (short-- > 0) {
        const next = loneliest(marks, from, until, filled, pegs);
        if (next === undefined) break;
        filled.add(next);
      }
      pegs.push(...[...filled].sort((a, b) => a - b).map((i) => i + 1));
    }
    return pegs.length ? [{ row, pegs }] : [];
  });
}

/** Of the dead places of a stretch the one furthest from anything that lives or is filled already. */
function loneliest(
  marks: string,
  from: number,
  until: number,
  filled: ReadonlySet<number>,
  before: readonly number[],
): number | undefined {
  const stands = (i: number) => isAlive(marks[i]) || filled.has(i) || before.includes(i + 1);
  let best: number | undefined;
  let far = 0;
  for (let i = from; i < until; i++) {
    if (!isDead(marks[i]) || filled.has(i)) continue;
    let away = 1;
    while (away < marks.length && !stands(i - away) && !stands(i + away)) away++;
    if (away > far) [best, far] = [i, away];
  }
  return best;
}

/**
 * Places that a row counted as a sum is short of, wherever its dead stand: what was asked for over its pegs less
 * what lives, no more than died. Where the dead stand together the stretches of the row would want more.
 * @param areaAPeg square metres a peg stands for
 * @param target living trees a square metre
 * @example placesOfSum({ set: 100, alive: 70 }, 4, 0.2) // => 10
 */
export function placesOfSum(
  { set, alive }: { set: number; alive: number },
  areaAPeg: number,
  target: number,
): number {
  return Math.max(0, Math.min(set - alive, Math.ceil(set * areaAPeg * target - alive - 1e-9)));
}

export interface RefillNeed {
  /** Places known by row and peg. */
  known: number;
  /** Places in rows that were counted as a sum: how many is known, and not where. */
  summed: number;
  /** Places that rows nobody counted will want, as far as counted rows tell. */
  expected: number;
  /** Trees that suffice with the chance asked. */
  order: Figure;
}

/**
 * How many trees a refill takes with a given chance. Counted rows are known; the others are foretold by the
 * ratio of places to trees, y = R·x, with the variance of a ratio's prediction of rows that were not drawn:
 * s²·(M + (X ÷ x̄)² ÷ n), s² the rows' own spread about R·x, M rows and X trees still to be seen (Cochran,
 * Sampling Techniques, 3rd ed., 6.3 and 6.5, for a prediction), and t with n − 1 degrees.
 * @param counted places and trees of each counted row; one beside the draw is known and foretells no other, and of
 * one that is a sum nobody knows where
 * @param rest trees of each row that was not counted
 * @param chance that the order suffices
 */
export function refillNeed(
  counted: readonly { places: number; trees: number; beside?: boolean; sum?: boolean }[],
  rest: readonly number[],
  chance = 0.9,
): RefillNeed {
  const [known, summed] = [false, true].map((asSum) =>
    counted.reduce((all, { places, sum = false }) => all + (sum === asSum ? places : 0), 0),
  );
  const drawn = counted.filter(({ beside }) => !beside);
  const n = drawn.length;
  const trees = drawn.reduce((sum, row) => sum + row.trees, 0);
  const still = rest.reduce((sum, own) => sum + own, 0);
  const ratio = trees ? drawn.reduce((sum, { places }) => sum + places, 0) / trees : 0;
  const expected = ratio * still;
  const squares = drawn.reduce((sum, row) => sum + (row.places - ratio * row.trees) ** 2, 0);
  const spread = n > 1 ? squares / (n - 1) : 0;
  const error = n ? Math.sqrt(spread * (rest.length + (still / (trees / n)) ** 2 / n)) : 0;
  // `studentQuantile` takes the share between both tails; an order only fails on one side.
  const t = n > 1 ? studentQuantile(2 * chance - 1, n - 1) : 0;
  return {
    ...{ known, summed },
    expected: Math.round(expected),
    order: {
      value: Math.max(known + summed, Math.ceil(known + summed + expected + t * error - 1e-9)),
      kind: 'count',
      formula: say('formula.refillOrder'),
      steps: [
        { label: say('step.knownByRowAndPeg'), value: known, kind: 'count' },
        ...(summed
          ? [{ label: say('step.inRowsCountedAsASum'), value: summed, kind: 'count' as const }]
          : []),
        { label: say('step.placesATreeCountedRows'), value: ratio, kind: 'share' },
        { label: say('step.treesInRowsNobodyCounted'), value: still, kind: 'count' },
        { label: say('step.expectedThere'), value: expected, kind: 'count' },
        { label: say('step.errorOfThat'), value: error, kind: 'count' },
        { label: say('step.chanceThatTheOrderSuffices'), value: chance, kind: 'share' },
      ],
    },
  };
}

/** A species that is not planted again where it died. */
export interface Instead {
  zone: string;
  species: string;
  lives: number;
  /** What lives best there, and its share; nothing where no other species was counted there. */
  by?: { species: string; lives: number };
}

/** Fewer counted trees of a species in a zone than this say nothing of the zone. From memory. */
const ENOUGH_TOLD = 30;

/**
 * What is not planted again where: species that live less than the others of their zone beyond chance, with the
 * species that lives best there in its stead.
 * @param trees counted ones, each with its zone; a block without zones is one
 */
export function notAgain(trees: readonly CountedTree[], rowsInBlock: number): Instead[] {
  const zones = new Map<string, CountedTree[]>();
  for (const tree of trees) {
    const zone = tree.zone ?? '';
    const own = zones.get(zone);
    if (own) own.push(tree);
    else zones.set(zone, [tree]);
  }
  return [...zones].flatMap(([zone, own]) => {
    const groups = survivalBy(own, ({ species }) => species, rowsInBlock);
    const rest = groups.filter(({ apart, of }) => !apart && of >= ENOUGH_TOLD);
    const best = rest.at(-1);
    return groups
      .filter(
        ({ apart, of, estimate }) =>
          apart && of >= ENOUGH_TOLD && rest.some((other) => other.estimate > estimate),
      )
      .map(({ group, estimate }): Instead => ({
        ...{ zone, species: group, lives: estimate },
        by: best && { species: best.group, lives: best.estimate },
      }));
  });
}

/** Neighbouring places of a row that take the same species. */
export interface RefillStretch {
  speciesId: string;
  /** First and last peg. */
  from: number;
  to: number;
  /** Metres along the row from its first peg to the first place. */
  at: number;
}

/**
 * The dead places of a row in the order in which one comes by, neighbours of one species together.
 * @param pegs in any order
 * @param chainage of a peg, metres; nothing for a peg that the row does not have
 */
export function refillStretches(
  pegs: readonly { peg: number; speciesId: string }[],
  chainage: (peg: number) => number | undefined,
): RefillStretch[] {
  const first = chainage(1) ?? 0;
  const found: RefillStretch[] = [];
  for (const { peg, speciesId } of [...pegs].sort((a, b) => a.peg - b.peg)) {
    const last = found.at(-1);
    if (last && last.speciesId === speciesId && last.to === peg - 1) last.to = peg;
    else found.push({ speciesId, from: peg, to: peg, at: (chainage(peg) ?? first) - first });
  }
  return found;
}
