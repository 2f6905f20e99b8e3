import { progress, admitTally } from '../../../../core/crew/progress';
import { shareRows } from '../../../../core/crew/share';
import { faultyIn } from '../../../../core/checks/quality';
import { checkCount } from '../../../../core/survival/estimate';
import { blockAccess, layoutAccess, siteAccess } from '../authorise';
import { talliesOf, treesByRowOf } from '../block';
import { today } from '../clock';
import { eventRow, Refusal, type CommandContext, type Handlers } from './context';

/** The released layout a record belongs to; nothing is recorded against a draft. */
async function releasedAccess(
  { store, person }: CommandContext,
  layoutId: string,
  action: 'tally' | 'record',
) {
  const access = await layoutAccess(store, person.id, layoutId, action);
  if (access.layout.state !== 'released') {
    throw new Refusal(
      `Version ${access.layout.number} is not released. Release it under Rows, then record against it.`,
    );
  }
  return access;
}

async function planterOf({ store }: CommandContext, planterId: string, siteId: string) {
  const planter = await store.planter.findOne({ where: { id: planterId, siteId } });
  if (!planter) throw new Refusal('There is no such planter on this site.');
  return planter;
}

export const crew: Handlers<'crew'> = {
  async 'crew.planter'({ store, person, transaction }, { id, siteId, name, rate }) {
    await siteAccess(store, person.id, siteId, 'plan');
    const known = await store.planter.findByPk(id, { transaction });
    if (known && known.siteId !== siteId)
      throw new Refusal('There is no such planter on this site.');
    if (known) await known.update({ name, rate }, { transaction });
    else {
      const position = await store.planter.count({ where: { siteId }, transaction });
      await store.planter.create(
        { id, siteId, personId: null, name, rate, position },
        { transaction },
      );
    }
  },

  async 'crew.share'(context, { layoutId, planters }) {
    const { store, person, transaction } = context;
    const { layout, site } = await layoutAccess(store, person.id, layoutId, 'plan');
    if (layout.state !== 'released')
      throw new Refusal('Release the layout first; then its rows can be shared out.');
    const rated = await Promise.all(planters.map((id) => planterOf(context, id, site.id)));
    const trees = await treesByRowOf(store, layoutId);
    const { planted, byRow } = progress(await talliesOf(store, layoutId));
    const left = trees.map((count, i) => Math.max(0, count - (byRow.get(i + 1) ?? 0)));
    const { shares } = shareRows(
      left,
      rated.map(({ id, name, rate }) => ({ id, name, rate })),
    );
    await store.rowShare.destroy({ where: { layoutId }, transaction });
    await store.rowShare.bulkCreate(
      shares
        .filter(({ firstRow, lastRow }) => lastRow >= firstRow)
        .map(({ planter, firstRow, lastRow }) => ({
          layoutId,
          planterId: planter,
          firstRow,
          lastRow,
        })),
      { transaction },
    );
    return { planted };
  },

  async 'crew.tally'(context, payload) {
    const { store, person, transaction } = context;
    const { role, site } = await releasedAccess(context, payload.layoutId, 'tally');
    const planter = await planterOf(context, payload.planterId, site.id);
    if (role === 'planter' && planter.personId !== person.id) {
      throw new Refusal(`You may enter your own trees; ${planter.name} enters theirs.`);
    }
    const row = await store.layoutRow.findOne({
      where: { layoutId: payload.layoutId, number: payload.row },
      transaction,
      lock: transaction.LOCK.UPDATE,
    });
    if (await store.tally.findByPk(payload.id, { transaction })) return { already: true };
    if (payload.corrects) {
      const target = await store.tally.findByPk(payload.corrects, { transaction });
      if (!target || target.layoutId !== payload.layoutId || target.corrects) {
        throw new Refusal('The entry to take back is not there.');
      }
      if (target.planterId !== planter.id)
        throw new Refusal('That entry belongs to another planter.');
      if (await store.tally.findOne({ where: { corrects: target.id }, transaction }))
        return { already: true };
    } else {
      const entered = await store.tally.findAll({
        where: { layoutId: payload.layoutId, rowNumber: payload.row },
        transaction,
        raw: true,
      });
      const { planted } = progress(
        entered.map((tally) => ({
          ...tally,
          row: tally.rowNumber,
          planter: tally.planterId,
          at: '',
        })),
      );
      admitTally(payload.row, payload.count, planted, row?.trees);
    }
    await store.tally.create(
      {
        ...eventRow(context, payload),
        layoutId: payload.layoutId,
        rowNumber: payload.row,
        planterId: planter.id,
        count: payload.count,
        corrects: payload.corrects,
      },
      { transaction },
    );
  },
};

export const checks: Handlers<'checks'> = {
  async 'checks.plot'(context, payload) {
    const { store, transaction } = context;
    const { site } = await releasedAccess(context, payload.layoutId, 'record');
    await planterOf(context, payload.planterId, site.id);
    const row = await store.layoutRow.findOne({
      where: { layoutId: payload.layoutId, number: payload.row },
      transaction,
    });
    if (!row) throw new Refusal(`The released layout has no row ${payload.row}.`);
    if (payload.peg > row.trees) {
      throw new Refusal(
        `Row ${payload.row} has ${row.trees} pegs; there is no peg ${payload.peg}.`,
      );
    }
    if (payload.good + faultyIn({ faults: payload.faults }) === 0) {
      throw new Refusal('The plot holds no tree yet. Mark each tree good or with its fault.');
    }
    if (await store.plot.findByPk(payload.id, { transaction })) return { already: true };
    await store.plot.create(
      {
        ...eventRow(context, payload),
        layoutId: payload.layoutId,
        planterId: payload.planterId,
        rowNumber: payload.row,
        peg: payload.peg,
        area: payload.area,
        good: payload.good,
        faults: payload.faults,
      },
      { transaction },
    );
  },
};

export const survival: Handlers<'survival'> = {
  async 'survival.count'(context, payload) {
    const { store, transaction } = context;
    const { site } = await releasedAccess(context, payload.layoutId, 'record');
    if (payload.countedOn > today(site.zone)) {
      throw new Refusal(`${payload.countedOn} is still to come; a count has a day that has been.`);
    }
    if (await store.survivalCount.findByPk(payload.id, { transaction })) return { already: true };
    const planted = progress(
      (await talliesOf(store, payload.layoutId)).filter(({ row }) => row === payload.row),
    ).planted;
    checkCount({ row: payload.row, set: payload.set, alive: payload.alive }, planted);
    if (payload.marks && payload.marks.length !== payload.set) {
      throw new Refusal(
        `${payload.marks.length} trees are marked and ${payload.set} set; they must agree.`,
      );
    }
    await store.survivalCount.create(
      {
        ...eventRow(context, payload),
        layoutId: payload.layoutId,
        rowNumber: payload.row,
        setTrees: payload.set,
        alive: payload.alive,
        marks: payload.marks,
        cause: payload.cause,
        countedOn: payload.countedOn,
      },
      { transaction },
    );
  },

  async 'survival.target'({ store, person, transaction }, { blockId, targetDensity }) {
    await blockAccess(store, person.id, blockId, 'plan');
    await store.block.update({ targetDensity }, { where: { id: blockId }, transaction });
  },
};
