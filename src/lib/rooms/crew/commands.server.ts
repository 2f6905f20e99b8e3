import { Op } from 'sequelize';
import { admitTally } from '../../../../core/crew/progress';
import { plantedChange, type PlantedChange } from '../../../../core/crew/sums';
import { told } from '../../../../core/say/told';
import { siteAccess } from '../../server/authorise';
import { ALREADY, type Became, type Handlers, type Item, type Work } from '../../server/work';
import { sameEvent } from '../../server/same-event';
import type { crewContract } from './contract';
import { asTally, keepPlanted } from './sums.server';
import { followCommands } from './follow.server';
import { payCommands } from './pay.server';
import { planterOf } from './planter.server';
import type { TallyRow } from './tables.server';
import { wordsCommands } from './words.server';
import { shareCommands } from './share.server';

export const crewCommands: Handlers<typeof crewContract> = {
  ...payCommands,
  ...wordsCommands,
  ...followCommands,
  ...shareCommands,

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
        position: known?.position ?? (await work.tables.planter.behind({ siteId })),
      },
      edition,
      (before) => {
        if (before.siteId !== siteId) throw told('crew.noPlanter');
      },
    );
    return { edition: saved.edition };
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
  const numbers = [...new Set(items.map(({ input }) => input.row))];
  const rows = await work.rows(layoutId, numbers);
  const given = await rowsGivenUp(
    work,
    layout?.blockId,
    numbers.filter((row) => rows.get(row)?.trees === 0),
  );
  const [planters, known] = await Promise.all([
    work.tables.planter.all({
      where: { id: [...new Set(items.map(({ input }) => input.planterId))] },
    }),
    work.tables.tally.all({ where: knownOrNamed(items) }),
  ]);
  const before = new Map(known.map((row) => [row.id, row]));
  const cancelled = new Set(known.map(({ corrects }) => corrects).filter(Boolean));
  const fresh: TallyRow[] = [];
  const changes = new Map<string, { change: PlantedChange; at: Date }[]>();
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
      // What was entered on the row before it was given up, or names that, belongs where that is.
      const here = [input.id, input.corrects].some(
        (id) => id && before.get(id)?.layoutId === layoutId,
      );
      const earlier = here ? undefined : given.get(input.row);
      const row = earlier ?? rows.get(input.row);
      if (!row) throw told('crew.noRow', { row: input.row });
      const withdrawn = layout.state === 'withdrawn' || Boolean(earlier);
      const event = {
        ...work.event(input, person),
        ...{
          layoutId: earlier?.layoutId ?? layoutId,
          rowNumber: input.row,
          planterId: planter.id,
          count: input.count,
        },
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
        const own = changes.get(event.layoutId) ?? [];
        changes.set(event.layoutId, [...own, { change, at: event.at }]);
        const of = given.get(change.row) ?? rows.get(change.row);
        if (of) of.planted += change.trees;
      }
      return { result: { planted: row.planted, ...standing } };
    } catch (refused) {
      return { refused };
    }
  });
  if (fresh.length) {
    await work.tables.tally.addAll(fresh);
    for (const [version, own] of changes) await keepPlanted(work, version, own);
    work.touch(layout.siteId, layout.blockId);
  }
  return became;
}

/**
 * Rows that were given up when the version with the crew was continued, as the versions before had them: a phone that
 * did not know of it has planted by those, and what it says is taken there.
 */
async function rowsGivenUp(work: Work, blockId: string | undefined, numbers: readonly number[]) {
  const found = new Map<number, { layoutId: string; trees: number; planted: number }>();
  if (!blockId || !numbers.length) return found;
  const earlier = await work.query<{ layoutId: string; row: number }>(
    `SELECT l.id AS layoutId, r.number AS \`row\` FROM layout l JOIN layout_row r ON r.layout_id = l.id
     WHERE l.block_id = :blockId AND l.state = 'withdrawn' AND r.number IN (:numbers) AND r.trees > 0
     ORDER BY l.number`,
    { blockId, numbers },
  );
  // The newest that had the row comes last.
  for (const { layoutId, row } of earlier) {
    const own = (await work.rows(layoutId, [row])).get(row);
    if (own) found.set(row, { layoutId, ...own });
  }
  return found;
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
