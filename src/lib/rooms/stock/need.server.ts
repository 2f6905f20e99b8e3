import { runsDry, runsLeft } from '../../../../core/crew/day';
import { holds } from '../../../../core/crew/share';
import type { Figure } from '../../../../core/measure/working';
import { speciesOfFirst } from '../../../../core/rows/species';
import type { Balance } from '../../../../core/stock/ledger';
import { orderQuantity, USUAL_TERMS } from '../../../../core/stock/order';
import {
  coverOf,
  stillToCome,
  takenByRefills,
  type Cover,
  type OrderLine,
} from '../../../../core/stock/orders';
import { reach, type Reach } from '../../../../core/stock/reach';
import type { Fact, Facts } from '../../server/facts';
import { plantedOf, sharesFact, sownFact } from '../crew/facts.server';
import { learnedRates } from '../crew/rates.server';
import type { BlockRow } from '../ground/tables.server';
import { currentLayout, rowsFact } from '../rows/facts.server';
import { refilledFact, refillPlansFact } from '../survival/refills.server';
import { lotsFact, ordersFact, standsFor } from './facts.server';

export interface ToOrder {
  quantities: { speciesId: string; terms: typeof USUAL_TERMS; quantity: Figure }[];
  cover: Cover[];
  /** Trees of all species: to order with reserve and culls, asked for, confirmed, and short of confirmed. */
  needed: number;
  asked: number;
  confirmed: number;
  toAsk: number;
  short: number;
}

/** Trees in the ground by species, in the order of the layout's mix. */
async function plantedBySpecies(facts: Facts, blockId: string): Promise<number[]> {
  const [layout, { byRow }] = await Promise.all([
    currentLayout(facts, blockId),
    plantedOf(facts, blockId),
  ]);
  const planted = new Array<number>(layout?.parameters.mix.length ?? 0).fill(0);
  if (!byRow.size) return planted;
  const rows = await facts.of(rowsFact, blockId);
  return facts.derive('planted by species', blockId, [sownFact, rowsFact], '', () => {
    for (const row of rows)
      speciesOfFirst(row.runs, byRow.get(row.number) ?? 0, planted.length).forEach(
        (count, s) => (planted[s] += count),
      );
    return planted;
  });
}

/**
 * What refills take away from the plan of a block: the lines of its order that are for them, and of the trees that
 * came those that came on such lines, or that went into dead places, whichever are more.
 */
async function refillsOf(facts: Facts, blockId: string) {
  const [plans, sets, lots] = await Promise.all([
    facts.of(refillPlansFact, blockId),
    facts.of(refilledFact, blockId),
    facts.of(lotsFact, blockId),
  ]);
  const lines = new Set(plans.flatMap(({ toOrder }) => toOrder.map(({ id }) => id)));
  return {
    ordered: (line: OrderLine) => lines.has(line.id),
    of: (speciesId: string) =>
      takenByRefills(
        lots
          .filter(({ lot }) => standsFor(lot) === speciesId)
          .map(({ lot, balance }) => ({
            received: balance.received,
            forRefill: lot.orderId !== null && lines.has(lot.orderId),
          })),
        sets
          .filter((set) => set.speciesId === speciesId)
          .reduce((sum, { trees }) => sum + trees, 0),
      ),
  };
}

/** Lines of a block's order that are for its plan: those for refills are left out. */
export async function planLinesOf(facts: Facts, blockId: string): Promise<OrderLine[]> {
  const [lines, refills] = await Promise.all([
    facts.of(ordersFact, blockId),
    refillsOf(facts, blockId),
  ]);
  return lines.filter((line) => !refills.ordered(line));
}

/** What to order for a block and how it is covered: one figure for order, phases and materials. */
export async function toOrderOf(facts: Facts, block: BlockRow): Promise<ToOrder> {
  const [layout, lines, lots, planted, refills] = await Promise.all([
    currentLayout(facts, block.id),
    planLinesOf(facts, block.id),
    facts.of(lotsFact, block.id),
    plantedBySpecies(facts, block.id),
    refillsOf(facts, block.id),
  ]);
  const quantities = (layout?.parameters.mix ?? []).map(({ species: speciesId }, i) => {
    const terms = block.orderTerms[speciesId] ?? USUAL_TERMS;
    return { speciesId, terms, quantity: orderQuantity(layout!.speciesCounts[i], terms) };
  });
  const cover = coverOf(
    new Map(quantities.map(({ speciesId, quantity }) => [speciesId, quantity.value])),
    lines,
    new Map(
      quantities.map(({ speciesId }, i) => [
        speciesId,
        {
          positions: layout!.speciesCounts[i],
          planted: planted[i],
          received:
            lots
              .filter(({ lot }) => standsFor(lot) === speciesId)
              .reduce((total, { balance }) => total + balance.received, 0) -
            refills.of(speciesId).taken,
        },
      ]),
    ),
  );
  const sum = (of: (entry: Cover) => number) =>
    cover.reduce((total, entry) => total + of(entry), 0);
  return {
    quantities,
    cover,
    needed: sum(({ needed }) => needed),
    asked: sum(({ asked }) => asked),
    confirmed: sum(({ confirmed }) => confirmed),
    toAsk: sum(({ toAsk }) => toAsk),
    short: sum(({ short }) => short),
  };
}

/** Trees still to come on each line of a block's order: one figure for order, arrivals and the forecast. */
export async function stillToComeOf(facts: Facts, blockId: string): Promise<Map<string, number>> {
  const [lines, lots] = await Promise.all([
    facts.of(ordersFact, blockId),
    facts.of(lotsFact, blockId),
  ]);
  return stillToCome(
    lines,
    lots.map(({ lot, balance }) => ({
      ...{ line: lot.orderId, species: lot.speciesId, replaces: lot.replacesId },
      received: balance.received,
    })),
  );
}

export interface SpeciesReach extends Reach {
  speciesId: string;
  /** On the ledger: in store and out with the crew. */
  ledger: number;
  /** Of these, planted by the tallies and not posted onto the ledger yet. */
  unclosed: number;
  /** Codes of the lots that have any. */
  lots: string[];
}

/** How far the stock reaches: one figure for board, stock and load. */
export async function reachOf(facts: Facts, blockId: string): Promise<SpeciesReach[]> {
  const [layout, lots, { byRow }, planted, shares, rates, refills] = await Promise.all([
    currentLayout(facts, blockId),
    facts.of(lotsFact, blockId),
    plantedOf(facts, blockId),
    plantedBySpecies(facts, blockId),
    facts.of(sharesFact, blockId),
    learnedRates(facts, blockId),
    refillsOf(facts, blockId),
  ]);
  if (!layout) return [];
  const rows = await facts.of(rowsFact, blockId);
  const from = [
    ...[lotsFact, sownFact, rowsFact, sharesFact],
    ...[refillPlansFact, refilledFact],
  ] as Fact<unknown>[];
  const on = JSON.stringify([...rates].map(([id, { perHour }]) => [id, perHour.value]));
  return facts.derive('reach', blockId, from, on, () => {
    // Where rows are shared out, all who plant draw on the stock at once.
    const sharing = [...new Set(shares.map(({ planterId }) => planterId))].map((planter) => ({
      perHour: rates.get(planter)?.perHour.value ?? 1,
      rows: rows
        .filter(({ number }) => holds(shares, planter, number))
        .map(({ number, runs }) => ({ number, runs: runsLeft(runs, byRow.get(number) ?? 0) })),
    }));
    const ids = layout.parameters.mix.map(({ species }) => species);
    const of = (species: string) => lots.filter(({ lot }) => standsFor(lot) === species);
    const sum = (species: string, what: (balance: Balance) => number) =>
      of(species).reduce((total, { balance }) => total + what(balance), 0);
    const left = ids.map((species, s) =>
      Math.max(
        0,
        sum(species, ({ received, culled, lost }) => received - culled - lost) -
          planted[s] -
          refills.of(species).taken,
      ),
    );
    return reach(rows, byRow, left).map((entry) => {
      const speciesId = ids[entry.species];
      const ledger = sum(speciesId, ({ onHand, out }) => onHand + out);
      const together = entry.short ? runsDry(entry.species, entry.onHand, sharing, []) : undefined;
      return {
        ...entry,
        dryAtRow: together?.row ?? entry.dryAtRow,
        speciesId,
        ledger,
        unclosed: Math.max(0, ledger - entry.onHand - refills.of(speciesId).waiting),
        lots: of(speciesId)
          .filter(({ balance }) => balance.onHand + balance.out > 0)
          .map(({ lot }) => lot.code),
      };
    });
  });
}
