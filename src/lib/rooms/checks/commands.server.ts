import { faultyIn } from '../../../../core/checks/quality';
import { told } from '../../../../core/say/told';
import { ALREADY, type Handlers } from '../../server/work';
import { planterOf } from '../crew/planter.server';
import type { checksContract } from './contract';

export const checksCommands: Handlers<typeof checksContract> = {
  async 'checks.plot'(input, work) {
    const { site } = await work.releasedLayout(input.layoutId, 'record');
    await planterOf(work, input.planterId, site.id);
    const row = await work.tables.layoutRow.one(
      { layoutId: input.layoutId, number: input.row },
      { columns: ['number', 'trees'] },
    );
    if (!row) throw told('crew.noRow', { row: input.row });
    if (input.peg > row.trees)
      throw told('checks.noPeg', { row: input.row, pegs: row.trees, peg: input.peg });
    const faults = Object.fromEntries(
      Object.entries(input.faults).filter(([, count]) => count !== undefined),
    );
    if (input.good + faultyIn({ faults }) === 0) throw told('checks.emptyPlot');
    const { layoutId, planterId, peg, area, good } = input;
    const fresh = await work.record(work.tables.plot, {
      ...work.event(input),
      ...{ layoutId, planterId, rowNumber: input.row, peg, area, good, faults },
    });
    return fresh ? undefined : ALREADY;
  },
};
