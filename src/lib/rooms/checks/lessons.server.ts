import type { Hole } from '../../../../core/checks/tree';
import type { Lesson } from '../../../../core/checks/trainer';
import { methodFor, type BlockMethod } from '../../../../core/method/differences';
import { answers, depthOf } from '../../../../core/method/method';
import type { Facts } from '../../server/facts';
import type { BlockRow } from '../ground/tables.server';
import { blockMethod } from '../method/facts.server';
import { currentLayout } from '../rows/facts.server';
import { cardsFact, toolsFact } from '../stock/facts.server';

/** Radius that a way of clearing leaves free, metres: a scalp of 30 × 30 cm, else a ring. Common practice, no source. */
const CLEARS: Record<string, number> = { scalp: 0.15, herbicide: 0.6, strip: 0.5, none: 0 };

const HOLE_OF_TOOL: Record<string, Hole> = {
  ...{ bar: 'slit', auger: 'auger', spade: 'pit', machine: 'furrow', tube: 'auger' },
};

/** What can be practised for a block: its stocks, set by its own tools, as its method measures them. */
export async function lessonsOfBlock(facts: Facts, block: BlockRow): Promise<Lesson[]> {
  const [method, layout, cards, tools] = await Promise.all([
    blockMethod(facts, block),
    currentLayout(facts, block.id),
    facts.of(cardsFact),
    facts.of(toolsFact),
  ]);
  const stocks = [
    ...new Set(
      layout?.parameters.mix.map(({ species }) => cards.find(({ id }) => id === species)!.stock) ??
        [],
    ),
  ];
  const step = layout?.rhythm.step ?? 2;
  return stocks.flatMap((stock) => {
    const holes = holesOf(method, block, stock, tools);
    const chosen = methodFor(method, { stock });
    const clear = chosen.find(({ question }) => question === 'clear')?.school.key ?? 'none';
    return holes.map((hole) => ({
      ...{ stock, hole, step, depth: depthOf(chosen) },
      // What hands behind the planters put on is missing through no fault of theirs.
      guard:
        !block.calendarTerms.waves?.guard &&
        answers(chosen, 'browse', 'spiral', 'sleeve', 'shelter', 'cage'),
      basin: answers(chosen, 'surface', 'basin'),
      clearing: CLEARS[clear] ?? 0,
    }));
  });
}

/** A machine leaves a furrow; by hand the crew's tools leave what they leave, and a method that asks for a pit has one. */
function holesOf(
  method: BlockMethod,
  block: BlockRow,
  stock: 'bare-root' | 'container',
  tools: readonly { kind: string }[],
): Hole[] {
  if (block.conditions.planting === 'machine') return ['furrow'];
  const asked = methodFor(method, { stock }).find(({ question }) => question === 'hole')?.school
    .key;
  const byHand = tools.flatMap(({ kind }) =>
    kind === 'machine' ? [] : [HOLE_OF_TOOL[kind] ?? 'pit'],
  );
  const first: Hole = asked === 'slit' ? 'slit' : 'pit';
  return [...new Set([first, ...byHand])];
}
