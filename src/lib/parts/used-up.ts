import { formatPercent } from '$core/measure/units';

/** Beyond all that a lot bears no figure says more. */
export const overUsed = (share: number): boolean => share > 1;

/** How much of what a lot bears is used up. @example usedUpText(0.77) // => '77 %' */
export const usedUpText = (share: number): string =>
  overUsed(share) ? `over ${formatPercent(1)}` : formatPercent(share);
