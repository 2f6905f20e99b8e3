import type { Difference } from '../../../../core/method/differences';
import { told } from '../../../../core/say/told';
import { Stale, type Handlers } from '../../server/work';
import type { methodContract } from './contract';

export const methodCommands: Handlers<typeof methodContract> = {
  async 'method.save'({ blockId, conditions, method, differences: given, edition }, work) {
    const { block } = await work.block(blockId, 'plan');
    if (block.methodEdition !== edition)
      throw new Stale({
        edition: block.methodEdition,
        conditions: block.conditions,
        method: block.method,
        differences: block.differences,
      });
    const differences = given as Difference[];
    const [zones, lots] = await Promise.all([
      work.tables.zone.all({ where: { blockId }, columns: ['id'] }),
      work.tables.lot.all({ where: { blockId }, columns: ['id'] }),
    ]);
    const there = new Set([...zones, ...lots].map(({ id }) => id));
    for (const { scope } of differences)
      if (
        (scope.by === 'zone' && !there.has(scope.zone)) ||
        (scope.by === 'lot' && !there.has(scope.lot))
      )
        throw told('method.noSuchZone');
    await work.tables.block.set(
      { id: blockId },
      { conditions, method, differences, methodEdition: edition + 1 },
    );
    return { edition: edition + 1 };
  },
};
