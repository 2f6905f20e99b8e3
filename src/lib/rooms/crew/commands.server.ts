import { machineOn } from '../../../../core/crew/machine';
import { machineRow, passPlan, type Pass } from '../../../../core/crew/passes';
import { shareSeats } from '../../../../core/crew/seats';
import { Op } from 'sequelize';
import { admitTally } from '../../../../core/crew/progress';
import { crewRates } from '../../../../core/crew/rates';
import { lastTools, shiftsOf, workedHours, type Clocked } from '../../../../core/crew/attendance';
import { admitShares, rangesOfRows } from '../../../../core/crew/share';
import { plantedChange, progressOf, type PlantedChange } from '../../../../core/crew/sums';
import { dayBounds, dayOf } from '../../../../core/say/day';
import { DAY_TERMS, type DayTerms } from '../../../../core/crew/day';
import { stopsOf, type Spell } from '../../../../core/crew/forecast';
import { isOver, plantingSpells, shareByHours, spellsOf } from '../../../../core/crew/hours';
import { addTo } from '../../../../core/measure/dates';
import { told } from '../../../../core/say/told';
import { siteAccess } from '../../server/authorise';
import { airThen, type AirOfDay } from '../../server/station';
import { ALREADY, type Became, type Handlers, type Item, type Work } from '../../server/work';
import { sameEvent } from '../../server/same-event';
import type { crewContract } from './contract';
import { asClocked, asTally, CLOCKED_DAYS, keepPlanted, readPlanted } from './sums.server';
import { sharesFact } from './facts.server';
import { blocksBeside, hoursElsewhere, sownDaysFact } from './elsewhere.server';
import { followCommands } from './follow.server';
import { seatsOf, usualOn } from './usual';
import { payCommands } from './pay.server';
import { activePlanter, planterOf } from './planter.server';
import type { RowShareRow, TallyRow } from './tables.server';
import type { BlockRow } from '../ground/tables.server';
import type { LayoutRowRow } from '../rows/tables.server';
import { wordsCommands } from './words.server';

/** What was clocked of late, as far back as pages look. */
async function clockedOn(work: Work, siteId: string): Promise<Clocked[]> {
  const since = new Date(work.now - CLOCKED_DAYS * 86_400_000);
  const rows = await work.tables.attendance.all({
    where: { siteId, at: { [Op.gte]: since } } as never,
  });
  return rows.map(asClocked);
}

/** What of the crew's days went to other blocks, as `learnedRates` has it. */
async function elsewhereIn(
  work: Work,
  site: { id: string },
  blockId: string,
  crew: Pick<Parameters<typeof hoursElsewhere>[1], 'tools' | 'clocked'>,
) {
  const days = (await sownDaysFact.read(work, [site.id])).get(site.id) ?? [];
  const beside = blocksBeside(blockId, days);
  const [blocks, planters, shares] = await Promise.all([
    work.tables.block.all({ where: { siteId: site.id } }),
    work.tables.planter.all({ where: { siteId: site.id } }),
    beside.length ? sharesFact.read(work, beside) : new Map<string, RowShareRow[]>(),
  ]);
  return hoursElsewhere(blockId, { ...crew, days, blocks, planters, shares });
}

/**
 * The planting hours of the day that is shared out: today's, or once it is over the next one's. Hours of today that
 * the weather stops are none, as in the forecast of the page.
 * @param air of today
 */
function hoursOfDay(
  { calendarTerms }: BlockRow,
  zone: string,
  now: number,
  planters: readonly { id: string }[],
  air: AirOfDay | undefined,
): [Spell[], Map<string, Spell[]>] {
  const terms: DayTerms = { ...DAY_TERMS, ...calendarTerms.day };
  const today = dayOf(now, zone);
  const day = isOver(terms, now, dayBounds(today, zone)[0]) ? addTo(today, { days: 1 }) : today;
  const [dayStart] = dayBounds(day, zone);
  const stops = day === today && air ? stopsOf(air.hours, dayStart) : [];
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
  return passPlan(rows.map(machineRow), rhythm.between, rhythm.frame.side, machine).passes;
}

export const crewCommands: Handlers<typeof crewContract> = {
  ...payCommands,
  ...wordsCommands,
  ...followCommands,

  async 'crew.planter'(
    { id, siteId, name, rate, kind, people, personId, retiredOn, edition },
    work,
  ) {
    work.site(siteId, 'plan');
    const known = await work.tables.planter.one({ id });
    if (personId) {
      if (!(await work.tables.membership.one({ siteId, personId }))) throw told('people.notHere');
      const other = await work.tables.planter.one({ siteId, personId });
      if (other && other.id !== id) throw told('crew.personTaken', { planter: other.name });
    }
    const saved = await work.save(
      work.tables.planter,
      {
        id,
        siteId,
        name,
        rate,
        kind: kind ?? known?.kind ?? 'planter',
        people: people ?? known?.people ?? 1,
        personId: personId === undefined ? (known?.personId ?? null) : personId,
        retiredOn: retiredOn === undefined ? (known?.retiredOn ?? null) : retiredOn,
        position: known?.position ?? (await work.tables.planter.count({ siteId })),
      },
      edition,
      (before) => {
        if (before.siteId !== siteId) throw told('crew.noPlanter');
      },
    );
    return { edition: saved.edition };
  },

  async 'crew.share'({ layoutId, planters, scope }, work) {
    const { layout, site, blockId } = await work.layout(layoutId, 'plan');
    if (layout.state !== 'released') throw told('rows.shareNeedsRelease');
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
    const rates = crewRates(
      usualOn(
        block,
        named,
        tools,
        lastTools(clocked),
        named.filter(({ kind }) => kind !== 'volunteers').length,
      ),
      sums,
      dayOf(work.now, site.zone),
      workedHours(shiftsOf(clocked, work.now), site.zone),
      await elsewhereIn(work, site, blockId, { tools, clocked }),
    );
    const before = await work.tables.rowShare.all({ where: { layoutId } });
    const holderOf = (row: number) =>
      before.find(({ firstRow, lastRow }) => row >= firstRow && row <= lastRow)?.planterId;
    const open = rows.map(({ number, trees }) => ({
      number,
      left: Math.max(0, trees - (byRow.get(number) ?? 0)),
      begun: (byRow.get(number) ?? 0) > 0,
      planter: holderOf(number),
    }));
    const rated = named.map(({ id, name, kind }) => ({
      ...{ id, name, kind, rate: rates.get(id)!.rate },
    }));
    const { shares } =
      // Whoever rides alone has every row.
      seatsOf(block) === 2 && rated.length > 1
        ? shareSeats(await passesOf(work, block, layoutId, rows), open, rated)
        : shareByHours(
            open,
            rated,
            ...hoursOfDay(block, site.zone, work.now, rated, await airThen(work, site, work.now)),
            scope,
          );
    // Rows that are full stay with whoever planted them.
    const holders = new Map<number, string>();
    for (const { number } of rows) {
      const holder = holderOf(number);
      if (holder) holders.set(number, holder);
    }
    // What nobody reaches on the day that is shared out is nobody's until it is shared out again.
    if (scope === 'today')
      for (const { number, left, begun } of open) if (left > 0 && !begun) holders.delete(number);
    for (const { planter, rows: own } of shares) for (const row of own) holders.set(row, planter);
    await work.tables.rowShare.remove({ layoutId });
    await work.tables.rowShare.addAll(
      rangesOfRows(holders).map((range) => ({ layoutId, ...range })),
    );
  },

  async 'crew.assign'({ layoutId, shares }, work) {
    const { layout, site } = await work.layout(layoutId, 'plan');
    if (layout.state !== 'released') throw told('rows.shareNeedsRelease');
    const ids = [...new Set(shares.map(({ planterId }) => planterId))];
    await Promise.all(ids.map((id) => planterOf(work, id, site.id)));
    const rows = await work.tables.layoutRow.all({ where: { layoutId }, columns: ['number'] });
    admitShares(
      shares,
      rows.map(({ number }) => number),
    );
    await work.tables.rowShare.remove({ layoutId });
    await work.tables.rowShare.addAll(shares.map((share) => ({ layoutId, ...share })));
  },

  async 'crew.clock'({ siteId, blockId, planterId, kind, tool, corrects, ...input }, work) {
    const { role } = work.site(siteId, 'tally');
    const planter = await planterOf(work, planterId, siteId);
    if (role === 'planter' && planter.personId !== work.person.id)
      throw told('crew.ownHours', { planter: planter.name });
    if (blockId && !(await work.tables.block.one({ id: blockId, siteId })))
      throw told('crew.noBlock');
    if (corrects) {
      const target = await work.tables.attendance.one({ id: corrects, siteId, planterId });
      if (!target || target.corrects) throw told('crew.noClock');
      const taken = await work.tables.attendance.one({ corrects });
      if (taken && taken.id !== input.id) return ALREADY;
    }
    const fresh = await work.record(work.tables.attendance, {
      ...work.event(input),
      ...{ siteId, blockId, planterId, kind, tool, corrects },
    });
    return fresh ? undefined : ALREADY;
  },

  'crew.tally': { by: ({ layoutId }) => layoutId, many: tallyMany },
};

type Tallied = Item<'crew.tally'>;
type TallyBecame = Became<'crew.tally'>;

/**
 * Tallies of one layout that came at the same moment, in the order in which they came. Each is taken or
 * refused by itself; the rows' locks and the commit are shared.
 */
async function tallyMany(items: readonly Tallied[], work: Work): Promise<TallyBecame[]> {
  const { layoutId } = items[0].input;
  const [layout] = await work.query<{
    state: string;
    number: number;
    siteId: string;
    blockId: string;
  }>(
    `SELECT l.state, l.number, l.block_id AS blockId, b.site_id AS siteId
     FROM block b JOIN layout l ON l.block_id = b.id WHERE l.id = :layoutId LOCK IN SHARE MODE`,
    { layoutId },
  );
  const rows = await work.rows(layoutId, [...new Set(items.map(({ input }) => input.row))]);
  const [planters, known] = await Promise.all([
    work.tables.planter.all({
      where: { id: [...new Set(items.map(({ input }) => input.planterId))] },
    }),
    work.tables.tally.all({ where: knownOrNamed(items) }),
  ]);
  const before = new Map(known.map((row) => [row.id, row]));
  const cancelled = new Set(known.map(({ corrects }) => corrects).filter(Boolean));
  const fresh: TallyRow[] = [];
  const changes: { change: PlantedChange; at: Date }[] = [];
  const became = items.map(({ input, person }): TallyBecame => {
    try {
      const { site, role } = siteAccess(person, layout?.siteId ?? '', 'tally', 'layout');
      if (layout.state === 'saved') throw told('rows.notReleased', { number: layout.number });
      const planter = planters.find(
        ({ id, siteId }) => id === input.planterId && siteId === site.id,
      );
      if (!planter) throw told('crew.noPlanter');
      if (role === 'planter' && planter.personId !== person.id)
        throw told('crew.ownTrees', { planter: planter.name });
      const row = rows.get(input.row);
      if (!row) throw told('crew.noRow', { row: input.row });
      const withdrawn = layout.state === 'withdrawn';
      const event = {
        ...work.event(input, person),
        ...{ layoutId, rowNumber: input.row, planterId: planter.id, count: input.count },
        ...{ corrects: input.corrects, note: input.note, late: input.late || withdrawn },
      } as TallyRow;
      const standing = { places: row.trees, withdrawn };
      const again = before.get(event.id);
      if (again) {
        if (!sameEvent(again, event)) throw told('changed.otherEvent');
        return { result: { planted: row.planted, ...standing, ...ALREADY } };
      }
      const target = input.corrects ? targetOf(event, before, cancelled) : undefined;
      if (!input.corrects) admitTally(input.row, input.count, row.planted, row.trees);
      const change = plantedChange(asTally(event), target, site.zone);
      before.set(event.id, event);
      if (input.corrects) cancelled.add(input.corrects);
      fresh.push(event);
      if (change) {
        changes.push({ change, at: event.at });
        const of = rows.get(change.row);
        if (of) of.planted += change.trees;
      }
      return { result: { planted: row.planted, ...standing } };
    } catch (refused) {
      return { refused };
    }
  });
  if (fresh.length) {
    await work.tables.tally.addAll(fresh);
    await keepPlanted(work, layoutId, changes);
    work.touch(layout.siteId, layout.blockId);
  }
  return became;
}

/** What was entered before under these ids, what they name, and what else names the same. */
function knownOrNamed(items: readonly Tallied[]) {
  const named = items.map(({ input }) => input.corrects).filter((id) => id !== null);
  const ids = [...items.map(({ input }) => input.id), ...named];
  return named.length ? { [Op.or]: [{ id: ids }, { corrects: named }] } : { id: ids };
}

/**
 * The entry that a correction takes back; nothing when it is taken back already: the second correction
 * is kept beside the first and changes no sum.
 */
function targetOf(
  { corrects, layoutId, planterId }: TallyRow,
  before: ReadonlyMap<string, TallyRow>,
  cancelled: ReadonlySet<string | null>,
) {
  const target = before.get(corrects!);
  if (!target || target.layoutId !== layoutId || target.corrects) throw told('crew.noTarget');
  if (target.planterId !== planterId) throw told('crew.otherPlanter');
  return cancelled.has(corrects) ? undefined : asTally(target);
}
