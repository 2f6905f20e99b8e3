import type { Pace, Usual } from '../../../../core/crew/usual';
import { formatNumber, formatPercent } from '../../../../core/measure/units';

/** How a way of planting is called where its usual pace is set. */
export const PACE_LABELS: Readonly<Record<Pace, string>> = {
  pit: 'Pits by spade',
  bar: 'Bare root by bar',
  plug: 'Plugs by tube',
  machine: 'A seat of the machine',
  volunteers: 'A volunteer',
};

/** Why a usual rate is what it is. @example usualWords(usual) // => "usual for plugs by tube" */
export function usualWords({ by, tool, people, share = 1 }: Usual): string {
  const each = people > 1 ? `, ${formatNumber(people)} people` : '';
  if (by === 'tool') return `the crew’s rate with the ${tool!.toLowerCase()}${each}`;
  const turns = share < 1 ? `, ${formatPercent(share)} of the time` : '';
  return `usual for ${PACE_LABELS[by].toLowerCase()}${each}${turns}`;
}
