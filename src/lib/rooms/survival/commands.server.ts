import { checkCount } from '../../../../core/survival/estimate';
import { dayOf } from '../../../../core/say/day';
import { onDay } from '../../../../core/say/message';
import { told } from '../../../../core/say/told';
import { ALREADY, type Handlers } from '../../server/work';
import type { survivalContract } from './contract';

export const survivalCommands: Handlers<typeof survivalContract> = {
  async 'survival.count'(input, work) {
    const { site } = await work.releasedLayout(input.layoutId, 'record');
    if (input.countedOn > dayOf(work.now, site.zone))
      throw told('site.dayAhead', { day: onDay(input.countedOn) });
    const row = await work.row(input.layoutId, input.row);
    if (!row) throw told('crew.noRow', { row: input.row });
    checkCount({ row: input.row, set: input.set, alive: input.alive }, row.planted);
    const { marks } = input;
    if (marks && marks.length !== input.set)
      throw told('survival.marksDiffer', { marks: marks.length, set: input.set });
    const found = [...marks].filter((mark) => mark === '1').length;
    if (marks && found !== input.alive)
      throw told('survival.marksAlive', { found, alive: input.alive });
    const again = await work.tables.survivalCount.count({
      layoutId: input.layoutId,
      rowNumber: input.row,
      countedOn: input.countedOn,
    });
    const fresh = await work.record(work.tables.survivalCount, {
      ...work.event(input),
      layoutId: input.layoutId,
      rowNumber: input.row,
      setTrees: input.set,
      alive: input.alive,
      marks,
      cause: input.cause,
      countedOn: input.countedOn,
      why: input.why,
    });
    return fresh ? { again: again > 0 } : ALREADY;
  },

  async 'survival.target'({ blockId, targetDensity }, work) {
    await work.block(blockId, 'plan');
    await work.tables.block.set({ id: blockId }, { targetDensity });
  },
};
