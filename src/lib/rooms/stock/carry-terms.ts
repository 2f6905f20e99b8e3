import { machineOn, MACHINE_KEPT } from '../../../../core/crew/machine';
import { CARRY_TERMS, type CarryTerms } from '../../../../core/stock/carry';
import { seatsOf } from '../crew/usual';
import type { BlockRow } from '../ground/tables.server';

/** Heavier than any bin of trees, kg: a seat's bin is full when it is full, whatever it weighs. */
const NO_LIMIT = 100_000;

/**
 * What planters and the trailer of a block carry, as the leader set it or as is usual. On a machine's block what
 * a rider takes trees from is the bin of the seat, and nobody lifts it.
 */
export function carryOf(
  block: Pick<BlockRow, 'carryTerms' | 'calendarTerms' | 'conditions' | 'method'>,
): CarryTerms {
  const terms = block.carryTerms ?? CARRY_TERMS;
  if (!seatsOf(block)) return terms;
  const { bin } = machineOn(block.calendarTerms.machine, MACHINE_KEPT.circumference);
  return { ...terms, bagTrees: bin, bagLoad: NO_LIMIT };
}
