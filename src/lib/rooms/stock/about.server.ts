import { formatMoment } from '../../../../core/say/day';
import { told } from '../../../../core/say/told';
import { playLogger } from '../../server/logger';
import { ALREADY, removeUnheld, Stale, type Handlers, type Work } from '../../server/work';
import type { Payload } from '../contracts';
import type { stockContract } from './contract';

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
  | 'stock.dropLot'
  | 'stock.place'
  | 'stock.dropPlace'
  | 'stock.rootRules'
  | 'stock.readings'
  | 'stock.logger'
  | 'stock.tool'
  | 'stock.dropTool'
  | 'stock.carry';

/** Pictures a card may hold. */
const MOST_PICTURES = 6;
const AHEAD = 5 * 60_000;

export async function cardOf(work: Work, siteId: string, speciesId: string) {
  const card = await work.tables.species.one({ id: speciesId, siteId });
  if (!card) throw told('site.noSpecies');
  return card;
}

export async function saveOrder(
  work: Work,
  siteId: string,
  { edition, ...line }: Omit<Payload<'stock.order'>, 'blockId' | 'edition'> & { edition: number },
  blockId: string,
) {
  await cardOf(work, siteId, line.speciesId);
  if (line.replacesId) await cardOf(work, siteId, line.replacesId);
  return work.save(
    work.tables.stockOrder,
    {
      ...line,
      blockId,
      replacesId: line.replacesId === line.speciesId ? null : line.replacesId,
    },
    edition,
    (known) => {
      if (known.blockId !== blockId) throw told('stock.foreignOrder');
    },
  );
}

/** A place of one's site, to write to. */
async function placeAccess(work: Work, placeId: string) {
  const place = await work.tables.place.one({ id: placeId });
  if (!place) throw told('stock.noPlace');
  return { place, ...work.site(place.siteId, 'record') };
}

/** Readings ahead of the clock come from a wrong year or zone. */
export function refuseAhead(
  readings: readonly { at: number }[],
  { now, zone }: { now: number; zone: string },
): void {
  const ahead = readings.find(({ at }) => at > now + AHEAD);
  if (ahead)
    throw told('site.momentAhead', {
      at: formatMoment(ahead.at, zone, true),
    });
}

export const aboutCommands: Pick<Handlers<typeof stockContract>, AboutCommand> = {
  async 'stock.species'({ edition, ...card }, work) {
    work.site(card.siteId, 'plan');
    const letter = card.letter.toUpperCase();
    const same = await work.tables.species.one({ siteId: card.siteId, letter });
    if (same && same.id !== card.id) throw told('stock.letterTaken', { letter, name: same.name });
    const saved = await work.save(
      work.tables.species,
      { ...card, letter },
      edition,
      ({ siteId }) => {
        if (siteId !== card.siteId) throw told('site.noSpecies');
      },
    );
    return { edition: saved.edition };
  },

  async 'stock.picture'({ id, speciesId, caption, mime, bytes: text }, work) {
    const card = await work.tables.species.one({ id: speciesId });
    if (!card) throw told('site.noSpecies');
    work.site(card.siteId, 'record');
    if (await work.tables.speciesPicture.one({ id, speciesId }, { columns: ['id'] }))
      return ALREADY;
    if ((await work.tables.speciesPicture.count({ speciesId })) >= MOST_PICTURES)
      throw told('stock.morePictures', { most: MOST_PICTURES });
    const bytes = Buffer.from(text, 'base64');
    if (!looksLike(bytes, mime)) throw told('stock.noPicture');
    const addedAt = new Date(work.now);
    await work.tables.speciesPicture.add({ id, speciesId, caption, mime, bytes, addedAt });
  },

  async 'stock.dropPicture'({ id }, work) {
    const picture = await work.tables.speciesPicture.one({ id }, { columns: ['id', 'speciesId'] });
    if (!picture) return ALREADY;
    const card = await work.tables.species.one({ id: picture.speciesId });
    work.site(card!.siteId, 'record');
    await work.tables.speciesPicture.remove({ id });
  },

  async 'stock.terms'({ blockId, speciesId, terms, edition }, work) {
    const { block, site } = await work.block(blockId, 'plan');
    await cardOf(work, site.id, speciesId);
    if (block.termsEdition !== edition)
      throw new Stale({ edition: block.termsEdition, terms: block.orderTerms[speciesId] ?? null });
    await work.tables.block.setPart({ id: blockId }, 'orderTerms', speciesId, terms);
    await work.tables.block.set({ id: blockId }, { termsEdition: edition + 1 });
    return { edition: edition + 1 };
  },

  async 'stock.order'({ blockId, ...line }, work) {
    const { site } = await work.block(blockId, 'plan', 'share');
    return { edition: (await saveOrder(work, site.id, line, blockId)).edition };
  },

  async 'stock.orders'({ blockId, lines }, work) {
    const { site } = await work.block(blockId, 'plan', 'share');
    for (const line of lines) {
      const known = await work.tables.stockOrder.one(
        { id: line.id },
        { columns: ['id', 'edition'] },
      );
      await saveOrder(work, site.id, { ...line, edition: known?.edition ?? 0 }, blockId);
    }
    return { saved: lines.length };
  },

  async 'stock.dropOrder'({ id }, work) {
    const line = await work.tables.stockOrder.one({ id });
    if (!line) return ALREADY;
    await work.block(line.blockId, 'plan', 'share');
    const lot = await work.tables.lot.one({ orderId: id });
    if (lot) throw told('stock.orderHasLot', { lot: lot.code });
    await work.tables.stockOrder.remove({ id });
  },

  async 'stock.lot'({ edition, ...lot }, work) {
    const { site } = await work.block(lot.blockId, 'record', 'share');
    await cardOf(work, site.id, lot.speciesId);
    if (lot.replacesId) await cardOf(work, site.id, lot.replacesId);
    const same = await work.tables.lot.one({ blockId: lot.blockId, code: lot.code });
    if (same && same.id !== lot.id) throw told('stock.codeTaken', { code: lot.code });
    if (lot.orderId) {
      const order = await work.tables.stockOrder.one({ id: lot.orderId });
      if (order?.blockId !== lot.blockId) throw told('stock.foreignOrder');
    }
    const used = Boolean(await work.tables.stockEvent.one({ lotId: lot.id }));
    const saved = await work.save(work.tables.lot, lot, edition, (known) => {
      if (known.blockId !== lot.blockId) throw told('stock.noLot');
      if (known.speciesId !== lot.speciesId && used)
        throw told('stock.speciesStays', { code: known.code });
    });
    return { edition: saved.edition };
  },

  async 'stock.dropLot'({ id }, work) {
    const lot = await work.tables.lot.one({ id });
    if (!lot) return ALREADY;
    await work.block(lot.blockId, 'record');
    const refuse = () => told('stock.lotHasRecords', { code: lot.code });
    // A plot may name a lot without being told by the database's references.
    if (await work.tables.plot.one({ lotId: id })) throw refuse();
    await removeUnheld(() => work.tables.lot.remove({ id }), refuse);
  },

  async 'stock.rootRules'({ siteId, edition, ...rules }, work) {
    work.site(siteId, 'plan');
    const saved = await work.save(
      work.tables.rootRules,
      { id: siteId, ...rules },
      edition,
      () => {},
    );
    return { edition: saved.edition };
  },

  async 'stock.place'({ edition, ...place }, work) {
    const { siteId, id, name } = place;
    work.site(siteId, 'record');
    const same = await work.tables.place.one({ siteId, name });
    if (same && same.id !== id) throw told('stock.placeTaken', { name });
    const known = await work.tables.place.one({ id });
    const position = known?.position ?? (await work.tables.place.behind({ siteId }));
    const saved = await work.save(work.tables.place, { ...place, position }, edition, (before) => {
      if (before.siteId !== siteId) throw told('stock.noPlace');
    });
    return { edition: saved.edition };
  },

  async 'stock.dropPlace'({ id }, work) {
    const place = await work.tables.place.one({ id });
    if (!place) return ALREADY;
    work.site(place.siteId, 'record');
    await removeUnheld(
      () => work.tables.place.remove({ id }),
      () => told('stock.placeHasRecords', { name: place.name }),
    );
  },

  async 'stock.readings'({ placeId, readings }, work) {
    const { place, site } = await placeAccess(work, placeId);
    refuseAhead(readings, { now: work.now, zone: site.zone });
    const before = await work.tables.keepingReading.count({ placeId });
    await work.tables.keepingReading.addAll(
      readings.map(({ at, temperature }) => ({ placeId, at: new Date(at), temperature })),
      { ignore: true },
    );
    if (place.logger === 'none') await work.tables.place.set({ id: placeId }, { logger: 'file' });
    return { added: (await work.tables.keepingReading.count({ placeId })) - before };
  },

  async 'stock.logger'({ placeId }, work) {
    const { place, site } = await placeAccess(work, placeId);
    if (place.logger !== 'stand-in') throw told('stock.noLogger', { place: place.name });
    return { added: await playLogger(work, site, place, work.now) };
  },

  async 'stock.tool'({ edition, ...tool }, work) {
    const { siteId, id } = tool;
    work.site(siteId, 'record');
    const same = await work.tables.tool.one({ siteId, name: tool.name });
    if (same && same.id !== id) throw told('stock.toolTaken', { name: tool.name });
    const known = await work.tables.tool.one({ id });
    const position = known?.position ?? (await work.tables.tool.behind({ siteId }));
    const saved = await work.save(work.tables.tool, { ...tool, position }, edition, (before) => {
      if (before.siteId !== siteId) throw told('stock.noPlace');
    });
    return { edition: saved.edition };
  },

  async 'stock.dropTool'({ id }, work) {
    const tool = await work.tables.tool.one({ id });
    if (!tool) return ALREADY;
    work.site(tool.siteId, 'record');
    await work.tables.tool.remove({ id });
  },

  async 'stock.carry'({ blockId, terms, edition }, work) {
    const { block } = await work.block(blockId, 'record');
    if (block.termsEdition !== edition)
      throw new Stale({ edition: block.termsEdition, terms: block.carryTerms });
    await work.tables.block.set({ id: blockId }, { carryTerms: terms, termsEdition: edition + 1 });
    return { edition: edition + 1 };
  },
};

/** The first bytes that each kind of picture begins with. */
function looksLike(bytes: Buffer, mime: string): boolean {
  const starts = (...signature: number[]) => signature.every((byte, i) => bytes[i] === byte);
  if (mime === 'image/png') return starts(0x89, 0x50, 0x4e, 0x47);
  if (mime === 'image/jpeg') return starts(0xff, 0xd8, 0xff);
  return starts(0x52, 0x49, 0x46, 0x46) && bytes.subarray(8, 12).toString() === 'WEBP';
}
