import { BOX_TERMS } from '../core/crew/reservoir';
import { readFile } from 'node:fs/promises';
import { hash } from '@node-rs/argon2';
import {
  layOut,
  alongLongestSide,
  COMPUTATION_VERSION,
  type LayoutParameters,
} from '../core/rows/layout';
import {
  eachPosition,
  rhythmOf,
  toStoredRows,
  treesInRow,
  type StoredRow,
} from '../core/rows/stored';
import { countSpecies, speciesOfFirst } from '../core/rows/species';
import { checkBoundary } from '../core/ground/boundary';
import { plantableArea, type Plantable } from '../core/ground/plantable';
import { centreOf, contains, type MultiPolygon } from '../core/ground/polygon';
import type { Surface } from '../core/ground/surface';
import { ORDINARY_SOIL, type Zone } from '../core/ground/zones';
import { localPlane, type Plane, type Point } from '../core/measure/plane';
import { layoutGround } from '../core/rows/ground';
import { addTo, type Day } from '../core/measure/dates';
import { seededRandom } from '../core/measure/random';
import { dayOf } from '../core/say/day';
import { shareRows } from '../core/crew/share';
import { TASKS } from '../core/calendar/tasks';
import { FINISH_TERMS } from '../core/calendar/terms';
import { planPlots } from '../core/checks/planned';
import { treesOf } from '../core/checks/grid';
import { sumMarks, type Cause } from '../core/survival/marks';
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
import type { Store } from '../src/lib/store';
import { mendSums } from '../src/lib/store/sums';
import { BLOCKS, PASSWORD, PEOPLE, PLANTER_RATES, SITE, type DemoBlock } from './farrow-pit';
import { PRODUCTS, TERMS } from './calendar';
import { idMaker } from './events';
import { PICTURES, SPECIES, type Letter } from './species';
import { DemoStock, type PlantedDays } from './stock';
import { haulFlatStock, siltMarginStock, totalOf, type Laid } from './stock-of-blocks';
import { blockSurface } from './heights';
import { inventWeather } from './weather';

const DAY = 86_400_000;
const MINUTE = 60_000;

/**
 * Fills an empty database with Farrow Pit: the same records each time, hung on the day of loading.
 * @param now milliseconds since 1970 UTC
 */
export async function loadDemo(store: Store, now: number): Promise<void> {
  const loader = new Loader(store, now);
  await loader.load();
  await mendSums(store, false);
}

class Loader {
  private readonly random = seededRandom('farrow-pit');
  private readonly id = idMaker(this.random);
  private readonly today: Day;
  private readonly siteId: string;
  private readonly people = new Map<string, string>();
  private readonly species = new Map<Letter, string>();
  private planters: { id: string; rate: number }[] = [];
  private stock!: DemoStock;

  constructor(
    private readonly store: Store,
    private readonly now: number,
  ) {
    this.today = dayOf(now, SITE.zone);
    this.siteId = this.id(now - 900 * DAY);
  }

  async load(): Promise<void> {
    await this.peopleAndSpecies();
    await this.store.weatherDay.bulkCreate(inventWeather(this.siteId, this.today, 4));
    this.stock = new DemoStock({
      store: this.store,
      now: this.now,
      today: this.today,
      siteId: this.siteId,
      event: this.event.bind(this),
      species: this.species,
      planters: this.planters,
    });
    await this.stock.placesAndTools({ id: this.siteId, ...SITE });
    for (const product of PRODUCTS)
      await this.store.product.create({
        id: this.id(this.now - 880 * DAY),
        siteId: this.siteId,
        dropped: false,
        ...product,
      });
    const laid: Laid[] = [];
    for (const [position, demo] of BLOCKS.entries()) laid.push(await this.layBlock(demo, position));
    await this.northBench(laid[0]);
    await this.haulFlat(laid[1]);
    await siltMarginStock(this.stock, laid[2]);
    await this.ridgeScreen(laid[3]);
    await this.spoilKnoll(laid[4]);
    await this.holeSchool();
    await this.crewsDay(laid[1]);
  }

  private async peopleAndSpecies(): Promise<void> {
    await this.store.site.create({ id: this.siteId, ...SITE });
    const passwordHash = await hash(PASSWORD);
    for (const { signIn, name, role } of PEOPLE) {
      const id = this.id(this.now - 899 * DAY);
      this.people.set(role, id);
      await this.store.person.create({
        id,
        signIn,
        name,
        passwordHash,
        units: 'metric',
        theme: 'day',
      });
      await this.store.membership.create({ personId: id, siteId: this.siteId, role });
    }
    for (const card of SPECIES) {
      const id = this.id(this.now - 898 * DAY);
      this.species.set(card.letter, id);
      await this.store.species.create({ id, siteId: this.siteId, ...card });
    }
    for (const { letters, file, caption } of PICTURES)
      for (const letter of letters)
        await this.store.speciesPicture.create({
          id: this.id(this.now - 890 * DAY),
          speciesId: this.species.get(letter)!,
          caption,
          mime: 'image/jpeg',
          bytes: await readFile(new URL(`./pictures/${file}`, import.meta.url)),
          addedAt: new Date(this.now - 890 * DAY),
        });
    this.planters = PLANTER_RATES.map((rate) => ({ id: this.id(this.now - 897 * DAY), rate }));
    await this.store.planter.bulkCreate(
      this.planters.map(({ id, rate }, position) => ({
        id,
        siteId: this.siteId,
        personId: position === 4 ? this.people.get('planter')! : null,
        name: `Planter ${position + 1}`,
        rate,
        position,
      })),
    );
  }

  /** An event's columns, at a time of day of a day counted from today. */
  private event(daysAgo: number, hour: number, author = 'leader') {
    const time = Math.min(
      this.now - MINUTE,
      Date.parse(this.today) - daysAgo * DAY + hour * 3_600_000,
    );
    const at = new Date(time);
    return {
      id: this.id(time),
      at,
      recordedAt: at,
      authorId: this.people.get(author)!,
      device: 'demo',
    };
  }

  private async layBlock(demo: DemoBlock, position: number): Promise<Laid> {
    const site = localPlane([SITE.longitude, SITE.latitude]);
    const place = ([x, y]: Point): Point => site.toLonLat([x + demo.centre[0], y + demo.centre[1]]);
    const boundary = checkBoundary([[demo.ring.map(place)]]);
    const [originLongitude, originLatitude] = centreOf(boundary);
    const keepouts = demo.keepouts.map((keepout) => ({
      ...keepout,
      id: this.id(this.now - 800 * DAY),
      shape: mapShape(keepout.shape, place),
      near: keepout.near ?? null,
      located: null,
    }));
    const zones = (demo.zones ?? []).map(({ ring, soil, ...zone }): Zone => ({
      ...zone,
      id: this.id(this.now - 799 * DAY),
      parts: checkBoundary([[ring.map(place)]]),
      soil: { ...ORDINARY_SOIL, ...soil },
    }));
    const blockId = this.id(this.now - 800 * DAY);
    const plantingDay = addTo(this.today, { days: demo.planting });
    const mix = demo.layout.mix.map(([letter, share]) => ({
      species: this.species.get(letter)!,
      share,
    }));
    await this.store.block.create({
      id: blockId,
      siteId: this.siteId,
      name: demo.name,
      position,
      boundary,
      originLongitude,
      originLatitude,
      margin: demo.margin,
      conditions: demo.conditions,
      method: demo.method,
      orderTerms: Object.fromEntries(
        mix.map(({ species }) => [species, { reserve: 0.05, cull: 0.04, pack: 50 }]),
      ),
      plantingDay,
      phase: TERMS[demo.name].phase,
      calendarTerms: {
        ...TERMS[demo.name].terms,
        // The crew wants to be gone before the next job begins.
        ...(demo.name === 'Haul Flat'
          ? { finish: { ...FINISH_TERMS, planters: 5, until: addTo(this.today, { days: 6 }) } }
          : {}),
      },
      targetDensity: demo.targetPerHectare / 10_000,
    });
    await this.store.keepout.bulkCreate(
      keepouts.map((keepout, at) => ({ ...keepout, blockId, position: at })),
    );
    await this.store.zone.bulkCreate(zones.map((zone, at) => ({ ...zone, blockId, position: at })));
    const plane = localPlane([originLongitude, originLatitude]);
    const ground = plantableArea(boundary, keepouts, demo.margin, plane);
    const direction =
      demo.layout.direction === 'longest'
        ? alongLongestSide(ground.boundary)
        : demo.layout.direction;
    const surface = await this.survey(blockId, ground.boundary, plane);
    const parameters: LayoutParameters = {
      ...demo.layout,
      direction,
      mix,
      shelter: demo.layout.shelter?.map(([letter, offset, step, stagger]) => ({
        species: this.species.get(letter)!,
        offset,
        step,
        stagger,
      })),
      guide: demo.layout.shelter ? fenceOf(ground) : undefined,
    };
    const cards = SPECIES.map((card) => ({ ...card, id: this.species.get(card.letter)! }));
    const layout = layOut(layoutGround(ground, zones, cards, plane, surface), parameters);
    const rows = toStoredRows(layout.rows, layout.runs);
    const made = this.event(Math.max(1, 30 - demo.planting), 9);
    await this.store.layout.create({
      id: made.id,
      blockId,
      number: 1,
      name: demo.release ? 'as pegged' : 'first idea',
      state: demo.release ? 'released' : 'saved',
      computation: COMPUTATION_VERSION,
      parameters,
      rhythm: rhythmOf(layout.rows),
      trees: layout.rows.total,
      plantableArea: ground.plantable.value,
      speciesCounts: layout.speciesCounts,
      createdAt: made.at,
      createdBy: made.authorId,
      releasedAt: demo.release ? made.at : null,
      releasedBy: demo.release ? made.authorId : null,
    });
    await this.store.layoutRow.bulkCreate(
      rows.map((row) => ({
        layoutId: made.id,
        ...row,
        trees: treesInRow(row),
      })),
    );
    await this.tasksDone(demo, blockId, plantingDay);
    return {
      ...{ demo, blockId, layoutId: made.id, rows, area: ground.area },
      mix: mix.map(({ species }) => species),
    };
  }

  /** The invented survey of a block's heights. */
  private async survey(blockId: string, boundary: MultiPolygon, plane: Plane): Promise<Surface> {
    const site = localPlane([SITE.longitude, SITE.latitude]);
    const surface = blockSurface(boundary, (point) => site.toPlane(plane.toLonLat(point)));
    const { minX, minY, cell, columns, rows, heights } = surface;
    await this.store.surface.create({
      blockId,
      source: 'quarry-survey.asc',
      minX,
      minY,
      cell,
      nodeColumns: columns,
      nodeRows: rows,
      heights: Buffer.from(heights.buffer),
      broughtAt: new Date(this.now - 700 * DAY),
      broughtBy: this.people.get('leader')!,
    });
    return surface;
  }

  private async tasksDone(demo: DemoBlock, blockId: string, plantingDay: Day): Promise<void> {
    await this.store.taskEvent.bulkCreate(
      demo.done.map((task) => {
        const day = addTo(plantingDay, TASKS.find(({ key }) => key === task)!.offset);
        const done = day < this.today ? day : addTo(this.today, { days: -3 });
        const daysAgo = Math.round((Date.parse(this.today) - Date.parse(done)) / DAY);
        return { ...this.event(daysAgo, 15), blockId, task, kind: 'done' as const, day: done };
      }),
    );
  }

  /**
   * Plants rows from a day on, split among planters row by row.
   * @returns what each planter set of each species, day by day
   */
  private async plantRows(
    laid: Laid,
    rows: readonly StoredRow[],
    firstDaysAgo: number,
    rowsADay: number,
    planters: readonly number[],
    entry: number,
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
          ...this.event(daysAgo, 6.5 + ((i % rowsADay) * 7) / rowsADay + planted / 200, 'leader'),
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

  /**
   * Plots tree by tree: those of a plan over the whole block that lie on planted rows, and one a planter and
   * day besides. Where the ground is clay the bar leaves air pockets, whoever holds it; one planter sets
   * deep from a day on.
   */
  private async plots(
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
      const tool = tools[(i + (number ?? 0)) % tools.length];
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
    for (const plot of plan)
      if (order.has(plot.row))
        look(treesOf(plot.trees), plot, 9 + (plot.number % 7) * 0.9, plot.number);
    for (let from = 0; from < rows.length; from += rowsADay)
      for (const [turn, row] of rows.slice(from, from + planters.length).entries()) {
        const peg = 1 + Math.floor(random() * treesInRow(row));
        look(treesAround(places, row.number, peg), { row: row.number, peg }, 10 + turn * 0.7);
      }
    await this.store.plot.bulkCreate(looks);
  }

  /** Answers of the hole school: some are ready, one misses roots that turn up, one has only begun. */
  private async holeSchool() {
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
  private async countRows(
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

  /** Planted last season by hand. A lot sat too long; a hollow drowned in February. */
  private async northBench(laid: Laid) {
    const planters = [0, 1, 2, 3, 4, 5];
    const days = await this.plantRows(laid, laid.rows, 374, 7, planters, 200);
    const totals = totalOf(days, laid.mix.length);
    const lots = [
      ['P', '22', 'Lowfield Nursery', 'zone 4, stand 12', '1+1', [9, 8]],
      ['B', '24', 'Lowfield Nursery', 'zone 4, stand 7', '1+0', [8, 11]],
      ['A', '31', 'Mill Lane Nursery', 'zone 5, stand 3', '1+1', [26, 24, 21]],
      ['W', '33', 'Mill Lane Nursery', 'zone 5, stand 9', 'plug', [6]],
    ] as const;
    for (const [species, [letter, code, nursery, provenance, age, opened]] of lots.entries()) {
      const cull = Math.round(totals[species] * 0.03);
      await this.stock.lot(laid.blockId, {
        code,
        letter,
        species,
        nursery,
        provenance,
        age,
        received: Math.ceil((totals[species] * 1.02 + cull + 24) / 50) * 50,
        daysAgo: 376,
        cull,
        days,
        cleared: 360,
        opened: [...opened],
        more: letter === 'W' ? { form: 'plug', volume: 0.15 } : {},
      });
    }
    await this.plots(laid, laid.rows, {
      ...{ planters, firstDaysAgo: 374, rowsADay: 7, planned: 44, tools: ['Bar', 'Spade'] },
      deep: { planter: 2, sinceDaysAgo: 369 },
      clay: ([x, y]) => laid.demo.zones!.some(({ ring }) => contains([[ring]], [x, y])),
      second: 9,
    });
    const deepRows = new Set(
      laid.rows
        .filter((_, i) => i % 6 === 2 && 374 - Math.floor(i / 7) <= 369)
        .map(({ number }) => number),
    );
    await this.countRows(
      laid,
      4,
      16,
      (letter, [x, y], row) => {
        if (x > 20 && x < 95 && y < -25) return { lives: 0.3, cause: 'flood' };
        const usual = letter === 'A' ? 0.7 : letter === 'B' ? 0.93 : 0.965;
        const deep = deepRows.has(row);
        return {
          lives: deep ? usual - 0.2 : usual,
          cause: deep ? 'too deep' : letter === 'A' ? 'dry roots' : undefined,
        };
      },
      { before: { daysAgo: 175, share: 0.6 } },
    );
  }

  /** Half planted in spring, the rest going in now. One planter sets deep, alder runs short. */
  private async haulFlat(laid: Laid) {
    const half = 80;
    const spring = laid.rows.slice(0, half);
    const autumn = laid.rows.slice(half, half + 60);
    const planters = [2, 3, 4, 5, 6, 7];
    const before = await this.plantRows(laid, spring, 252, 8, planters, 250);
    const since = await this.plantRows(laid, autumn, 7, 9, planters, 40);
    const today = laid.rows[half + 60];
    const started = 50;
    await this.store.tally.bulkCreate(
      [0, 25].map((planted) => ({
        ...this.event(0, 5.2 + planted / 100),
        layoutId: laid.layoutId,
        rowNumber: today.number,
        planterId: this.planters[4].id,
        count: 25,
        corrects: null,
      })),
    );
    since.set(0, new Map([[4, speciesOfFirst(today.runs, started, laid.mix.length)]]));
    await haulFlatStock(this.stock, laid, before, since, laid.rows.slice(half));
    await this.plots(laid, autumn, {
      ...{ planters, firstDaysAgo: 7, rowsADay: 9, planned: 60, tools: ['Machine'] },
      deep: { planter: 4, sinceDaysAgo: 4 },
    });
    await this.countRows(laid, 5, 20, (letter) => ({ lives: letter === 'P' ? 0.9 : 0.94 }), {
      last: half,
    });
    const left = laid.rows.slice(half + 60);
    const { shares } = shareRows(
      left.map((row) => treesInRow(row) - (row === today ? started : 0)),
      [4, 2, 3, 5, 6, 7].map((p) => ({ name: '', ...this.planters[p] })),
    );
    await this.store.rowShare.bulkCreate(
      shares.map(({ planter, firstRow, lastRow }) => ({
        layoutId: laid.layoutId,
        planterId: planter,
        firstRow: left[firstRow - 1].number,
        lastRow: left[lastRow - 1].number,
      })),
    );
  }

  /** Shelter rows on the ridge, two seasons old and doing well. */
  private async ridgeScreen(laid: Laid) {
    const planters = [8, 9];
    const days = await this.plantRows(laid, laid.rows, 744, 2, planters, 250);
    const totals = totalOf(days, laid.mix.length);
    for (const [species, [letter, code]] of (
      [
        ['H', '11'],
        ['W', '12'],
        ['B', '13'],
      ] as const
    ).entries()) {
      await this.stock.lot(laid.blockId, {
        code,
        letter,
        species,
        nursery: 'Lowfield Nursery',
        provenance: 'zone 4',
        age: '2+0',
        received: Math.ceil((totals[species] * 1.02 + 20) / 50) * 50,
        daysAgo: 746,
        cull: 8,
        days,
        cleared: 735,
      });
    }
    await this.plots(laid, laid.rows, {
      ...{ planters, firstDaysAgo: 744, rowsADay: 2, planned: 16, tools: ['Spade'] },
    });
    await this.countRows(laid, 2, 30, () => ({ lives: 0.92 }));
  }

  /** A dry heap with reservoir boxes, planted a week and a half ago; a third of the rows still stand unguarded. */
  private async spoilKnoll(laid: Laid) {
    const days = await this.plantRows(
      laid,
      laid.rows,
      12,
      Math.ceil(laid.rows.length / 2),
      [9],
      60,
    );
    const totals = totalOf(days, laid.mix.length);
    for (const [species, [letter, code]] of (
      [
        ['P', '21'],
        ['B', '22'],
      ] as const
    ).entries())
      await this.stock.lot(laid.blockId, {
        code,
        letter,
        species,
        nursery: 'Lowfield Nursery',
        provenance: 'zone 4',
        age: '1+0',
        received: Math.ceil((totals[species] + 10) / 20) * 20,
        daysAgo: 15,
        cull: 4,
        days,
        cleared: 8,
      });
    await this.store.boxFill.bulkCreate(
      laid.rows.map((row) => ({
        ...this.event(11, 9 + row.number / 10),
        layoutId: laid.layoutId,
        rowNumber: row.number,
        boxes: treesInRow(row),
        litres: BOX_TERMS.capacity,
        kind: 'set' as const,
        corrects: null,
      })),
    );
    await this.store.waveDone.bulkCreate(
      laid.rows.slice(0, Math.ceil((laid.rows.length * 2) / 3)).map((row) => ({
        ...this.event(9, 8 + row.number / 10),
        layoutId: laid.layoutId,
        rowNumber: row.number,
        wave: 'guard' as const,
        count: treesInRow(row),
        corrects: null,
      })),
    );
  }

  /** What is paid, what was found behind the machine, and what was noted on the block that is being planted. */
  private async crewsDay(laid: Laid) {
    await this.store.payRate.bulkCreate(
      this.planters.map((planter, i) => ({
        ...this.event(300 - i / 100, 8),
        siteId: this.siteId,
        planterId: planter.id,
        kind: i % 4 === 3 ? ('hour' as const) : ('piece' as const),
        amount: i % 4 === 3 ? 17.5 : 0.21,
        fromDay: addTo(this.today, { days: -300 }),
      })),
    );
    const row = laid.rows[139];
    await this.store.rowFault.bulkCreate(
      (
        [
          [14, 'leaning', true],
          [31, 'shallow', true],
          [32, 'shallow', true],
          [57, 'air-pocket', false],
        ] as const
      ).map(([peg, fault, mended], i) => ({
        ...this.event(1, 13 + i / 10),
        layoutId: laid.layoutId,
        rowNumber: row.number,
        peg,
        fault,
        mended,
        corrects: null,
      })),
    );
    await this.store.fieldNote.bulkCreate([
      {
        ...this.event(1, 14.2),
        blockId: laid.blockId,
        layoutId: laid.layoutId,
        rowNumber: row.number,
        peg: 57,
        body: 'A slab under the furrow here: the coulter jumps. Fill by hand.',
        photo: null,
        corrects: null,
      },
    ]);
  }
}

/** The fence that shelter rows keep to, in the block's plane. */
function fenceOf({ keptOut }: Plantable): Point[] | undefined {
  const fence = keptOut.find(({ keepout }) => keepout.kind === 'fence');
  return fence?.shape.type === 'LineString' ? fence.shape.coordinates : undefined;
}

function mapShape(shape: DemoBlock['keepouts'][number]['shape'], place: (p: Point) => Point) {
  if (shape.type === 'Point') return { ...shape, coordinates: place(shape.coordinates) };
  if (shape.type === 'LineString') return { ...shape, coordinates: shape.coordinates.map(place) };
  return { ...shape, coordinates: shape.coordinates.map((ring) => ring.map(place)) };
}
