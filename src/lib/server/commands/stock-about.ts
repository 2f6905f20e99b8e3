import type { Payload } from '../../schemas';
import { blockAccess, siteAccess } from '../authorise';
import { now } from '../clock';
import { playLogger } from '../logger';
import { Refusal, type CommandContext, type Handlers } from './context';

/** Commands about what surrounds a lot: cards, orders, places, tools, terms. */
export type AboutCommand =
  | 'stock.species'
  | 'stock.picture'
  | 'stock.dropPicture'
  | 'stock.terms'
  | 'stock.order'
  | 'stock.orders'
  | 'stock.dropOrder'
  | 'stock.lot'
  | 'stock.place'
  | 'stock.readings'
  | 'stock.logger'
  | 'stock.tool'
  | 'stock.dropTool'
  | 'stock.carry';

/** Pictures a card may hold. */
const MOST_PICTURES = 6;

async function cardOf({ store, transaction }: CommandContext, siteId: string, speciesId: string) {
  const card = await store.species.findOne({ where: { id: speciesId, siteId }, transaction });
  if (!card) throw new Refusal('This site has no such species.');
  return card;
}

async function saveOrder(
  context: CommandContext,
  siteId: string,
  line: Omit<Payload<'stock.order'>, 'blockId'>,
  blockId: string,
) {
  const { store, transaction } = context;
  await cardOf(context, siteId, line.speciesId);
  if (line.replacesId) await cardOf(context, siteId, line.replacesId);
  const known = await store.stockOrder.findByPk(line.id, { transaction });
  if (known && known.blockId !== blockId)
    throw new Refusal('There is no such order on this block.');
  const values = {
    ...line,
    blockId,
    replacesId: line.replacesId === line.speciesId ? null : line.replacesId,
  };
  if (known) await known.update(values, { transaction });
  else await store.stockOrder.create(values, { transaction });
}

/** A place of one's site, to write to. */
async function placeAccess({ store, person, transaction }: CommandContext, placeId: string) {
  const place = await store.place.findByPk(placeId, { transaction });
  if (!place) throw new Refusal('There is no such place among yours.');
  return { place, ...(await siteAccess(store, person.id, place.siteId, 'record')) };
}

export const stockAbout: Pick<Handlers<'stock'>, AboutCommand> = {
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

  async 'stock.picture'({ store, person, transaction }, payload) {
    const card = await store.species.findByPk(payload.speciesId, { transaction });
    if (!card) throw new Refusal('There is no such species among yours.');
    await siteAccess(store, person.id, card.siteId, 'record');
    if (await store.speciesPicture.findByPk(payload.id, { transaction, attributes: ['id'] }))
      return { already: true };
    const { speciesId } = payload;
    if ((await store.speciesPicture.count({ where: { speciesId }, transaction })) >= MOST_PICTURES)
      throw new Refusal(`A card holds ${MOST_PICTURES} pictures. Take one off first.`);
    const bytes = Buffer.from(payload.bytes, 'base64');
    if (!looksLike(bytes, payload.mime))
      throw new Refusal('That is no picture; PNG, JPEG and WebP are accepted.');
    await store.speciesPicture.create(
      { ...payload, bytes, addedAt: new Date(now()) },
      { transaction },
    );
  },

  async 'stock.dropPicture'({ store, person, transaction }, { id }) {
    const picture = await store.speciesPicture.findByPk(id, {
      transaction,
      attributes: ['id', 'speciesId'],
    });
    if (!picture) return { already: true };
    const card = await store.species.findByPk(picture.speciesId, { transaction });
    await siteAccess(store, person.id, card!.siteId, 'record');
    await picture.destroy({ transaction });
  },

  async 'stock.terms'({ store, person, transaction }, { blockId, speciesId, terms }) {
    const { block } = await blockAccess(store, person.id, blockId, 'plan');
    await store.block.update(
      { orderTerms: { ...block.orderTerms, [speciesId]: terms } },
      { where: { id: blockId }, transaction },
    );
  },

  async 'stock.order'(context, { blockId, ...line }) {
    const { site } = await blockAccess(context.store, context.person.id, blockId, 'plan');
    await saveOrder(context, site.id, line, blockId);
  },

  async 'stock.orders'(context, { blockId, lines }) {
    const { site } = await blockAccess(context.store, context.person.id, blockId, 'plan');
    for (const line of lines) await saveOrder(context, site.id, line, blockId);
    return { saved: lines.length };
  },

  async 'stock.dropOrder'({ store, person, transaction }, { id }) {
    const line = await store.stockOrder.findByPk(id, { transaction });
    if (!line) return { already: true };
    await blockAccess(store, person.id, line.blockId, 'plan');
    const lot = await store.lot.findOne({ where: { orderId: id }, transaction });
    if (lot) throw new Refusal(`Lot ${lot.code} came from this order. Set it to declined instead.`);
    await line.destroy({ transaction });
  },

  async 'stock.lot'(context, payload) {
    const { store, person, transaction } = context;
    const { site } = await blockAccess(store, person.id, payload.blockId, 'record');
    await cardOf(context, site.id, payload.speciesId);
    if (payload.replacesId) await cardOf(context, site.id, payload.replacesId);
    const known = await store.lot.findByPk(payload.id, { transaction });
    if (known && known.blockId !== payload.blockId)
      throw new Refusal('There is no such lot on this block.');
    const same = await store.lot.findOne({
      where: { blockId: payload.blockId, code: payload.code },
      transaction,
    });
    if (same && same.id !== payload.id)
      throw new Refusal(`Lot ${payload.code} is already there. Choose another code.`);
    if (payload.orderId) {
      const order = await store.stockOrder.findByPk(payload.orderId, { transaction });
      if (order?.blockId !== payload.blockId)
        throw new Refusal('That order belongs to another block.');
    }
    if (!known) await store.lot.create(payload, { transaction });
    else if (known.speciesId !== payload.speciesId && (await hasEvents(context, known.id)))
      throw new Refusal(
        `Lot ${known.code} has entries already; its species stays. Make a new lot for another one.`,
      );
    else await known.update(payload, { transaction });
  },

  async 'stock.place'({ store, person, transaction }, payload) {
    await siteAccess(store, person.id, payload.siteId, 'record');
    const known = await store.place.findByPk(payload.id, { transaction });
    if (known && known.siteId !== payload.siteId)
      throw new Refusal('There is no such place on this site.');
    const same = await store.place.findOne({
      where: { siteId: payload.siteId, name: payload.name },
      transaction,
    });
    if (same && same.id !== payload.id)
      throw new Refusal(`A place called ${payload.name} is there already.`);
    if (known) await known.update(payload, { transaction });
    else {
      const position = await store.place.count({
        where: { siteId: payload.siteId },
        transaction,
      });
      await store.place.create({ ...payload, position }, { transaction });
    }
  },

  async 'stock.readings'(context, { placeId, readings }) {
    const { store, transaction } = context;
    const { place } = await placeAccess(context, placeId);
    const ahead = readings.find(({ at }) => at > now() + 5 * 60_000);
    if (ahead)
      throw new Refusal(
        `A reading of ${new Date(ahead.at).toISOString().slice(0, 16).replace('T', ' ')} UTC lies in the future. Is the file's year and zone right?`,
      );
    const before = await store.keepingReading.count({ where: { placeId }, transaction });
    await store.keepingReading.bulkCreate(
      readings.map(({ at, temperature }) => ({ placeId, at: new Date(at), temperature })),
      { transaction, ignoreDuplicates: true },
    );
    if (place.logger === 'none') await place.update({ logger: 'file' }, { transaction });
    return {
      added: (await store.keepingReading.count({ where: { placeId }, transaction })) - before,
    };
  },

  async 'stock.logger'(context, { placeId }) {
    const { place, site } = await placeAccess(context, placeId);
    if (place.logger !== 'stand-in')
      throw new Refusal(`${place.name} has no logger here; bring its file instead.`);
    return { added: await playLogger(context.store, site, place, now(), context.transaction) };
  },

  async 'stock.tool'({ store, person, transaction }, payload) {
    await siteAccess(store, person.id, payload.siteId, 'record');
    const known = await store.tool.findByPk(payload.id, { transaction });
    if (known && known.siteId !== payload.siteId)
      throw new Refusal('There is no such tool on this site.');
    if (known) await known.update(payload, { transaction });
    else {
      const position = await store.tool.count({ where: { siteId: payload.siteId }, transaction });
      await store.tool.create({ ...payload, position }, { transaction });
    }
  },

  async 'stock.dropTool'({ store, person, transaction }, { id }) {
    const tool = await store.tool.findByPk(id, { transaction });
    if (!tool) return { already: true };
    await siteAccess(store, person.id, tool.siteId, 'record');
    await tool.destroy({ transaction });
  },

  async 'stock.carry'({ store, person, transaction }, { blockId, terms }) {
    await blockAccess(store, person.id, blockId, 'record');
    await store.block.update({ carryTerms: terms }, { where: { id: blockId }, transaction });
  },
};

async function hasEvents({ store, transaction }: CommandContext, lotId: string) {
  return Boolean(await store.stockEvent.findOne({ where: { lotId }, transaction, raw: true }));
}

/** The first bytes that each kind of picture begins with. */
function looksLike(bytes: Buffer, mime: string): boolean {
  const starts = (...signature: number[]) => signature.every((byte, i) => bytes[i] === byte);
  if (mime === 'image/png') return starts(0x89, 0x50, 0x4e, 0x47);
  if (mime === 'image/jpeg') return starts(0xff, 0xd8, 0xff);
  return starts(0x52, 0x49, 0x46, 0x46) && bytes.subarray(8, 12).toString() === 'WEBP';
}
