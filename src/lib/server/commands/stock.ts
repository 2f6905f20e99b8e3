import { admit, type StockEvent } from '../../../../core/stock/ledger';
import { blockAccess, siteAccess } from '../authorise';
import { airForRoots } from '../station';
import { eventRow, Refusal, type CommandContext, type Handlers } from './context';
import type { Action } from '../authorise';

async function lotAccess(
  { store, person, transaction }: CommandContext,
  lotId: string,
  action: Action,
) {
  // The lock makes two phones that issue the last box at once come one after the other.
  const lot = await store.lot.findByPk(lotId, { transaction, lock: transaction.LOCK.UPDATE });
  if (!lot) throw new Refusal('There is no such lot among yours.');
  return { lot, ...(await blockAccess(store, person.id, lot.blockId, action)) };
}

export const stock: Handlers<'stock'> = {
  async 'stock.species'({ store, person, transaction }, payload) {
    await siteAccess(store, person.id, payload.siteId, 'plan');
    const known = await store.species.findByPk(payload.id, { transaction });
    if (known && known.siteId !== payload.siteId)
      throw new Refusal('This site has no such species.');
    const letter = payload.letter.toUpperCase();
    const same = await store.species.findOne({
      where: { siteId: payload.siteId, letter },
      transaction,
    });
    if (same && same.id !== payload.id) {
      throw new Refusal(`The letter ${letter} stands for ${same.name} already. Choose another.`);
    }
    if (known) await known.update({ ...payload, letter }, { transaction });
    else await store.species.create({ ...payload, letter }, { transaction });
  },

  async 'stock.terms'({ store, person, transaction }, { blockId, speciesId, terms }) {
    const { block } = await blockAccess(store, person.id, blockId, 'plan');
    await store.block.update(
      { orderTerms: { ...block.orderTerms, [speciesId]: terms } },
      { where: { id: blockId }, transaction },
    );
  },

  async 'stock.lot'({ store, person, transaction }, payload) {
    const { site } = await blockAccess(store, person.id, payload.blockId, 'record');
    if (
      !(await store.species.findOne({
        where: { id: payload.speciesId, siteId: site.id },
        transaction,
      }))
    ) {
      throw new Refusal('This site has no such species.');
    }
    if (await store.lot.findByPk(payload.id, { transaction })) return { already: true };
    if (
      await store.lot.findOne({
        where: { blockId: payload.blockId, code: payload.code },
        transaction,
      })
    ) {
      throw new Refusal(`Lot ${payload.code} is already there. Choose another code.`);
    }
    await store.lot.create(payload, { transaction });
  },

  async 'stock.record'(context, payload) {
    const { store, transaction } = context;
    const { lot } = await lotAccess(context, payload.lotId, 'record');
    const recorded = await store.stockEvent.findAll({
      where: { lotId: lot.id },
      transaction,
      raw: true,
    });
    const events = recorded.map((event): StockEvent => ({
      ...event,
      lot: event.lotId,
      at: new Date(event.at).toISOString(),
    }));
    const event: StockEvent = { ...payload, lot: lot.id };
    if (!admit(events, event, lot.code)) return { already: true };
    await store.stockEvent.create(
      {
        ...eventRow(context, payload),
        lotId: lot.id,
        kind: payload.kind,
        count: payload.count,
        planterId: payload.planterId,
        corrects: payload.corrects,
        note: payload.note,
      },
      { transaction },
    );
  },

  async 'stock.inspect'(context, payload) {
    const { store, transaction } = context;
    const { lot } = await lotAccess(context, payload.lotId, 'record');
    if (await store.inspection.findByPk(payload.id, { transaction })) return { already: true };
    const { n } = payload.plan;
    if (n > payload.lotSize)
      throw new Refusal(`The plan asks for ${n} trees; the lot has ${payload.lotSize}.`);
    if (payload.trees.length !== n)
      throw new Refusal(
        `The plan asks for ${n} trees; ${payload.trees.length} were looked at. Look at the rest, or choose a smaller plan before you begin.`,
      );
    await store.inspection.create(
      {
        ...eventRow(context, payload),
        lotId: lot.id,
        lotSize: payload.lotSize,
        plan: payload.plan,
        trees: payload.trees,
        note: payload.note,
      },
      { transaction },
    );
  },

  async 'stock.root'(context, payload) {
    const { store, transaction } = context;
    const { lot, site } = await lotAccess(context, payload.lotId, 'tally');
    if (await store.rootEvent.findByPk(payload.id, { transaction })) return { already: true };
    if (payload.kind === 'close') {
      const open = await store.rootEvent.findOne({
        where: { id: payload.closes ?? '', lotId: lot.id, kind: 'open' },
        transaction,
      });
      if (!open) throw new Refusal('That bag was never opened.');
      if (new Date(payload.at) < open.at)
        throw new Refusal('A bag cannot be closed before it was opened.');
      if (await store.rootEvent.findOne({ where: { closes: open.id }, transaction }))
        return { already: true };
    }
    const air = await airForRoots(store, site);
    await store.rootEvent.create(
      {
        ...eventRow(context, payload),
        lotId: lot.id,
        kind: payload.kind,
        closes: payload.closes,
        temperature: air.temperature,
        humidity: air.humidity,
        wind: air.wind,
      },
      { transaction },
    );
  },
};
