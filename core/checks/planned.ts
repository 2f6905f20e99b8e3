import type { MultiPolygon } from '../ground/polygon';
import type { Point } from '../measure/plane';
import { plotRadius } from './plot';
import { inOneGo } from '../measure/steps';
import { everyNth, gridOver, plotsAmong, type Place, type PlannedPlot } from './grid';
import { roundInSteps } from './round';

/** By what plots are shared out. */
export const PLOTS_BY = ['ground', 'planter', 'tool'] as const;

export interface PlotTerms {
  /** Square metres of a plot. */
  area: number;
  plots: number;
  seed: string;
  /** Evenly over the ground, or shared out among the rows of each planter or each tool. */
  by: (typeof PLOTS_BY)[number];
}

/**
 * Plots on the ground in the order of their round from the gate: the same for the same terms. Plots without a
 * tree are left out.
 * @param stratumOf who has a row, or what they open holes with; asked only where plots are shared out so
 */
export const planPlots = (...given: Parameters<typeof planPlotsInSteps>): PlannedPlot[] =>
  inOneGo(planPlotsInSteps(...given));

/** {@link planPlots}, so that other work can be done in between. */
export function* planPlotsInSteps(
  { area, plots, seed, by }: PlotTerms,
  ground: MultiPolygon,
  places: readonly Place[],
  gate: Point,
  stratumOf: (row: number) => string | undefined,
): Generator<void, PlannedPlot[]> {
  const radius = plotRadius(area);
  const centres =
    by !== 'ground'
      ? everyNth(places, plots, seed, ({ row }) => stratumOf(row)).map(({ place, stratum }) => ({
          centre: place.point,
          stratum,
        }))
      : gridOver(ground, plots, seed).map((centre) => ({ centre, stratum: undefined }));
  yield;
  const plotAt = plotsAmong(places);
  yield;
  const found = centres.flatMap(({ centre, stratum }) => {
    const around = plotAt(centre, radius);
    return around?.trees.length ? [{ centre, ...around, ...(stratum ? { stratum } : {}) }] : [];
  });
  yield;
  const order = yield* roundInSteps(
    gate,
    found.map(({ centre }) => centre),
  );
  return order.map((i, turn) => ({ number: turn + 1, ...found[i] }));
}

/**
 * A plan's plots on rows that changed after it was drawn: a circle stays where it lies, and its trees are those that
 * stand in it now. One that was looked at stays what it was; one without a tree falls out.
 * @param looked numbers of the plots that were looked at
 */
export function plotsOnRows(
  plots: readonly PlannedPlot[],
  places: readonly Place[],
  area: number,
  looked: ReadonlySet<number>,
): PlannedPlot[] {
  const radius = plotRadius(area);
  const plotAt = plotsAmong(places);
  return plots.flatMap((plot) => {
    if (looked.has(plot.number)) return [plot];
    const around = plotAt(plot.centre, radius);
    return around?.trees.length ? [{ ...plot, ...around }] : [];
  });
}
