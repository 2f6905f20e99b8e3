import { expose } from 'comlink';
import type { Place } from '$core/checks/grid';
import { planPlots, type PlotTerms } from '$core/checks/planned';
import type { MultiPolygon } from '$core/ground/polygon';
import type { Point } from '$core/measure/plane';
import type { StoredLayout } from '$core/rows/layout';
import { eachPosition } from '$core/rows/stored';
import { tell } from './told';

let places: Place[] = [];

/** Plots laid on the ground and walked in the shortest round, off the main thread. */
const worker = {
  setRows: ({ rhythm, rows }: Pick<StoredLayout, 'rhythm' | 'rows'>) => {
    places = [...eachPosition(rhythm, rows)];
  },
  /** @param strata whose plot a row is one of, by its number */
  plan: (
    terms: PlotTerms,
    ground: MultiPolygon,
    gate: Point,
    strata: ReadonlyMap<number, string | undefined>,
  ) => tell(() => planPlots(terms, ground, places, gate, (row) => strata.get(row))),
};

export type PlotsWorker = typeof worker;
expose(worker);
