import { formatNumber } from '../../../core/measure/units';

/**
 * So many of a thing, as a desk page writes it: "1 plot", "12 plots", "1 000 boxes".
 * @param many its plural where that is not the name with an s
 */
export const howMany = (count: number, one: string, many = `${one}s`): string =>
  `${formatNumber(count)} ${count === 1 ? one : many}`;
