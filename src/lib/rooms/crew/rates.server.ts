import { lastTools, workedHours } from '../../../../core/crew/attendance';
import { withWalk } from '../../../../core/crew/in-hand';
import { daysLeft } from '../../../../core/crew/progress';
import {
  crewRates,
  meanDay,
  meanRate,
  unsureOf,
  type Rate,
  type WorkedHours,
} from '../../../../core/crew/rates';
import { reckonedPace, type ReckonedPace } from '../../../../core/crew/sums';
import { toolsOffered } from '../../../../core/crew/tools';
import type { Facts } from '../../server/facts';
import { blocksFact } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { toolsFact } from '../stock/facts.server';
import { blocksBeside, hoursElsewhere, sownDaysFact } from './elsewhere.server';
import {
  activePlanters,
  clockedFact,
  plantedOf,
  plantersFact,
  sharesFact,
  shiftsNow,
  sownFact,
} from './facts.server';
import { walkOf } from './in-hand.server';
import type { PlanterRow } from './tables.server';
import {
  byHand,
  byHandOn,
  bySeatsOn,
  paceOfBlock,
  ridersOf,
  seatsOf,
  usualOn,
  type PacedBlock,
} from './usual';

/** Planters with what is usual for each on a block, before their own tallies tell. */
export async function usualPlanters(
  facts: Facts,
  blockId: string,
  way: (block: BlockRow) => BlockRow = (block) => block,
) {
  const [blocks, planters, tools, clocked, shares] = await Promise.all([
    facts.of(blocksFact),
    facts.of(plantersFact),
    facts.of(toolsFact),
    facts.of(clockedFact),
    facts.of(sharesFact, blockId),
  ]);
  return usualOn(
    way(blocks.find(({ id }) => id === blockId)!),
    planters,
    tools,
    lastTools(clocked),
    ridersOf(planters, shares),
  );
}

/**
 * What may be clocked on with on a block, the likeliest first.
 * @param planter whose last tool comes before the rest
 */
export async function toolsOn(facts: Facts, block: PacedBlock, planter?: PlanterRow) {
  const [tools, clocked] = await Promise.all([facts.of(toolsFact), facts.of(clockedFact)]);
  const last = planter && lastTools(clocked).get(planter.id);
  return toolsOffered(tools, paceOfBlock(block, planter?.kind), last);
}

/**
 * With what a tree may have been set: what may be clocked on with, and whatever was said before, likeliest first.
 * @param said names in records of the block, which stay whatever became of the tool
 * @returns the names, and by planter what they clocked on with last
 */
export async function toolsSet(facts: Facts, block: PacedBlock, said: Iterable<string>) {
  const [tools, clocked] = await Promise.all([toolsOn(facts, block), facts.of(clockedFact)]);
  return {
    tools: [...new Set([...tools, ...said])].filter(Boolean),
    lastTools: Object.fromEntries(lastTools(clocked)) as Partial<Record<string, string>>,
  };
}

/** What of the crew's days went to other blocks. */
export async function elsewhereOf(facts: Facts, blockId: string): Promise<WorkedHours> {
  const [blocks, planters, tools, clocked, days] = await Promise.all([
    facts.of(blocksFact),
    facts.of(plantersFact),
    facts.of(toolsFact),
    facts.of(clockedFact),
    facts.of(sownDaysFact),
  ]);
  const shares = await facts.all(sharesFact, blocksBeside(blockId, days));
  return hoursElsewhere(blockId, { days, blocks, planters, tools, clocked, shares });
}

/** What each planter sets in open places, learned from their own trees and hours. */
export async function plantingRates(facts: Facts, blockId: string): Promise<Map<string, Rate>> {
  const [planters, { sums }, shifts, elsewhere] = await Promise.all([
    usualPlanters(facts, blockId),
    facts.of(sownFact, blockId),
    shiftsNow(facts),
    elsewhereOf(facts, blockId),
  ]);
  const worked = workedHours(shifts, facts.site.zone);
  return crewRates(planters, sums, facts.today, worked, elsewhere);
}

/**
 * What each planter sets on a block, learned from their own trees and hours: one figure for every page. Where only
 * dead places are left to fill the walk from one to the next is in it.
 */
export async function learnedRates(facts: Facts, blockId: string): Promise<Map<string, Rate>> {
  const [rates, walk] = await Promise.all([plantingRates(facts, blockId), walkOf(facts, blockId)]);
  return walk ? refillRates(facts, blockId, walk) : rates;
}

/**
 * What each planter sets where only dead places are left. They are filled by hand: of a machine's seats neither what is
 * usual there nor its tallies say anything.
 * @param walk hours a tree from one dead place to the next
 */
export async function refillRates(
  facts: Facts,
  blockId: string,
  walk: number,
): Promise<Map<string, Rate>> {
  const block = (await facts.of(blocksFact)).find(({ id }) => id === blockId)!;
  const rates = seatsOf(block)
    ? crewRates(await usualPlanters(facts, blockId, byHand), undefined, facts.today)
    : await plantingRates(facts, blockId);
  return withWalk(rates, walk);
}

/** Trees an hour on a block of one planter by hand, and of one machine: of those it is shared out to, or of all. */
export async function bothWaysOf(facts: Facts, block: PacedBlock & { id: string }) {
  const [crew, tools, clocked, learned] = await Promise.all([
    crewOf(facts, block.id),
    facts.of(toolsFact),
    facts.of(clockedFact),
    plantingRates(facts, block.id),
  ]);
  return {
    byHand: byHandOn(block, crew, tools, lastTools(clocked), learned),
    bySeats: bySeatsOn(block, crew, learned),
  };
}

export interface Finish extends ReckonedPace {
  /** Planting days from now, Infinity when nobody plants. */
  days: number;
}

/** Who plants a block: those who have rows there; before rows are shared out, everybody who plants. */
async function crewOf(facts: Facts, blockId: string): Promise<PlanterRow[]> {
  const [planters, shares] = await Promise.all([
    activePlanters(facts),
    facts.of(sharesFact, blockId),
  ]);
  const sharing = planters.filter(({ id }) => shares.some(({ planterId }) => planterId === id));
  return sharing.length ? sharing : planters;
}

/** When the block will be done at the pace of late: one figure for board, crew and season. */
export async function finishOf(facts: Facts, blockId: string): Promise<Finish> {
  const { planted, total, sums } = await plantedOf(facts, blockId);
  const [learned, crew] = await Promise.all([learnedRates(facts, blockId), crewOf(facts, blockId)]);
  const rates = crew.reduce((sum, { id }) => sum + (learned.get(id)?.rate ?? 0), 0);
  const reckoned = reckonedPace(sums, facts.today, rates);
  return { ...reckoned, days: daysLeft(total, planted, reckoned.pace) };
}

/**
 * What each planter sets a day of eight hours, and of planting in open places, whatever is done now, the mean of the
 * crew on this block and its day as it was of late.
 */
export async function ratesOf(
  facts: Facts,
  blockId: string,
): Promise<{
  rates: Map<string, Rate>;
  mean: number;
  day: { trees: number; hours: number };
  /** By how much that mean may be wrong, a share of it. */
  unsure: number;
  crew: number;
  counted: boolean;
}> {
  const [crew, planting, rates] = await Promise.all([
    crewOf(facts, blockId),
    plantingRates(facts, blockId),
    learnedRates(facts, blockId),
  ]);
  const own = new Map([...planting].filter(([id]) => crew.some((planter) => planter.id === id)));
  return {
    rates,
    mean: meanRate(own),
    day: meanDay(own),
    unsure: unsureOf(own),
    crew: crew.length,
    counted: [...own.values()].some(({ from }) => from === 'tallies'),
  };
}
