import type { Shift } from '../../../../core/crew/attendance';
import { paceOn, USUAL_RATES, usualFor, type Usual } from '../../../../core/crew/usual';
import { methodFor } from '../../../../core/method/differences';
import type { BlockRow } from '../ground/tables.server';
import type { ToolRow } from '../stock/tables.server';
import type { PlanterRow } from './tables.server';

/** What of a block decides how fast one plants there. */
export type PacedBlock = Pick<BlockRow, 'method' | 'conditions' | 'calendarTerms'>;

/** Planters with what is usual for each of them on a block, by the tool they clocked on with last. */
export function usualOn<Who extends Pick<PlanterRow, 'id' | 'kind' | 'people'>>(
  { method, conditions, calendarTerms }: PacedBlock,
  planters: readonly Who[],
  tools: readonly Pick<ToolRow, 'name' | 'rate'>[],
  shifts: readonly Shift[],
): (Who & { usual: number; usually: Usual })[] {
  const chosen = methodFor({ method, conditions, differences: [] }, {});
  const lastTool = new Map<string, string>();
  for (const { planter, tool } of [...shifts].sort((a, b) => a.from - b.from))
    if (tool) lastTool.set(planter, tool);
  return planters.map((planter) => {
    const usually = usualFor(paceOn(chosen, conditions, planter.kind), {
      rates: { ...USUAL_RATES, ...calendarTerms.pace },
      tool: tools.find(({ name }) => name === lastTool.get(planter.id)),
      people: planter.people,
    });
    return { ...planter, usual: usually.rate, usually };
  });
}
