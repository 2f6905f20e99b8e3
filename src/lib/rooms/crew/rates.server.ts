import { lastTools, workedHours } from '../../../../core/crew/attendance';
import { daysLeft } from '../../../../core/crew/progress';
import {
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
import { toolsFact } from '../stock/facts.server';
import { blocksBeside, hoursElsewhere, sownDays, sownDaysFact } from './elsewhere.server';
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
import { ratesSeen, type CrewSeen } from './learned.server';
import type { PlanterRow } from './tables.server';
import { byHandOn, bySeatsOn, paceOfBlock, ridersOf, usualOn, type PacedBlock } from './usual';

/** Planters with what is usual for each on a block, before their own tallies tell. */
export async function usualPlanters(facts: Facts, blockId: string) {
  const [blocks, planters, tools, clocked, shares] = await Promise.all([
    facts.of(blocksFact),
    facts.of(plantersFact),
    facts.of(toolsFact),
    facts.of(clockedFact),
    facts.of(sharesFact, blockId),
  ]);
  return usualOn(
    blocks.find(({ id }) => id === blockId)!,
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

/** What of a crew's days tells of its pace on a block. */
async function seenOn(facts: Facts, blockId: string): Promise<CrewSeen> {
  const [blocks, planters, tools, clocked, shares, { sums }, shifts, trees] = await Promise.all([
    facts.of(blocksFact),
    facts.of(plantersFact),
    facts.of(toolsFact),
    facts.of(clockedFact),
    facts.of(sharesFact, blockId),
    facts.of(sownFact, blockId),
    shiftsNow(facts),
    facts.of(sownDaysFact),
  ]);
  const { zone } = facts.site;
  const days = sownDays(trees, zone);
  const beside = await facts.all(sharesFact, blocksBeside(blockId, days));
  const tool = lastTools(clocked);
  const riders = ridersOf(planters, shares);
  return {
    block: blocks.find(({ id }) => id === blockId)!,
    usual: (way) => usualOn(way, planters, tools, tool, riders),
    ...{ sums, days, today: facts.today, worked: workedHours(shifts, zone) },
    elsewhere: (here) =>
      hoursElsewhere(blockId, here, { days, blocks, planters, tools, clocked, shares: beside }),
  };
}

/** What of the crew's days went to other blocks. */
export const elsewhereOf = async (facts: Facts, blockId: string): Promise<WorkedHours> =>
  (await seenOn(facts, blockId)).elsewhere('all');

/** What each planter sets in open places, learned from their own trees and hours. */
export const plantingRates = async (facts: Facts, blockId: string): Promise<Map<string, Rate>> =>
  ratesSeen(await seenOn(facts, blockId));

/**
 * What each planter sets on a block, learned from their own trees and hours: one figure for every page. Where only
 * dead places are left to fill the walk from one to the next is in it.
 */
export const learnedRates = async (facts: Facts, blockId: string): Promise<Map<string, Rate>> =>
  ratesSeen(await seenOn(facts, blockId), await walkOf(facts, blockId));

/**
 * What each planter sets where only dead places are left.
 * @param walk hours a tree from one dead place to the next
 */
export const refillRates = async (
  facts: Facts,
  blockId: string,
  walk: number,
): Promise<Map<string, Rate>> => ratesSeen(await seenOn(facts, blockId), walk);

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
