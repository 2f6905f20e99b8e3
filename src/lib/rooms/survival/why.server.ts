import { daysBetween, type Day } from '../../../../core/measure/dates';
import type { CountedTree } from '../../../../core/survival/groups';
import { logistic, type Exposed } from '../../../../core/survival/logistic';
import { isAlive } from '../../../../core/survival/marks';
import type { PlacedPlot } from '../../../../core/checks/outcome';
import { lookedIn } from '../../../../core/checks/quality';

/** Plots so many days about the planting of a row speak for how it was set. From memory. */
const PLOT_DAYS = 2;

export type Tree = CountedTree & { kind: number };

interface Known {
  trees: readonly Tree[];
  /** Minutes of the anchor air that the roots of a tree's lot have had; nothing where nobody knows the lot. */
  airOf: (tree: Pick<Tree, 'row' | 'kind'>) => number | undefined;
  plantedDay: (row: number) => Day | undefined;
  planterOf: (row: number) => string | undefined;
  plots: readonly PlacedPlot[];
  zones: readonly string[];
  /** The treatment that a row was laid out for, and all there are besides the block's own way, A. */
  treatmentOf: (row: number) => string | undefined;
  treatments: readonly string[];
  /** Reference evaporation of a day, mm; nothing where the weather of the day is not known. */
  evaporated: (day: Day) => number | undefined;
  /** Days short of water from a planting day to the count, in a zone; nothing where the weather is not known. */
  stressed: (zone: string | undefined, planted: Day) => number | undefined;
}

/** Tens of dry days by which trees of one zone must differ before dryness is told apart from it. From memory. */
const DRY_APART = 0.5;

/** Trees of a row that were drawn together and are alike in all they were exposed to: one of them, and how many. */
interface Alike {
  tree: Tree;
  died: number;
  of: number;
}

/** What a tree was exposed to follows from its row, its species and its zone: read once for all that share them. */
function alikeAmong(trees: readonly Tree[]): Alike[] {
  const rows = new Map<number, Alike[]>();
  for (const tree of trees) {
    const own = rows.get(tree.row) ?? [];
    rows.set(tree.row, own);
    let alike = own.find(
      ({ tree: other }) =>
        other.kind === tree.kind && other.zone === tree.zone && other.cluster === tree.cluster,
    );
    if (!alike) own.push((alike = { tree, died: 0, of: 0 }));
    if (!isAlive(tree.mark)) alike.died++;
    alike.of++;
  }
  return [...rows.values()].flat();
}

/** Whether an exposure differs among trees of one and the same zone. */
function parted(trees: readonly Tree[], read: (tree: Tree) => number | undefined): boolean {
  const spans = new Map<string, [number, number]>();
  for (const tree of trees) {
    const value = read(tree);
    if (value === undefined) continue;
    const [least, most] = spans.get(tree.zone ?? '') ?? [Infinity, -Infinity];
    spans.set(tree.zone ?? '', [Math.min(least, value), Math.max(most, value)]);
  }
  return [...spans.values()].some(([least, most]) => most - least >= DRY_APART);
}

/** What trees were exposed to, tree by tree alike in all of it, and how the odds of death go with it. */
export function whyTheyDied(known: Known) {
  const alike = alikeAmong(known.trees);
  const trees = alike.map(({ tree }) => tree);
  const { airOf, plantedDay, planterOf, plots, zones, evaporated } = known;
  const { treatmentOf, treatments, stressed } = known;
  const names: string[] = [];
  const readers: ((tree: Tree) => number | undefined)[] = [];
  const add = (name: string, read: (tree: Tree) => number | undefined) => {
    const values = new Set(trees.map(read).filter((value) => value !== undefined));
    if (values.size < 2) return;
    names.push(name);
    readers.push(read);
  };
  const byRow = <Value>(read: (row: number) => Value) => {
    const kept = new Map<number, Value>();
    return ({ row }: Tree): Value => {
      if (!kept.has(row)) kept.set(row, read(row));
      return kept.get(row)!;
    };
  };
  /** Half hours. */
  add('air', (tree) => {
    const minutes = airOf(tree);
    return minutes === undefined ? undefined : minutes / 30;
  });
  /** Trees too deep, of ten. */
  add('deep', byRow(deepShare));
  for (const name of zones) add(`zone ${name}`, (tree) => (tree.zone === name ? 1 : 0));
  for (const letter of treatments)
    add(
      `treatment ${letter}`,
      byRow((row) => (treatmentOf(row) === letter ? 1 : 0)),
    );
  add(
    'weather',
    byRow((row) => {
      const day = plantedDay(row);
      return day === undefined ? undefined : evaporated(day);
    }),
  );
  const stressAt = ({ row, zone }: Tree): number | undefined => {
    const day = plantedDay(row);
    const short = day === undefined ? undefined : stressed(zone, day);
    return short === undefined ? undefined : short / 10;
  };
  // Where dry days follow from the zone alone the zones tell the same, and the two cannot be parted.
  if (parted(trees, stressAt)) add('dry', stressAt);
  if (!names.length) return { names, fitted: undefined, groups: [] as Exposed[] };
  const groups = new Map<string, Exposed>();
  for (const { tree, died, of } of alike) {
    const values = readers.map((read) => read(tree));
    if (values.some((value) => value === undefined)) continue;
    const cluster = tree.cluster ?? `${tree.row}`;
    const key = `${tree.row} ${cluster} ${values.join(' ')}`;
    const group = groups.get(key) ?? {
      ...{ cluster, values: values as number[], died: 0, of: 0 },
    };
    groups.set(key, { ...group, died: group.died + died, of: group.of + of });
  }
  const all = [...groups.values()];
  return { names, fitted: logistic(names, all), groups: all };

  function deepShare(row: number): number | undefined {
    const planter = planterOf(row);
    const day = plantedDay(row);
    const near = plots.filter(
      (plot) =>
        plot.planter === planter && day && Math.abs(daysBetween(plot.plantedOn, day)) <= PLOT_DAYS,
    );
    const looked = near.reduce((sum, plot) => sum + lookedIn(plot), 0);
    const deep = near.reduce((sum, plot) => sum + (plot.faults.deep ?? 0), 0);
    return looked ? (10 * deep) / looked : undefined;
  }
}
