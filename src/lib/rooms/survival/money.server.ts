import type { Interval } from '../../../../core/survival/interval';
import { costATree } from '../../../../core/calendar/materials';
import type { TreeKind } from '../../../../core/method/differences';
import type { Facts } from '../../server/facts';
import { billOf, costsATree } from '../calendar/year.server';
import type { BlockRow } from '../ground/tables.server';
import { cardsFact, lotsFact } from '../stock/facts.server';
import { countedOf } from './facts.server';
import { survivalFindings } from './findings.server';
import { treatmentsOf } from './treatments.server';

/** What a tree costs: each planted one, and each that lives, with the interval of its count. */
export interface TreeCost {
  by: 'block' | 'lot' | 'treatment';
  /** Code of the lot, letter of the treatment; nothing for the block. */
  name: string;
  planted: number;
  living?: { value: number; low: number; high: number };
}

/**
 * Cost of a planted and of a living tree: of the block, and of its lots and treatments, each by what its own way of
 * planting takes. Nothing while nothing has a price or nothing is counted.
 */
export async function costsOf(
  facts: Facts,
  block: BlockRow,
): Promise<{ currency: string; costs: TreeCost[] } | undefined> {
  const [{ bill, currency, ground }, season, found, treatments, lots, cards] = await Promise.all([
    billOf(facts, block),
    countedOf(facts, block),
    survivalFindings(facts, block),
    treatmentsOf(facts, block),
    facts.of(lotsFact, block.id),
    facts.of(cardsFact),
  ]);
  if (!season || !(bill.cost.value > 0)) return undefined;
  const groups: { by: 'lot' | 'treatment'; name: string; tree: TreeKind; survival: Interval }[] = [
    ...(found?.groups.lot ?? []).flatMap((group) => {
      const lot = lots.find((one) => `lot ${one.lot.code}` === group.group)?.lot;
      if (!lot) return [];
      const stock = cards.find(({ id }) => id === lot.speciesId)?.stock;
      return [
        { by: 'lot' as const, name: lot.code, tree: { lot: lot.id, stock }, survival: group },
      ];
    }),
    ...treatments.map(({ letter, row, estimate }) => ({
      by: 'treatment' as const,
      ...{ name: letter, tree: { row }, survival: estimate },
    })),
  ];
  const each = await costsATree(
    facts,
    block,
    groups.map(({ tree }) => tree),
  );
  const whole = costATree(bill.cost.value, ground.trees, season.estimate);
  return {
    currency,
    costs: [
      ...(whole
        ? [{ by: 'block' as const, name: '', planted: whole.planted.value, living: whole.living }]
        : []),
      ...groups.map(({ by, name, survival }, i) => ({
        ...{ by, name, planted: each[i] },
        living: costATree(each[i], 1, survival)?.living,
      })),
    ],
  };
}
