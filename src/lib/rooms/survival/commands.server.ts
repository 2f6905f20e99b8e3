import { cameBack, isAlive, sumMarks } from '../../../../core/survival/marks';
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
    const sums = sumMarks(marks);
    if (marks && sums.set !== input.set)
      throw told('survival.marksDiffer', { marks: sums.set, set: input.set });
    if (marks && sums.alive !== input.alive)
      throw told('survival.marksAlive', { found: sums.alive, alive: input.alive });
    const wrong = [...input.causes, ...input.heights].find(({ peg }) => peg > marks.length);
    if (wrong) throw told('survival.noSuchPeg', { peg: wrong.peg, pegs: marks.length });
    const tall = input.heights.find(({ peg }) => !isAlive(marks[peg - 1]));
    if (tall) throw told('survival.deadHeight', { peg: tall.peg });
    const alive = input.causes.find(({ peg }) => isAlive(marks[peg - 1]));
    if (alive) throw told('survival.aliveCause', { peg: alive.peg });
    const [{ first }] = await work.query<{ first: Date | null }>(
      `SELECT MIN(at) AS first FROM tally WHERE layout_id = :layoutId AND \`row_number\` = :row`,
      { layoutId: input.layoutId, row: input.row },
    );
    const planted = first && dayOf(new Date(first).toISOString(), site.zone);
    if (planted && input.countedOn < planted)
      throw told('survival.beforePlanting', { row: input.row, day: onDay(planted) });
    const before = await work.tables.survivalCount.all({
      where: { layoutId: input.layoutId, rowNumber: input.row },
    });
    const again = before.filter(
      ({ id, countedOn }) => id !== input.id && countedOn === input.countedOn,
    ).length;
    const last = before
      .filter(
        ({ id, countedOn, marks: own }) => id !== input.id && own && countedOn < input.countedOn,
      )
      .sort((a, b) => (a.countedOn < b.countedOn ? -1 : 1))
      .at(-1);
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
      causes: input.causes.length
        ? Object.fromEntries(input.causes.map(({ peg, cause }) => [peg, cause]))
        : null,
      heights: input.heights.length
        ? Object.fromEntries(input.heights.map(({ peg, height }) => [peg, height]))
        : null,
      late: input.late,
    });
    if (!fresh) return ALREADY;
    // One of the two counts looked wrongly: both are kept, and it is said which trees.
    const back = last && marks ? cameBack(last.marks, marks) : [];
    return { again: again > 0, ...(back.length ? { cameBack: back } : {}) };
  },

  async 'survival.target'({ blockId, targetDensity }, work) {
    await work.block(blockId, 'plan');
    await work.tables.block.set({ id: blockId }, { targetDensity });
  },
};
