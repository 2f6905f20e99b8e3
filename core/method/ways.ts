import { stretchesOf } from '../measure/ranges';
import { say, type Message } from '../say/message';
import {
  briefDifference,
  differing,
  methodFor,
  treeOf,
  type BlockMethod,
  type Scope,
  type TreeKind,
} from './differences';
import { briefing, depthOf, type BriefLine, type Chosen } from './method';
import type { Conditions, Depth } from './schools';

/** A way in which some trees of a block are planted. */
export interface Way {
  /** Nothing for the block's own. */
  scope?: Scope;
  who: Message;
  tree: TreeKind;
  /** What the crew is told: all of it for the block's own way, what differs for the others. */
  lines: BriefLine[];
  depth: Depth;
}

type Stock = Conditions['stock'];

/** Names of what differences speak of. */
export interface Named {
  /** Species of the layout. */
  mix: readonly { name: string; stock: Stock }[];
  zones: readonly { id: string; name: string }[];
  lots: readonly { id: string; code: string; species: string; stock: Stock }[];
}

/**
 * The block's own way first, then every other in which some of its trees are planted.
 * @param planted as its trees are planted: where all are of the other stock than the block was set to, their way
 *   is the first, for nobody plants the block's own
 */
export function waysOf(
  of: BlockMethod,
  { mix, zones, lots }: Named,
  planted: 'as planted' | 'as set' = 'as set',
): Way[] {
  const stocks = [...new Set(mix.map(({ stock }) => stock))];
  const all: TreeKind =
    planted === 'as planted' && stocks.length === 1 && stocks[0] !== of.conditions.stock
      ? { stock: stocks[0] }
      : {};
  const own = methodFor(of, all);
  const ways: Way[] = [
    { who: say('method.ofBlock'), tree: all, lines: briefing(own), depth: depthOf(own) },
  ];
  const add = (scope: Scope, who: Message, kind: TreeKind, against: Chosen[]) => {
    const tree = { ...all, ...kind };
    const method = methodFor(of, tree);
    if (differing(against, method).length)
      ways.push({
        scope,
        who,
        tree,
        lines: briefDifference(against, method),
        depth: depthOf(method),
      });
  };
  for (const stock of ['bare-root', 'container'] as const) {
    const species = mix.filter((card) => card.stock === stock).map(({ name }) => name);
    const who = say('method.ofStock', { stock, species: species.join(', ') });
    if (species.length) add({ by: 'stock', stock }, who, { stock }, own);
  }
  for (const { scope } of of.differences)
    switch (scope.by) {
      case 'stock':
        break;
      case 'zone': {
        const zone = zones.find(({ id }) => id === scope.zone);
        if (zone) add(scope, say('method.ofZone', { zone: zone.name }), treeOf(scope), own);
        break;
      }
      case 'lot': {
        const lot = lots.find(({ id }) => id === scope.lot);
        if (!lot) break;
        const who = say('method.ofLot', { lot: lot.code, species: lot.species });
        add(scope, who, treeOf(scope, lot.stock), methodFor(of, { stock: lot.stock }));
        break;
      }
      case 'rows': {
        const who = say('method.ofRows', { letter: scope.letter, rows: rowList(scope.rows) });
        add(scope, who, treeOf(scope), own);
      }
    }
  return ways;
}

/** Row numbers in short, as a list reads them back. @example rowList([3, 9, 4, 5]) // => "3–5, 9" */
export const rowList = (rows: readonly number[]): string =>
  stretchesOf(rows)
    .map(([from, to]) => (from === to ? `${from}` : `${from}–${to}`))
    .join(', ');
