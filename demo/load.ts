import { BOX_TERMS } from '../core/crew/reservoir';
import { treesInRow } from '../core/rows/stored';
import { speciesOfFirst } from '../core/rows/species';
import { contains } from '../core/ground/polygon';
import { addTo } from '../core/measure/dates';
import { machineOn } from '../core/crew/machine';
import { machineRow, passPlan } from '../core/crew/passes';
import { shareSeats } from '../core/crew/seats';
import { rangesOfRows } from '../core/crew/share';
import { USUAL_RATES } from '../core/crew/usual';
import type { Store } from '../src/lib/store';
import { mendSums } from '../src/lib/store/sums';
import { BLOCKS } from './blocks';
import { SITE } from './farrow-pit';
import { PRODUCTS } from './calendar';
import { DemoStock } from './stock';
import { haulFlatStock, siltMarginStock, totalOf, type Laid } from './stock-of-blocks';
import { inventWeather } from './weather';
import { PASS_HOURS, Records } from './records';
import { DAY } from './events';

/**
 * Fills an empty database with Farrow Pit: the same records each time, hung on the day of loading.
 * @param now milliseconds since 1970 UTC
 */
export async function loadDemo(store: Store, now: number): Promise<void> {
  const loader = new Season(store, now);
  await loader.load();
  await mendSums(store, false);
}

/** Rows of Haul Flat that were planted in spring, and its riders in the order in which they take their seats. */
const SPRING_ROWS = 80;
const RIDERS = [2, 3, 4, 5, 6, 7];
const autumnRows = ({ rows }: Laid) => rows.slice(SPRING_ROWS, SPRING_ROWS + 60);

/** What happened on each block. */
class Season extends Records {
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
    await this.tended(laid[3]);
    await this.seatsTaken(laid[1], 7, 9, RIDERS);
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
    const half = SPRING_ROWS;
    const spring = laid.rows.slice(0, half);
    const autumn = autumnRows(laid);
    const planters = RIDERS;
    const before = await this.plantRows(laid, spring, 252, 8, planters, 250);
    const since = await this.plantRows(laid, autumn, 7, 9, planters, 40, PASS_HOURS);
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
    const { rhythm } = await this.store.layout.findByPk(laid.layoutId, { rejectOnEmpty: true });
    const machine = machineOn(undefined, rhythm.step);
    const { passes } = passPlan(
      laid.rows.map(machineRow),
      rhythm.between,
      rhythm.frame.side,
      machine,
    );
    const open = laid.rows.slice(half + 60);
    const { shares } = shareSeats(
      passes,
      open.map((row) => ({
        number: row.number,
        left: treesInRow(row) - (row === today ? started : 0),
        begun: row === today,
        planter: row === today ? this.planters[4].id : undefined,
      })),
      [4, 2, 3, 5, 6, 7].map((p) => ({ name: '', ...this.planters[p], rate: USUAL_RATES.machine })),
    );
    const holders = new Map(
      shares.flatMap(({ planter, rows }) => rows.map((row): [number, string] => [row, planter])),
    );
    await this.store.rowShare.bulkCreate(
      rangesOfRows(holders).map((range) => ({ layoutId: laid.layoutId, ...range })),
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

  /** Half of the rows weeded this week, and a probe that stands among the roots. */
  private async tended({ blockId, layoutId, rows }: Laid) {
    await this.store.careDone.bulkCreate(
      rows.slice(0, Math.ceil(rows.length / 2)).map((row, i) => ({
        ...this.event(3, 8 + i / 10, 'planter'),
        ...{ layoutId, rowNumber: row.number, kind: 'weeded' as const },
        ...{ trees: treesInRow(row), corrects: null, late: false },
      })),
    );
    await this.store.instrumentReading.create({
      ...this.event(2, 9),
      ...{ blockId, zoneId: null, kind: 'probe' as const, came: 'stand-in' as const },
      ...{ readings: [{ day: addTo(this.today, { days: -2 }), value: 0.24 }] },
      ...{ corrects: null, late: false },
    });
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
    const { circumference: wheel } = machineOn(undefined, laid.demo.layout.inRow);
    await this.store.trialRun.create({
      ...this.event(1, 7.3),
      layoutId: laid.layoutId,
      seat: 'left',
      apart: wheel,
      // Three in a hundred further apart than the wheel says, as on dry ground.
      gaps: [1.03, 1.05, 1.01, 1.04, 1.02, 1.03, 1.06, 1.0, 1.03].map((share) => share * wheel),
      depths: [0.01, 0.015, 0.005, 0.01, 0.02, 0.01, 0.0, 0.01, 0.015, 0.01],
      corrects: null,
    });
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
