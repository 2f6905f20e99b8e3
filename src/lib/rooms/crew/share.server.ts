import { Op } from 'sequelize';
import { lastTools, shiftsOf, workedHours, type Clocked } from '../../../../core/crew/attendance';
import { DAY_TERMS, type DayTerms } from '../../../../core/crew/day';
import { stopsOf, type Spell } from '../../../../core/crew/forecast';
import { isOver, plantingSpells, shareByHours, spellsOf } from '../../../../core/crew/hours';
import { isBegun, walkATree } from '../../../../core/crew/in-hand';
import { machineOn } from '../../../../core/crew/machine';
import { pacesToday } from '../../../../core/crew/pace';
import { passPlan, type Pass } from '../../../../core/crew/passes';
import { DAY_HOURS } from '../../../../core/crew/rates';
import { shareSeats } from '../../../../core/crew/seats';
import { admitShares, holdersOf, rangesOfRows, sharesEdition } from '../../../../core/crew/share';
import { noneSown, plantedOn, progressOf } from '../../../../core/crew/sums';
import { rowLength } from '../../../../core/rows/stored';
import { addTo, type Day } from '../../../../core/measure/dates';
import { dayBounds, dayOf } from '../../../../core/say/day';
import { told } from '../../../../core/say/told';
import { airThen } from '../../server/station';
import { Stale, type Handlers, type Work } from '../../server/work';
import type { BlockRow } from '../ground/tables.server';
import type { SiteRow } from '../people/tables.server';
import type { LayoutRowRow } from '../rows/tables.server';
import { taskEventsFact } from '../calendar/task-events.server';
import { refilledFact, refillPlansFact } from '../survival/refills.server';
import type { crewContract } from './contract';
import { blocksBeside, hoursElsewhere, sownDays, sownDaysFact } from './elsewhere.server';
import { lastWordsOf, sharesFact } from './facts.server';
import { rowsInHand, setByPlanter, together } from './in-hand.server';
import { ratesSeen, type CrewSeen } from './learned.server';
import { piecesOn } from './machine.server';
import { activePlanter, planterOf } from './planter.server';
import { asClocked, CLOCKED_DAYS, readPlanted } from './sums.server';
import type { RowShareRow } from './tables.server';
import { byHand, seatsOf, usualOn } from './usual';

/** What was clocked of late, as far back as pages look. */
async function clockedOn(work: Work, siteId: string): Promise<Clocked[]> {
  const since = new Date(work.now - CLOCKED_DAYS * 86_400_000);
  const rows = await work.tables.attendance.all({
    where: { siteId, at: { [Op.gte]: since } } as never,
  });
  return rows.map(asClocked);
}

/** What the crew set of late, and what of their days went elsewhere, as `learnedRates` has it. */
async function daysOfCrew(
  work: Work,
  site: { id: string; zone: string },
  blockId: string,
  crew: Pick<Parameters<typeof hoursElsewhere>[2], 'tools' | 'clocked'>,
) {
  const trees = (await sownDaysFact.read(work, [site.id])).get(site.id) ?? [];
  const days = sownDays(trees, site.zone);
  const beside = blocksBeside(blockId, days);
  const [blocks, planters, shares] = await Promise.all([
    work.tables.block.all({ where: { siteId: site.id } }),
    work.tables.planter.all({ where: { siteId: site.id } }),
    beside.length ? sharesFact.read(work, beside) : new Map<string, RowShareRow[]>(),
  ]);
  const elsewhere: CrewSeen['elsewhere'] = (here) =>
    hoursElsewhere(blockId, here, { ...crew, days, blocks, planters, shares });
  return { days, elsewhere };
}

/** Refills of the released version of a block, what was set of them, and what was said of the block's tasks. */
async function refillsIn(work: Work, blockId: string) {
  const [plans, sets, events] = await Promise.all([
    refillPlansFact.read(work, [blockId]),
    refilledFact.read(work, [blockId]),
    taskEventsFact.read(work, [blockId]),
  ]);
  return [plans.get(blockId) ?? [], sets.get(blockId) ?? [], events.get(blockId) ?? []] as const;
}

interface SharedDay {
  terms: DayTerms;
  day: Day;
  /** The site's midnight, milliseconds since 1970. */
  dayStart: number;
  stops: readonly Spell[];
}

/** The day that is shared out: today, or once it is over the next one. */
async function dayShared(
  { calendarTerms }: BlockRow,
  site: SiteRow,
  work: Work,
): Promise<SharedDay> {
  const terms: DayTerms = { ...DAY_TERMS, ...calendarTerms.day };
  const today = dayOf(work.now, site.zone);
  const over = isOver(terms, work.now, dayBounds(today, site.zone)[0]);
  const day = over ? addTo(today, { days: 1 }) : today;
  const [dayStart] = dayBounds(day, site.zone);
  const air = over ? undefined : await airThen(work, site, work.now);
  return { terms, day, dayStart, stops: stopsOf(air?.hours ?? [], dayStart) };
}

/**
 * Its planting hours, and those of whoever has their own. Hours that the weather stops are none, as in the forecast
 * of the page.
 */
function hoursOfDay(
  { terms, day, dayStart, stops }: SharedDay,
  now: number,
  planters: readonly { id: string }[],
): [Spell[], Map<string, Spell[]>] {
  const allowed = plantingSpells(terms, now, dayStart, stops);
  // Whoever shares out a day that the weather stops altogether means to plant all the same.
  const spells = allowed.length ? allowed : plantingSpells(terms, now, dayStart);
  const own = planters.flatMap(({ id }) => {
    const hours = terms.own?.find((one) => one.planterId === id && one.day === day);
    return hours ? [[id, spellsOf(spells, dayStart, hours)] as const] : [];
  });
  return [spells, new Map(own)];
}

/** The passes in which a version is planted, all of its rows, as every page of the machine counts them. */
async function passesOf(
  work: Work,
  block: BlockRow,
  layoutId: string,
  rows: readonly LayoutRowRow[],
): Promise<Pass[]> {
  const { rhythm } = (await work.tables.layout.one({ id: layoutId }))!;
  const machine = machineOn(block.calendarTerms.machine, rhythm.step);
  const keepouts = await work.tables.keepout.all({ where: { blockId: block.id } });
  const pieces = await piecesOn(block, keepouts, rhythm, rows);
  return passPlan(pieces.rows, rhythm.between, rhythm.frame.side, machine).passes;
}

type Shares = Pick<typeof crewContract, 'crew.share' | 'crew.assign'>;

export const shareCommands: Handlers<Shares> = {
  async 'crew.share'({ layoutId, planters, scope, edition }, work) {
    const { layout, site, blockId } = await work.layout(layoutId, 'plan');
    if (layout.state !== 'released') throw told('rows.shareNeedsRelease');
    const before = await work.tables.rowShare.all({ where: { layoutId } });
    if (edition !== sharesEdition(before)) throw told('crew.sharedMeanwhile');
    const named = await Promise.all(planters.map((id) => activePlanter(work, id, site.id)));
    const rows = await work.tables.layoutRow.all({
      where: { layoutId },
      order: [['number', 'ASC']],
    });
    const sums = (await readPlanted(work, [layoutId])).get(layoutId);
    const byRow = sums ? progressOf(sums).byRow : new Map<number, number>();
    const clocked = await clockedOn(work, site.id);
    const block = (await work.tables.block.one({ id: blockId }))!;
    const tools = await work.tables.tool.all({ where: { siteId: site.id } });
    const shifts = shiftsOf(clocked, work.now);
    const today = dayOf(work.now, site.zone);
    const { days, elsewhere } = await daysOfCrew(work, site, blockId, { tools, clocked });
    const [plans, sets, events] = await refillsIn(work, blockId);
    const { parameters } = (await work.tables.layout.one({ id: layoutId }))!;
    const inHand = rowsInHand({ parameters }, rows, byRow, {
      ...{ plans, sets, events },
      today,
    });
    const worked = workedHours(shifts, site.zone);
    const walk = walkATree(inHand.rows, rows.map(rowLength));
    const riders = named.filter(({ kind }) => kind !== 'volunteers').length;
    const rates = ratesSeen(
      {
        ...{ block, sums, days, today, worked, elsewhere },
        usual: (way) => usualOn(way, named, tools, lastTools(clocked), riders),
      },
      walk,
    );
    const shared = await dayShared(block, site, work);
    const words = await lastWordsOf(work, layoutId, shared.dayStart);
    const trees = together(
      plantedOn(sums ?? noneSown(), shared.day).byPlanter,
      setByPlanter(sets.filter(({ at }) => dayOf(at, site.zone) === shared.day)),
    );
    // Tomorrow nobody has set a tree yet, so that each is taken as learned.
    const paces = pacesToday(rates, {
      ...shared,
      ...{ shifts, words, trees, elsewhere: elsewhere('all') },
    });
    const holders = holdersOf(before);
    const open = inHand.rows.map((row) => ({
      number: row.number,
      left: row.open + row.dead,
      begun: isBegun(row),
      planter: holders.get(row.number),
    }));
    const rated = named.map(({ id, name, kind }) => ({
      ...{
        id,
        name,
        kind,
        rate: rates.get(id)!.rate,
        today: paces.get(id)!.perHour.value * DAY_HOURS,
      },
    }));
    const { shares } =
      // Whoever rides alone has every row.
      seatsOf(walk ? byHand(block) : block) === 2 && rated.length > 1
        ? shareSeats(await passesOf(work, block, layoutId, rows), open, rated)
        : shareByHours(open, rated, ...hoursOfDay(shared, work.now, rated), scope);
    // Rows that are full stay with whoever planted them. What nobody reaches on the day that is shared out is nobody's until it is shared out again.
    if (scope === 'today')
      for (const { number, left, begun } of open) if (left > 0 && !begun) holders.delete(number);
    for (const { planter, rows: own } of shares) for (const row of own) holders.set(row, planter);
    const ranges = rangesOfRows(holders);
    await work.tables.rowShare.remove({ layoutId });
    await work.tables.rowShare.addAll(ranges.map((range) => ({ layoutId, ...range })));
    return { edition: sharesEdition(ranges) };
  },

  async 'crew.assign'({ layoutId, shares, edition }, work) {
    const { layout, site } = await work.layout(layoutId, 'plan');
    if (layout.state !== 'released') throw told('rows.shareNeedsRelease');
    const ids = [...new Set(shares.map(({ planterId }) => planterId))];
    await Promise.all(ids.map((id) => planterOf(work, id, site.id)));
    const rows = await work.tables.layoutRow.all({ where: { layoutId }, columns: ['number'] });
    admitShares(
      shares,
      rows.map(({ number }) => number),
    );
    const before = await work.tables.rowShare.all({ where: { layoutId } });
    const [stands, asked] = [sharesEdition(before), sharesEdition(shares)];
    if (stands === asked) return { edition: asked };
    if (stands !== edition)
      throw new Stale({ edition: stands, rows: Object.fromEntries(holdersOf(before)) });
    await work.tables.rowShare.remove({ layoutId });
    await work.tables.rowShare.addAll(shares.map((share) => ({ layoutId, ...share })));
    return { edition: asked };
  },
};
