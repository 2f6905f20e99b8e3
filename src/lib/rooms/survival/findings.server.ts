import type { Point } from '../../../../core/measure/plane';
import { contains, mapPoints } from '../../../../core/ground/polygon';
import { ByPeg } from '../../../../core/rows/by-peg';
import { eachPosition } from '../../../../core/rows/stored';
import { dayOf } from '../../../../core/say/day';
import { daysBetween, type Day } from '../../../../core/measure/dates';
import {
  evenness,
  handlingClass,
  survivalBy,
  toldAsWhole,
  type CountedOne,
  type GroupSurvival,
} from '../../../../core/survival/groups';
import { referenceEvaporation } from '../../../../core/tending/evaporation';
import { diedAlike, lifeCurve, passedOver, spansOf } from '../../../../core/survival/between';
import type { CurvePoint } from '../../../../core/survival/kaplan';
import { growthOf } from '../../../../core/survival/growth';
import { livesOf, withoutRefilled, type Life } from '../../../../core/survival/life';
import { isDead, sumMarks } from '../../../../core/survival/marks';
import { groupBy } from '../../../../core/measure/group';
import { type Facts } from '../../server/facts';
import { eachInTurns, turn } from '../../server/turns';
import { placedPlots } from '../checks/facts.server';
import { plantersFact, shiftsNow, sownFact, talliesFact } from '../crew/facts.server';
import { planeOf, zonesFact } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { treatmentOf } from '../../../../core/method/differences';
import { blockMethod } from '../method/facts.server';
import { releasedLayout, rowsFact } from '../rows/facts.server';
import { cardsFact, exposuresOf, lotsFact } from '../stock/facts.server';
import { lotTeller } from '../stock/which-lot.server';
import { stressOf } from '../tending/facts.server';
import { words } from '../../words';
import { rootAirNow, weatherFact } from '../../server/station';
import { countedOf, countsFact } from './facts.server';
import { refilledPegs } from './refills.server';
import { whereDead } from './where.server';
import { whyTheyDied, type Tree } from './why.server';

const MONTH = 30.4375;

export interface LotCurve {
  name: string;
  points: CurvePoint[];
}

/** All that the counts of a block say besides the one figure: by group, over time, why, how evenly. */
export const survivalFindings = (facts: Facts, block: BlockRow) =>
  facts.derive('survival-findings', block.id, [countsFact], facts.everything, () =>
    workOut(facts, block),
  );

async function workOut(facts: Facts, block: BlockRow) {
  const [
    layout,
    rows,
    season,
    counts,
    sown,
    tallies,
    planters,
    lots,
    teller,
    cards,
    zones,
    plots,
    air,
    { days: weatherDays },
    refilled,
    { differences },
    shifts,
  ] = await Promise.all([
    releasedLayout(facts, block.id),
    facts.of(rowsFact, block.id),
    countedOf(facts, block),
    facts.of(countsFact, block.id),
    facts.of(sownFact, block.id),
    facts.of(talliesFact, block.id),
    facts.of(plantersFact),
    facts.of(lotsFact, block.id),
    lotTeller(facts, block.id),
    facts.of(cardsFact),
    facts.of(zonesFact, block.id),
    placedPlots(facts, block.id),
    rootAirNow(facts),
    facts.of(weatherFact),
    refilledPegs(facts, block.id),
    blockMethod(facts, block),
    shiftsNow(facts),
  ]);
  if (!layout || !season) return undefined;
  const zone = facts.site.zone;
  const species = layout.parameters.mix.map(({ species: id }) => ({
    id,
    name: cards.find((card) => card.id === id)?.name ?? '',
  }));
  const exposures = exposuresOf(lots, air, facts.now);
  const rowPlanter = new Map<number, string>();
  const setBy = new Map<string, number>();
  for (const { row, planter, count, corrects } of tallies) {
    const key = `${row} ${planter}`;
    setBy.set(key, (setBy.get(key) ?? 0) + (corrects ? -count : count));
    const best = rowPlanter.get(row);
    if (!best || setBy.get(key)! > setBy.get(`${row} ${best}`)!) rowPlanter.set(row, planter);
  }
  const lotOf = (row: number, kind: number) => teller(species[kind]?.id, row, rowPlanter.get(row));
  const plantedOn = new Map(
    [...sown.lastAt].map(([row, at]): [number, Day] => [row, dayOf(at, zone)]),
  );
  const plantedDay = (row: number): Day | undefined => plantedOn.get(row);
  const stressed = await stressOf(facts, block, season.on);
  const weather = new Map(weatherDays.map((one) => [one.day, one]));
  const evaporated = (day: Day): number | undefined => {
    const known = weather.get(day);
    return known && referenceEvaporation(known, facts.site.latitude, facts.site.elevation).mm;
  };
  const plane = planeOf(block);
  const grounds = zones.map(({ name, parts }) => ({
    name,
    parts: mapPoints(parts, plane.toPlane),
  }));
  const wanted = new Set(season.counts.map(({ row }) => row));
  const zoneAt = new ByPeg<string>();
  const points = new ByPeg<Point>();
  await turn();
  for await (const positions of eachInTurns(eachPosition(layout.rhythm, rows)))
    for (const { row, peg, point } of positions) {
      if (!wanted.has(row)) continue;
      points.set(row, peg, point);
      if (grounds.length)
        zoneAt.set(
          row,
          peg,
          grounds.find(({ parts }) => contains(parts, point))?.name ?? 'elsewhere',
        );
    }
  const byNumber = new Map(rows.map((row) => [row.number, row]));
  const speciesOfRow = (row: number): number[] => {
    const { runs } = byNumber.get(row)!;
    const all: number[] = [];
    for (let i = 0; i < runs.length; i += 2)
      for (let n = 0; n < runs[i + 1]; n++) all.push(runs[i]);
    return all;
  };
  const circle = (row: number, peg: number): string | undefined => {
    const plot = season.circleOf.get(row, peg);
    return plot === undefined ? undefined : `plot ${plot}`;
  };
  const handledAs = (lot: { id: string } | undefined) => {
    const minutes = lot && exposures.get(lot.id)?.value;
    return minutes === undefined ? undefined : words(handlingClass(minutes));
  };
  /** What a planter worked with on a day: as the plots of that day say, else as they clocked on. */
  const toolOn = (planter: string | undefined, day: Day | undefined): string | undefined => {
    if (!planter || !day) return undefined;
    const looked = plots.filter(
      (plot) => plot.tool && plot.planter === planter && plot.plantedOn === day,
    );
    const [most] = [...groupBy(looked, ({ tool }) => tool)].sort(
      ([, a], [, b]) => b.length - a.length,
    );
    return (
      most?.[0] ??
      shifts.find(
        (shift) =>
          shift.planter === planter &&
          shift.tool &&
          dayOf(new Date(shift.from).toISOString(), zone) === day,
      )?.tool
    );
  };
  const trees: Tree[] = [];
  /** Trees of rows counted as a sum: what is true of every tree of the row is known of them, and no more. */
  const summed: CountedOne[] = [];
  for (const { row, marks, set, alive } of season.counts) {
    await turn();
    if (!byNumber.has(row)) continue;
    const kinds = speciesOfRow(row);
    const planter = planters.find(({ id }) => id === rowPlanter.get(row))?.name;
    const day = plantedDay(row);
    const tool = toolOn(rowPlanter.get(row), day);
    const lotsHere = species.map((_, kind) => lotOf(row, kind));
    const handlingHere = lotsHere.map(handledAs);
    if (!marks) {
      const kind = onlyOne(kinds);
      const one = {
        ...{ row, planter, day, tool },
        species: kind === undefined ? undefined : species[kind].name,
        lot: kind === undefined ? undefined : lotsHere[kind]?.code,
        handling: kind === undefined ? undefined : handlingHere[kind],
        zone: onlyOne(kinds.map((_, i) => zoneAt.get(row, i + 1))),
      };
      for (let n = 0; n < set; n++) summed.push({ ...one, mark: n < alive ? '1' : '0' });
    }
    [...marks].forEach((mark, i) => {
      if (mark === '-') return;
      const kind = kinds[i] ?? 0;
      trees.push({
        ...{ row, peg: i + 1, mark, kind, planter, day },
        species: species[kind].name,
        lot: lotsHere[kind]?.code,
        zone: zoneAt.get(row, i + 1),
        cluster: circle(row, i + 1),
        tool,
        handling: handlingHere[kind],
      });
    });
  }
  // What stands for the block: rows that somebody looked at closely beside the draw say why, and not how many.
  const beside = new Set(season.beside);
  const drawn = ({ row }: CountedOne) => !beside.has(row);
  const standing = beside.size ? trees.filter(drawn) : trees;
  const sums = summed.filter(drawn);
  // A row counted as a sum that holds two groups stands for neither: it is left out, not taken for a row without them.
  const by = async (
    groupOf: (tree: CountedOne) => string | undefined,
  ): Promise<GroupSurvival[]> => {
    await turn();
    return toldAsWhole(
      survivalBy<CountedOne>(
        [...standing, ...sums.filter((tree) => groupOf(tree) !== undefined)],
        ...([groupOf, season.ofClusters, season.parts] as const),
      ),
      ...([season.estimate, standing.length + sums.length] as const),
    );
  };
  const time = await curvesOf();
  await turn();
  const where = whereDead(season.counts, {
    trees,
    between: layout.rhythm.between,
    pointOf: (row, peg) => points.get(row, peg),
  });
  await turn();
  const why = whyTheyDied({
    ...{ trees, plantedDay, plots, evaporated, stressed },
    airOf: ({ row, kind }) => {
      const lot = lotOf(row, kind);
      return lot && (exposures.get(lot.id)?.value ?? 0);
    },
    planterOf: (row) => rowPlanter.get(row),
    zones: grounds.map(({ name }) => name),
    treatmentOf: (row) => treatmentOf(differences, row),
    treatments: [
      ...new Set(differences.flatMap(({ scope }) => (scope.by === 'rows' ? [scope.letter] : []))),
    ].filter((letter) => letter !== 'A'),
  });
  await turn();
  const causes = causesOf(season.counts);
  const even = evenness(
    season.counts.filter(({ row, marks }) => marks && !beside.has(row)),
    layout.plantableArea / Math.max(1, layout.trees),
    season.target,
    (row, peg) => season.circleOf.get(row, peg),
  );
  await turn();
  return {
    counted: trees.length,
    /** Rows counted as a sum. */
    summed: season.counts.filter(({ marks }) => !marks).length,
    marks: sumMarks(season.counts.map(({ marks }) => marks).join('')),
    groups: {
      species: await by(({ species: name }) => name),
      lot: await by(({ lot }) => lot && `lot ${lot}`),
      planter: await by(({ planter }) => planter),
      zone: await by(({ zone: name }) => name),
      day: await by(({ day }) => day),
      tool: await by(({ tool }) => tool),
      handling: await by(({ handling }) => handling),
    },
    ...{ causes, where },
    /** Counted trees with what is known of each, and the species of the layout in its order. */
    ...{ trees, species },
    ...{ time, why },
    evenness: even,
    heights: heightsOf(),
  };

  /** Living shares over the months by species, where rows were marked at two counts or more. */
  async function curvesOf() {
    const rowsOf = new Map<number, typeof counts>();
    for (const count of counts)
      if (count.marks) rowsOf.set(count.row, [...(rowsOf.get(count.row) ?? []), count]);
    const groups = new Map<string, Life[]>();
    let times = 0;
    // By the block's first day: rows counted on one day stand at one time, whenever in the week they went in.
    const planted = [...rowsOf.keys()].flatMap((row) => plantedDay(row) ?? []).sort()[0];
    for (const [row, own] of rowsOf) {
      await turn();
      if (!planted || !byNumber.has(row)) continue;
      times = Math.max(times, new Set(own.map(({ countedOn }) => countedOn)).size);
      const lives = livesOf(
        own.map(({ countedOn, marks }) => ({
          months: daysBetween(planted, countedOn) / MONTH,
          marks: withoutRefilled(marks, countedOn, refilled.get(row) ?? []),
        })),
      );
      const kinds = speciesOfRow(row);
      for (const [peg, life] of lives) {
        const kind = kinds[peg - 1] ?? 0;
        const lot = lotOf(row, kind);
        const name = lot
          ? `lot ${lot.code}, ${species[kind].name.toLowerCase()}`
          : species[kind].name;
        const own = groups.get(name);
        if (own) own.push(life);
        else groups.set(name, [life]);
      }
    }
    const followed = [...groups].map(([name, lives]) => ({ name, spans: spansOf(lives) }));
    return {
      times,
      curves: followed.map(({ name, spans }): LotCurve => ({ name, points: lifeCurve(spans) })),
      compared: diedAlike(followed),
      /** Dead trees that a count between had not looked at. */
      passedOver: passedOver(followed.flatMap(({ spans }) => spans)),
    };
  }

  /** Trees measured at two counts or more, by species; one set into a dead place is another tree. */
  function growth() {
    const measured = counts.flatMap(({ row, countedOn, heights }) => {
      if (!byNumber.has(row)) return [];
      const kinds = speciesOfRow(row);
      const refills = refilled.get(row) ?? [];
      return Object.entries(heights).map(([key, height]) => {
        const peg = Number(key);
        return {
          ...{ row, peg, height, day: countedOn, species: species[kinds[peg - 1] ?? 0].name },
          tree: refills.filter(({ pegs, on }) => pegs.includes(peg) && on <= countedOn).length,
        };
      });
    });
    return growthOf(measured);
  }

  function heightsOf() {
    const all = season!.counts.flatMap(({ heights }) => Object.values(heights));
    if (!all.length) return undefined;
    const mean = all.reduce((sum, height) => sum + height, 0) / all.length;
    return { measured: all.length, mean, growth: growth() };
  }
}

/** What all of a row are; nothing where they differ. */
function onlyOne<Value>(all: readonly Value[]): Value | undefined {
  return new Set(all).size === 1 ? all[0] : undefined;
}

/** Dead trees by what killed them: tree by tree where it was said so, else the row's own word for all of them. */
function causesOf(
  counts: readonly {
    set: number;
    alive: number;
    marks: string;
    cause: string;
    causes: Record<string, string>;
  }[],
): { cause: string; trees: number }[] {
  const sums = new Map<string, number>();
  const add = (cause: string, trees: number) => sums.set(cause, (sums.get(cause) ?? 0) + trees);
  for (const { set, alive, marks, cause, causes } of counts) {
    const named = Object.entries(causes).filter(([peg]) => isDead(marks[Number(peg) - 1]));
    for (const [, one] of named) add(one, 1);
    const rest = set - alive - named.length;
    if (rest > 0) add(cause || 'unknown', rest);
  }
  return [...sums].map(([cause, trees]) => ({ cause, trees })).sort((a, b) => b.trees - a.trees);
}
