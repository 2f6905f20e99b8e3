import { v5 as uuidFromName } from 'uuid';
import { admitTo, type Holder, type StockEvent } from '../../../../core/stock/ledger';
import { dayAccount } from '../day-account';
import { blockAccess, type Action } from '../authorise';
import { now, today } from '../clock';
import { airForRoots } from '../station';
import { balanceOfLot, dayBounds, toEvent } from '../stock';
import type { LotRow } from '../../store/stock';
import { eventRow, Refusal, type CommandContext, type Handlers } from './context';
import { stockAbout, type AboutCommand } from './stock-about';

/** Names the ids of entries that the program makes itself, so that made twice they count once. */
const POSTINGS = '6f9c2c6e-0a51-4d5e-9c55-3f1d8c1c8a77';

export async function lotAccess(
  { store, person, transaction }: CommandContext,
  lotId: string,
  action: Action,
) {
  // The lock makes two phones that issue the last box at once come one after the other.
  const lot = await store.lot.findByPk(lotId, { transaction, lock: transaction.LOCK.UPDATE });
  if (!lot) throw new Refusal('There is no such lot among yours.');
  return { lot, ...(await blockAccess(store, person.id, lot.blockId, action)) };
}

/** Who or what a holder is, in words. */
async function holderNames({ store, transaction }: CommandContext, siteId: string) {
  const [places, planters] = await Promise.all([
    store.place.findAll({ where: { siteId }, transaction, raw: true }),
    store.planter.findAll({ where: { siteId }, transaction, raw: true }),
  ]);
  const known = new Set<string>([
    ...places.map(({ id }) => id),
    ...planters.map(({ id }) => id),
    '',
  ]);
  const name = (holder: Holder) => {
    const id = holder.slice(2);
    if (holder.startsWith('c:'))
      return planters.find((planter) => planter.id === id)?.name ?? 'the crew as a whole';
    const place = places.find((entry) => entry.id === id);
    return place ? place.name : 'the store without a name';
  };
  return { name, known };
}

/** Enters one movement after checking it against what the lot's holders have. */
export async function enter(
  context: CommandContext,
  lot: LotRow,
  siteId: string,
  event: StockEvent,
  row: { id: string; at: string; device: string; note: string },
): Promise<boolean> {
  const { store, transaction } = context;
  const { name, known } = await holderNames(context, siteId);
  for (const id of [event.place, event.to, event.planter])
    if (id && !known.has(id)) throw new Refusal('There is no such place or planter on this site.');
  const target = event.corrects
    ? await store.stockEvent.findOne({
        where: { id: event.corrects, lotId: lot.id },
        transaction,
        raw: true,
      })
    : null;
  const fresh = admitTo(
    {
      balance: await balanceOfLot(store, lot.id, { transaction }),
      known: Boolean(await store.stockEvent.findByPk(event.id, { transaction, raw: true })),
      target: target ? toEvent(target) : undefined,
      cancelled:
        Boolean(target) &&
        Boolean(
          await store.stockEvent.findOne({
            where: { corrects: target!.id },
            transaction,
            raw: true,
          }),
        ),
    },
    event,
    { lot: lot.code, holder: name },
  );
  if (!fresh) return false;
  await store.stockEvent.create(
    {
      ...eventRow(context, row),
      lotId: lot.id,
      kind: event.kind,
      count: event.kind === 'correct' ? 0 : event.count,
      planterId: event.planter ?? null,
      placeId: event.place ?? null,
      toId: event.to ?? null,
      corrects: event.corrects ?? null,
      closes: event.closes ?? null,
      note: row.note,
    },
    { transaction },
  );
  return true;
}

const events: Omit<Handlers<'stock'>, AboutCommand> = {
  async 'stock.record'(context, payload) {
    const { store, transaction } = context;
    const { lot, block, site } = await lotAccess(context, payload.lotId, 'record');
    if (payload.blockId && payload.blockId !== lot.blockId) {
      const here = await store.block.findByPk(payload.blockId, { transaction });
      throw new Refusal(
        `That box is lot ${lot.code} of ${block.name}; you are on ${here?.name ?? 'another block'}. Bring it there, or enter it under ${block.name}.`,
      );
    }
    if (payload.kind === 'drain') {
      const soak = await store.stockEvent.findOne({
        where: { id: payload.closes ?? '', lotId: lot.id, kind: 'soak' },
        transaction,
      });
      if (!soak) throw new Refusal('Those trees were never put to soak.');
      if (new Date(payload.at) < soak.at)
        throw new Refusal('A soak cannot end before it began. Set the device’s clock.');
      if (await store.stockEvent.findOne({ where: { closes: soak.id }, transaction }))
        return { already: true };
    }
    const fresh = await enter(
      context,
      lot,
      site.id,
      {
        id: payload.id,
        lot: lot.id,
        kind: payload.kind,
        count: payload.count,
        at: payload.at,
        planter: payload.planterId,
        place: payload.placeId,
        to: payload.toId,
        corrects: payload.corrects,
        closes: payload.closes,
      },
      payload,
    );
    return fresh ? undefined : { already: true };
  },

  async 'stock.closeDay'(context, { blockId, day }) {
    const { store, person, transaction } = context;
    const { block, site } = await blockAccess(store, person.id, blockId, 'record');
    if (day > today(site.zone))
      throw new Refusal(`${day} is still to come; a day is closed when it has been.`);
    const { account } = await dayAccount(store, block, site, day, { transaction });
    const [, end] = dayBounds(day, site.zone);
    const at = new Date(Math.min(now(), end.getTime() - 1000)).toISOString();
    let posted = 0;
    for (const { planter, lot: lotId, count, turn } of account.toPost) {
      const { lot } = await lotAccess(context, lotId, 'record');
      const id = uuidFromName(`${day} ${planter} ${lotId} ${turn}`, POSTINGS);
      const row = { id, at, device: 'program', note: 'from the tallies' };
      const event = { id, lot: lotId, kind: 'plant' as const, count, at, planter };
      if (await enter(context, lot, site.id, event, row)) posted += count;
    }
    return { posted };
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
    let label = payload.label;
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
      label = open.label;
    }
    // The air of the moment it happened, which for a phone without signal was hours ago.
    const air = await airForRoots(store, site, Date.parse(payload.at));
    await store.rootEvent.create(
      {
        ...eventRow(context, payload),
        lotId: lot.id,
        kind: payload.kind,
        closes: payload.kind === 'close' ? payload.closes : null,
        label,
        temperature: air.temperature,
        humidity: air.humidity,
        wind: air.wind,
      },
      { transaction },
    );
  },

  async 'stock.audit'(context, payload) {
    const { store, person, transaction } = context;
    const { block, site } = await blockAccess(store, person.id, payload.blockId, 'record');
    if (payload.lotId) {
      const lot = await store.lot.findByPk(payload.lotId, { transaction });
      if (lot?.blockId !== block.id) throw new Refusal(`There is no such lot on ${block.name}.`);
    }
    if (
      payload.planterId &&
      !(await store.planter.findOne({
        where: { id: payload.planterId, siteId: site.id },
        transaction,
      }))
    )
      throw new Refusal('There is no such planter on this site.');
    if (await store.handlingAudit.findByPk(payload.id, { transaction })) return { already: true };
    await store.handlingAudit.create(
      {
        ...eventRow(context, payload),
        blockId: block.id,
        lotId: payload.lotId,
        planterId: payload.planterId,
        seen: payload.seen,
        note: payload.note,
      },
      { transaction },
    );
  },
};

export const stock: Handlers<'stock'> = { ...stockAbout, ...events };
