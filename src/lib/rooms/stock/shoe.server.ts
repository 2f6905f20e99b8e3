import { rootsOf } from '../../../../core/stock/inspection';
import { shoeVerdict } from '../../../../core/stock/roots';
import type { Facts } from '../../server/facts';
import type { BlockRow } from '../ground/tables.server';
import { blockMethod, methodOfLot } from '../method/facts.server';
import { cardsFact, inspectionsOf, lotsFact, rootRulesFact, toolsFact } from './facts.server';

/**
 * The shoe of the crew's machine against the roots that were measured of each lot that is still there; nothing where
 * no machine stands among the tools.
 */
export async function shoeOf(facts: Facts, block: BlockRow) {
  const [tools, states, rules, cards, of] = await Promise.all([
    facts.of(toolsFact),
    facts.of(lotsFact, block.id),
    facts.of(rootRulesFact),
    facts.of(cardsFact),
    blockMethod(facts, block),
  ]);
  const shoe = tools.find(({ kind }) => kind === 'machine');
  if (!shoe) return undefined;
  const there = states.filter(({ balance }) => balance.onHand > 0);
  const inspections = await inspectionsOf(
    facts,
    there.map(({ lot }) => lot.id),
  );
  return {
    depth: shoe.depth,
    lots: there.flatMap(({ lot }) => {
      const { sample } = rootsOf(inspections.filter(({ lotId }) => lotId === lot.id));
      if (!sample.length) return [];
      const trimming = methodOfLot(of, lot, cards).find(({ question }) => question === 'trimming');
      const mayTrim = !lot.undercut && trimming?.school.key !== 'never';
      return [
        {
          code: lot.code,
          species: cards.find(({ id }) => id === lot.speciesId)?.name ?? '',
          ...shoeVerdict(sample, shoe, { ...rules, mayTrim }),
        },
      ];
    }),
  };
}
