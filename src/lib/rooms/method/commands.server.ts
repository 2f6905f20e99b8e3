import { Stale, type Handlers } from '../../server/work';
import type { methodContract } from './contract';

export const methodCommands: Handlers<typeof methodContract> = {
  async 'method.save'({ blockId, conditions, method, edition }, work) {
    const { block } = await work.block(blockId, 'plan');
    if (block.methodEdition !== edition)
      throw new Stale({
        edition: block.methodEdition,
        conditions: block.conditions,
        method: block.method,
      });
    await work.tables.block.set(
      { id: blockId },
      { conditions, method, methodEdition: edition + 1 },
    );
    return { edition: edition + 1 };
  },
};
