import type { Fault } from './faults';
import { faultyIn, type PlotRecord, type Quality } from './quality';

/** A plot by its place and the day its trees went in. */
export interface PlacedPlot extends PlotRecord {
  row: number;
  peg: number;
  /** Day on which the row was planted, where it is known; else the day of the look. */
  plantedOn: string;
}

/** What is to be done about what the plots show. */
export interface Todo {
  planter: string;
  fault: Fault;
  found: number;
  looked: number;
  rest: Quality['rest'];
  chance: number;
  /** Their rows from the first to the last of their plots with this fault, to be gone over again. */
  rows: number[];
  /** Trees in those rows that are likely faulty. */
  trees: number;
  /** Plots with which those rows are looked at again. */
  lookAgain: number;
}

/** Of every so many trees gone over again one is looked at again, in plots. From memory. */
const LOOKED_AGAIN = 0.05;

/**
 * What follows for everyone who is out of line: show them again, and go over the rows from the first to the
 * last of their plots with the fault.
 * @param treesOf trees that a planter has set in a row
 * @param treesAPlot trees in one plot
 */
export function todosOf(
  quality: readonly Quality[],
  plots: readonly PlacedPlot[],
  treesOf: (planter: string, row: number) => number,
  treesAPlot: number,
): Todo[] {
  return quality.flatMap(({ planter, worst, outOfLine, faults, looked, rest, chance }) => {
    if (!outOfLine || !worst) return [];
    const rows = plots
      .filter((plot) => plot.planter === planter && plot.faults[worst])
      .map(({ row }) => row);
    const [from, to] = [Math.min(...rows), Math.max(...rows)];
    const own: number[] = [];
    let inRows = 0;
    for (let row = from; row <= to; row++) {
      const trees = treesOf(planter, row);
      if (trees > 0) own.push(row);
      inRows += trees;
    }
    if (!own.length) own.push(...new Set(rows));
    const found = faults[worst] ?? 0;
    return [
      {
        ...{ planter, fault: worst, found, looked, rest, chance: chance ?? 0 },
        rows: own,
        trees: Math.round((inRows * found) / looked),
        lookAgain: Math.max(2, Math.ceil((inRows * LOOKED_AGAIN) / Math.max(1, treesAPlot))),
      },
    ];
  });
}

/** What was decided about trees that plots fail. */
export const DECISIONS = ['show', 'rework', 'leave'] as const;
export type DecisionKind = (typeof DECISIONS)[number];

export interface Decision {
  id: string;
  kind: DecisionKind;
  planter: string;
  fault: Fault;
  rows: number[];
  at: number;
}

export interface Reworked {
  decision: string;
  row: number;
  at: number;
}

export interface ReworkState {
  decision: Decision;
  /** Rows still to be gone over, and those gone over that nobody looked at since. */
  open: number[];
  unseen: number[];
  /** Of the rows looked at since: what was found. */
  seen: { row: number; good: number; faulty: number }[];
  done: boolean;
}

/** Where every rework stands: gone over, and looked at again after that. */
export function reworkStates(
  decisions: readonly Decision[],
  reworked: readonly Reworked[],
  plots: readonly (Pick<PlotRecord, 'good' | 'faults' | 'faulty' | 'at'> & { row: number })[],
): ReworkState[] {
  return decisions
    .filter(({ kind }) => kind === 'rework')
    .map((decision) => {
      const { rows } = decision;
      const done = new Map(
        reworked.filter((one) => one.decision === decision.id).map(({ row, at }) => [row, at]),
      );
      const open = rows.filter((row) => !done.has(row));
      const seen = plots
        .filter(({ row, at }) => done.has(row) && Date.parse(at) > done.get(row)!)
        .map((plot) => ({ row: plot.row, good: plot.good, faulty: faultyIn(plot) }));
      const looked = new Set(seen.map(({ row }) => row));
      const unseen = rows.filter((row) => done.has(row) && !looked.has(row));
      // A look at one row in five, and at one at least, speaks for all that were gone over.
      return {
        ...{ decision, open, unseen, seen },
        done: !open.length && looked.size >= Math.max(1, Math.ceil(rows.length / 5)),
      };
    });
}
