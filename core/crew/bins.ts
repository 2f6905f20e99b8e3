import type { MachineTerms, SeatLoad } from './passes';

/** Left and right as the tractor looks. */
export type Side = 'left' | 'right';
export const SIDES: readonly Side[] = ['left', 'right'];

/**
 * The bin into which a seat's load goes: riders feed with one hand, mostly from the other side's bin, and differ
 * in it. Common practice, no source.
 * @returns nothing for a single seat of which nobody has said it
 */
export function binOf(
  seat: SeatLoad['seat'],
  { leftTakes, rightTakes }: Pick<MachineTerms, 'leftTakes' | 'rightTakes'>,
): Side | undefined {
  if (seat === 'only') return leftTakes;
  return seat === 'left' ? (leftTakes ?? 'right') : (rightTakes ?? 'left');
}
