import { treatmentOf } from '../../../../core/method/differences';
import { compareTreatments, type TreatmentSurvival } from '../../../../core/survival/treatments';
import type { Facts } from '../../server/facts';
import { readOut } from '../../words/method';
import type { BlockRow } from '../ground/tables.server';
import { blockMethod, waysOfBlock } from '../method/facts.server';
import { countedOf } from './facts.server';

/** Survival by treatment, where rows were planted otherwise on purpose, each with what is done there. */
export async function treatmentsOf(
  facts: Facts,
  block: BlockRow,
): Promise<(TreatmentSurvival & { does: string; row?: number })[]> {
  const [season, { differences }, ways] = await Promise.all([
    countedOf(facts, block),
    blockMethod(facts, block),
    waysOfBlock(facts, block),
  ]);
  return compareTreatments(season?.counts ?? [], (row) => treatmentOf(differences, row)).map(
    (entry) => {
      const way = ways.find(({ scope }) => scope?.by === 'rows' && scope.letter === entry.letter);
      return {
        ...entry,
        does: readOut(way?.lines ?? []),
        /** One of its rows; nothing for the block's own way. */
        row: way?.scope?.by === 'rows' ? way.scope.rows[0] : undefined,
      };
    },
  );
}
