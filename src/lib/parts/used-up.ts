import { formatPercent } from '$core/measure/units';

/** How much of what a lot bears is used up; beyond all of it no figure says more. @example usedUpText(0.77) // => '77 %' */
export const usedUpText = (share: number): string =>
  share > 1 ? `over ${formatPercent(1)}` : formatPercent(share);
