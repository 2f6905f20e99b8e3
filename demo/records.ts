import { eachPosition, treesInRow, type StoredRow } from '../core/rows/stored';
import { countSpecies } from '../core/rows/species';
import { type Point } from '../core/measure/plane';
import { addTo } from '../core/measure/dates';
import { seededRandom } from '../core/measure/random';
import { planPlots } from '../core/checks/planned';
import { treesOf } from '../core/checks/grid';
import { sumMarks, type Cause } from '../core/survival/marks';
import { SEATS } from '../core/crew/tools';
import { TAUGHT } from '../core/checks/trainer';
import type { PlotRow, SchoolAnswerRow } from '../src/lib/rooms/checks/tables.server';
import {
  lookAgain,
  lookAt,
  plotColumns,
  PLOT_AREA,
  treesAround,
  USUAL,
  type Chances,
} from './plots';
import { type Letter } from './species';
import { type PlantedDays } from './stock';
import { type Laid } from './stock-of-blocks';
import { Site } from './site';

/** Hours that the machine takes for two rows and a turn. */
export const PASS_HOURS = 0.4;
/** The hour of the day at which the pass of a day's row begins. */
const passBegins = (row: number, pass: number): number => 7 + Math.floor(row / 2) * pass;

/** Plants, looks at and counts what was laid. */
export class Records extends Site {
  /**
   * Plants rows from a day on, split among planters row by row: by hand all at a time over the day, with a machine
   * two rows a pass, one pass after the other.
   * @param pass hours that a pass takes, with a machine
   * @returns what each planter set of each species, day by day
   */
  protected async plantRows(
    laid: Laid,
    rows: readonly StoredRow[],
    firstDaysAgo: number,
    rowsADay: number,
    planters: readonly number[],
    entry: number,
    pass?: number,
  ): Promise<PlantedDays> {
    const tallies = [];
    const byDay: PlantedDays = new Map();
    for (const [i, row] of rows.entries()) {
      const daysAgo = firstDaysAgo - Math.floor(i / rowsADay);
      const who = planters[i % planters.length];
      const planter = this.planters[who];
      const trees = treesInRow(row);
      for (let planted = 0; planted < trees; planted += entry) {
        tallies.push({
          ...this.event(
            daysAgo,
            pass
              ? passBegins(i % rowsADay, pass) + (pass * Math.min(trees, planted + entry)) / trees
              : 6.5 + ((i % rowsADay) * 7) / rowsADay + planted / 200,
            'leader',
          ),
          layoutId: laid.layoutId,
          rowNumber: row.number,
          planterId: planter.id,
          count: Math.min(entry, trees - planted),
          corrects: null,
        });
      }
      const counts = countSpecies([row.runs], laid.mix.length);
      const day = byDay.get(daysAgo) ?? new Map<number, number[]>();
      const sum = day.get(who) ?? laid.mix.map(() => 0);
      day.set(
        who,
        sum.map((n, species) => n + counts[species]),
      );
      byDay.set(daysAgo, day);
    }
    for (let from = 0; from < tallies.length; from += 500) {
      await this.store.tally.bulkCreate(tallies.slice(from, from + 500));
    }
    return byDay;
  }

  /** The riders of each day, clocked on for as long as the tractor is lent: they take turns on its two seats. */
  protected async seatsTaken(
    laid: Laid,
    firstDaysAgo: number,
    rowsADay: number,
    planters: readonly number[],
  ) {
    const until = passBegins(rowsADay + 1, PASS_HOURS);
    await this.store.attendance.bulkCreate(
      Array.from({ length: firstDaysAgo }, (_, day) => firstDaysAgo - day).flatMap((daysAgo) =>
        planters.flatMap((planter, i) =>
          (['on', 'off'] as const).map((kind) => ({
            ...this.event(daysAgo, kind === 'on' ? passBegins(0, PASS_HOURS) : until),
            ...{ siteId: this.siteId, blockId: laid.blockId, corrects: null },
            ...{ planterId: this.planters[planter].id, kind },
            tool: kind === 'on' ? SEATS[i % 2] : '',
          })),
        ),
      ),
    );
  }

  /**
   * Plots tree by tree: those of a plan over the whole block that lie on planted rows, and one a planter and
   * day besides. Where the ground is clay the bar leaves air pockets, whoever holds it; one planter sets
   * deep from a day on.
   */
  protected async plots(
    laid: Laid,
    rows: readonly StoredRow[],
    {
      planters,
      firstDaysAgo,
      rowsADay,
      planned,
      tools,
      deep,
      clay,
      second = 0,
    }: {
      planters: readonly number[];
      firstDaysAgo: number;
      rowsADay: number;
      planned: number;
      tools: readonly string[];
      deep?: { planter: number; sinceDaysAgo: number };
      clay?: (at: Point) => boolean;
      /** How many planned plots a second checker looks at. */
      second?: number;
    },
  ) {
    const layout = (await this.store.layout.findByPk(laid.layoutId))!;
    const random = seededRandom(`plots of ${laid.demo.name}`);
    const places = [...eachPosition(layout.rhythm, laid.rows)];
    const speciesAt = new Map(places.map(({ row, peg, species }) => [`${row}/${peg}`, species]));
    const speciesOf = (row: number, peg: number) => speciesAt.get(`${row}/${peg}`) ?? 0;
    const pointOf = (row: number, peg: number) =>
      places.find((place) => place.row === row && place.peg === peg)!.point;
    const order = new Map(rows.map(({ number }, i) => [number, i]));
    const terms = { area: PLOT_AREA, plots: planned, seed: '7', by: 'ground' as const };
    const plan = planPlots(terms, laid.area, places, places[0].point, () => undefined);
    const plans = await this.store.plotPlan.bulkCreate([
      {
        ...this.event(firstDaysAgo, 16),
        ...{ layoutId: laid.layoutId, plots: plan, terms: { ...terms, half: 0.03, limits: null } },
      },
    ]);
    const looks: PlotRow[] = [];
    const look = (
      trees: { row: number; peg: number }[],
      at: { row: number; peg: number },
      hour: number,
      number?: number,
    ) => {
      const i = order.get(at.row)!;
      const planted = firstDaysAgo - Math.floor(i / rowsADay);
      const who = planters[i % planters.length];
      const tool = tools[(i + (number ? at.peg : 0)) % tools.length];
      const inClay = Boolean(clay?.(pointOf(at.row, at.peg)));
      const chances: Chances = { ...USUAL };
      if (inClay && tool === 'Bar') chances['air-pocket'] = 0.24;
      if (deep && who === deep.planter && planted <= deep.sinceDaysAgo) chances.deep = 0.34;
      const found = plotColumns(lookAt(trees, speciesOf, chances, random));
      const told = {
        ...{ layoutId: laid.layoutId, planterId: this.planters[who].id },
        ...{ rowNumber: at.row, peg: at.peg, tool, lotId: null, corrects: null, late: false },
        soil: inClay ? 'clay' : laid.demo.conditions.texture,
        ...{ planId: number ? plans[0].id : null, planNumber: number ?? null },
      };
      const daysAgo = Math.max(1, planted - 1);
      looks.push({ ...this.event(daysAgo, hour, 'checker'), ...told, ...found });
      if (number && number <= second)
        looks.push({
          ...this.event(daysAgo, hour + 2, 'leader'),
          ...told,
          ...plotColumns(lookAgain(found.trees, random)),
        });
    };
    // In the order of the rows: what is found must not hang on the way that the round takes.
    const inRows = [...plan].sort((a, b) => a.row - b.row || a.peg - b.peg);
    for (const [i, plot] of inRows.entries())
      if (order.has(plot.row)) look(treesOf(plot.trees), plot, 9 + (i % 7) * 0.9, plot.number);
    for (let from = 0; from < rows.length; from += rowsADay)
      for (const [turn, row] of rows.slice(from, from + planters.length).entries()) {
        const peg = 1 + Math.floor(random() * treesInRow(row));
        look(treesAround(places, row.number, peg), { row: row.number, peg }, 10 + turn * 0.7);
      }
    await this.store.plot.bulkCreate(looks);
  }

  /** Answers of the hole school: some are ready, one misses roots that turn up, one has only begun. */
  protected async holeSchool() {
    const random = seededRandom('hole school');
    const answers: SchoolAnswerRow[] = [];
    const sure = { 2: 0.97, 3: 0.95, 5: 0.9, 6: 0.97 } as const;
    for (const [who, share] of Object.entries(sure).map(
      ([key, value]) => [Number(key), value] as const,
    )) {
      const asked = who === 6 ? 14 : 132;
      for (let i = 0; i < asked; i++) {
        const shown = (['good', ...TAUGHT] as const)[i % (TAUGHT.length + 1)];
        const right = random() < (who === 5 && shown === 'j-root' ? 0.4 : share);
        answers.push({
          ...this.event(5 - Math.floor(i / 60), 6 + (i % 60) / 120, 'leader'),
          ...{ siteId: this.siteId, planterId: this.planters[who].id, shown, rightAnswer: right },
          took: Math.round(3000 + random() * 6000),
        });
      }
    }
    await this.store.schoolAnswer.bulkCreate(answers);
  }

  /**
   * Counts rows tree by tree; how likely a tree lives depends on its species, its place and its row. What has
   * died by the last count had died already at the one before with the share that is given.
   */
  protected async countRows(
    laid: Laid,
    every: number,
    daysAgo: number,
    lives: (letter: Letter, at: Point, row: number) => { lives: number; cause?: Cause },
    {
      last = Infinity,
      before,
    }: { last?: number; before?: { daysAgo: number; share: number } } = {},
  ) {
    const layout = (await this.store.layout.findByPk(laid.layoutId))!;
    const counted = laid.rows.filter(
      ({ number }) => number % every === 3 % every && number <= last,
    );
    const letters = laid.demo.layout.mix.map(([letter]) => letter);
    const found = new Map<number, { now: string; then: string; causes: Record<string, Cause> }>();
    for (const { row, peg, point, species } of eachPosition(layout.rhythm, counted)) {
      const own = found.get(row) ?? { now: '', then: '', causes: {} };
      const chance = lives(letters[species], point, row);
      const alive = this.random() < chance.lives;
      const early = this.random() < (before?.share ?? 1);
      const poor = alive && this.random() < 0.03;
      own.now += alive ? (poor ? 'p' : '1') : this.random() < 0.12 ? 'g' : '0';
      own.then += alive || !early ? '1' : '0';
      if (!alive && chance.cause && this.random() < 0.8) own.causes[peg] = chance.cause;
      found.set(row, own);
    }
    const count = (
      ago: number,
      row: number,
      marks: string,
      causes: Record<string, Cause> | null,
    ) => {
      const { set, alive } = sumMarks(marks);
      return {
        ...this.event(ago, 9 + this.random() * 6, 'checker'),
        ...{ layoutId: laid.layoutId, rowNumber: row, setTrees: set, alive, marks, causes },
        ...{ cause: '', heights: null, countedOn: addTo(this.today, { days: -ago }) },
      };
    };
    const counts = [...found].flatMap(([row, { now, then, causes }]) => [
      ...(before ? [count(before.daysAgo, row, then, null)] : []),
      count(daysAgo, row, now, causes),
    ]);
    await this.store.survivalCount.bulkCreate(counts);
  }
}
