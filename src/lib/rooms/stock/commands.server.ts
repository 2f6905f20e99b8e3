import { v5 as uuidFromName } from 'uuid';
import { dayBounds, dayOf } from '../../../../core/say/day';
import { onDay, say, type FigureValue } from '../../../../core/say/message';
import { told } from '../../../../core/say/told';
import {
  admitLate,
  admitTo,
  type Holder,
  type StockEvent,
  type StockFlag,
} from '../../../../core/stock/ledger';
import { faultsOf } from '../../../../core/stock/inspection';
import { admitWetting, LONGEST_SOAK } from '../../../../core/stock/keeping';
import { settled } from '../../../../core/stock/sampling';
import { ALREADY, type Handlers, type Work } from '../../server/work';
import { airForRoots } from '../../server/station';
import { planterOf } from '../crew/planter.server';
import { aboutCommands, type AboutCommand } from './about.server';
import type { stockContract } from './contract';
import { dayAccount } from './day-account.server';
import {
  asRootEvent,
  asStockEvent,
  balanceOf,
  keepRoots,
  keepStock,
  readStockSums,
} from './sums.server';
import type { LotRow } from './tables.server';

/** Names the ids of entries that the program makes itself, so that made twice they count once. */
const POSTINGS = '6f9c2c6e-0a51-4d5e-9c55-3f1d8c1c8a77';
/** What the program itself enters is told by its device. */
export const PROGRAM = 'program';

/** Who or what a holder is, for a sentence. */
async function holderNames(work: Work, siteId: string) {
  const [places, planters] = await Promise.all([
    work.tables.place.all({ where: { siteId }, columns: ['id', 'name'] }),
    work.tables.planter.all({ where: { siteId }, columns: ['id', 'name'] }),
  ]);
  const names = new Map([...places, ...planters].map(({ id, name }) => [id, name]));
  return {
    known: new Set(names.keys()),
    name: (holder: Holder): FigureValue =>
      names.get(holder.slice(2)) ??
      (holder.startsWith('c:') ? say('stock.crewAsWhole') : say('stock.storeWithoutName')),
  };
}

/** Trees of a lot that stand in water at a moment: put to soak, not taken out, and not long forgotten. */
async function soakingTrees(work: Work, lotId: string, at: string): Promise<number> {
  const soaks = await work.tables.stockEvent.all({ where: { lotId, kind: 'soak' } });
  const ended = new Set(
    (await work.tables.stockEvent.all({ where: { lotId, kind: 'drain' } })).map(
      ({ closes }) => closes,
    ),
  );
  const since = Date.parse(at) - LONGEST_SOAK;
  return soaks
    .filter(({ id, at: begun }) => !ended.has(id) && begun.getTime() > since)
    .reduce((sum, { count }) => sum + count, 0);
}

interface Entered {
  fresh: boolean;
  flag?: StockFlag;
}

/**
 * Enters one movement after checking it against what the lot's holders have. What waited on a device is
 * taken even where the books cannot follow it yet, and flagged.
 */
async function enter(
  work: Work,
  lot: LotRow,
  siteId: string,
  event: StockEvent,
  row: { id: string; at: string; device: string; note: string; late?: boolean },
): Promise<Entered> {
  const { name, known } = await holderNames(work, siteId);
  for (const id of [event.place, event.to, event.planter])
    if (id && !known.has(id)) throw told('stock.noPlace');
  const targetRow = event.corrects
    ? await work.tables.stockEvent.one({ id: event.corrects, lotId: lot.id })
    : undefined;
  const target = targetRow && asStockEvent(targetRow);
  const cancelled = Boolean(target && (await work.tables.stockEvent.one({ corrects: target.id })));
  const before = await work.tables.stockEvent.one({ id: event.id });
  const standing = {
    balance: balanceOf(await readStockSums(work, lot.id)),
    known: false,
    target,
    cancelled,
  };
  const names = { lot: lot.code, holder: name };
  let flag: StockFlag | undefined;
  if (!before) {
    const inWater = event.kind === 'soak' ? await soakingTrees(work, lot.id, event.at) : 0;
    const admitted = (...given: Parameters<typeof admitTo>) => {
      admitTo(...given);
      const { kind, count } = event;
      if (kind === 'dip' || kind === 'soak' || kind === 'water')
        admitWetting(kind, count, {
          ...{ lot: lot.code, inWater },
          onHand: standing.balance.onHand,
        });
    };
    if (row.late) flag = admitLate(standing, event, names, admitted);
    else admitted(standing, event, names);
  }
  const fresh = await work.record(work.tables.stockEvent, {
    ...work.event(row),
    lotId: lot.id,
    kind: event.kind,
    count: event.kind === 'correct' ? 0 : event.count,
    planterId: event.planter ?? null,
    placeId: event.place ?? null,
    toId: event.to ?? null,
    corrects: event.corrects ?? null,
    closes: event.closes ?? null,
    note: row.note,
    flag: flag ?? null,
  });
  if (fresh) await keepStock(work, lot.id, event, cancelled ? undefined : target);
  return { fresh, flag };
}

const eventCommands: Omit<Handlers<typeof stockContract>, AboutCommand> = {
  async 'stock.record'(input, work) {
    const { lot, block, site } = await work.lot(input.lotId, 'record');
    if (input.blockId && input.blockId !== lot.blockId) {
      const here = await work.tables.block.one(
        { id: input.blockId, siteId: site.id },
        { columns: ['id', 'name'] },
      );
      throw told('stock.otherBlock', {
        lot: lot.code,
        block: block.name,
        here: here?.name ?? '–',
      });
    }
    let closes: string | null = null;
    if (input.kind === 'drain') {
      const soak = await work.tables.stockEvent.one({
        id: input.closes ?? '',
        lotId: lot.id,
        kind: 'soak',
      });
      if (!soak) throw told('stock.noSoak');
      if (new Date(input.at) < soak.at) throw told('stock.soakBackwards');
      const ended = await work.tables.stockEvent.one({ closes: soak.id });
      if (ended && ended.id !== input.id) return ALREADY;
      closes = soak.id;
    }
    const { fresh, flag } = await enter(
      work,
      lot,
      site.id,
      {
        id: input.id,
        lot: lot.id,
        kind: input.kind,
        count: input.count,
        at: input.at,
        planter: input.planterId,
        place: input.placeId,
        to: input.toId,
        corrects: input.kind === 'correct' ? input.corrects : null,
        closes,
      },
      input,
    );
    return fresh ? { flag } : { ...ALREADY };
  },

  async 'stock.closeDay'({ blockId, day }, work) {
    const { block, site } = await work.block(blockId, 'record');
    if (day > dayOf(work.now, site.zone)) throw told('site.dayAhead', { day: onDay(day) });
    const { account } = await dayAccount(work, block, site, day);
    const [, end] = dayBounds(day, site.zone);
    const at = new Date(Math.min(work.now, end - 1000)).toISOString();
    const lots = new Map<string, LotRow>();
    for (const id of [
      ...new Set([...account.toCancel, ...account.toPost].map(({ lot }) => lot)),
    ].sort())
      lots.set(id, (await work.lot(id, 'record')).lot);
    const write = async (event: StockEvent, note: string) =>
      (
        await enter(work, lots.get(event.lot)!, site.id, event, {
          ...{ id: event.id, at, device: PROGRAM, note },
        })
      ).fresh;
    let posted = 0;
    for (const { id, lot, count } of account.toCancel) {
      const own = { id: uuidFromName(`cancel ${id}`, POSTINGS), lot, count: 0, at };
      if (await write({ ...own, kind: 'correct', corrects: id }, 'tallies corrected'))
        posted -= count;
    }
    for (const { planter, lot, count, turn } of account.toPost) {
      const id = uuidFromName(`${day} ${planter} ${lot} ${turn}`, POSTINGS);
      if (await write({ id, lot, kind: 'plant', count, at, planter }, 'from the tallies'))
        posted += count;
    }
    return { posted };
  },

  async 'stock.inspect'(input, work) {
    const { lot } = await work.lot(input.lotId, 'record');
    const { n } = input.plan;
    if (n > input.lotSize) throw told('stock.planTooLarge', { plan: n, lot: input.lotSize });
    const looked = input.trees.length;
    // A sample ends where its answer is certain, before its last tree if need be; never beyond it.
    if (looked > n || !settled(looked, faultsOf(input.trees).faulty, input.plan))
      throw told('stock.planNotMet', { plan: n, looked });
    const fresh = await work.record(work.tables.inspection, {
      ...work.event(input),
      lotId: lot.id,
      lotSize: input.lotSize,
      plan: input.plan,
      trees: input.trees,
      note: input.note,
    });
    return fresh ? undefined : ALREADY;
  },

  async 'stock.root'(input, work) {
    const { lot, site } = await work.lot(input.lotId, 'tally');
    let label = input.label;
    let opened;
    if (input.kind === 'close') {
      opened = await work.tables.rootEvent.one({
        id: input.closes ?? '',
        lotId: lot.id,
        kind: 'open',
      });
      if (!opened) throw told('stock.notOpened');
      if (new Date(input.at) < opened.at) throw told('stock.closedBackwards');
      const closed = await work.tables.rootEvent.one({ closes: opened.id });
      if (closed && closed.id !== input.id) return ALREADY;
      label = opened.label;
    }
    // The air of the moment it happened, which for a phone without signal was hours ago.
    const air = await airForRoots(work, site, Date.parse(input.at));
    const row = {
      ...work.event(input),
      lotId: lot.id,
      kind: input.kind,
      closes: opened?.id ?? null,
      label,
      temperature: air.temperature,
      humidity: air.humidity,
      wind: air.wind,
    };
    if (!(await work.record(work.tables.rootEvent, row))) return ALREADY;
    await keepRoots(work, lot.id, asRootEvent(row), opened && asRootEvent(opened));
  },

  async 'stock.audit'(input, work) {
    const { block, site } = await work.block(input.blockId, 'record', 'share');
    if (input.lotId) {
      const lot = await work.tables.lot.one({ id: input.lotId });
      if (lot?.blockId !== block.id) throw told('stock.noLotOn', { block: block.name });
    }
    if (input.planterId) await planterOf(work, input.planterId, site.id);
    const { lotId, planterId, seen, note, corrects } = input;
    if (corrects && (await work.tables.handlingAudit.one({ id: corrects }))?.blockId !== block.id)
      throw told('stock.noLook');
    const fresh = await work.record(work.tables.handlingAudit, {
      ...work.event(input),
      ...{ blockId: block.id, lotId, planterId, seen, note, corrects },
    });
    return fresh ? undefined : ALREADY;
  },
};

export const stockCommands: Handlers<typeof stockContract> = { ...aboutCommands, ...eventCommands };
