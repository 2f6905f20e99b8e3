import { coverBounds } from '../../../../../core/checks/tree';
import { plotRadius } from '../../../../../core/checks/plot';
import { faultyIn, lookedIn } from '../../../../../core/checks/quality';
import { treesOf } from '../../../../../core/checks/grid';
import { holds } from '../../../../../core/crew/share';
import { speciesAt } from '../../../../../core/rows/species';
import { planOfNow, plotsFact } from '$lib/rooms/checks/facts.server';
import { lessonsOfBlock } from '$lib/rooms/checks/lessons.server';
import { plantedOf, sharesFact, talliesFact } from '$lib/rooms/crew/facts.server';
import { toolsSet } from '$lib/rooms/crew/rates.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { may } from '$lib/server/authorise';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** Plots to look at on the phone, each with its trees by row and peg. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown, person, role } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const [rows, plan, plots, shares, cards, lessons, tallies, planted] = await Promise.all([
    facts.of(rowsFact, block.id),
    planOfNow(facts, block.id),
    facts.of(plotsFact, block.id),
    facts.of(sharesFact, block.id),
    facts.of(cardsFact),
    lessonsOfBlock(facts, block),
    facts.of(talliesFact, block.id),
    plantedOf(facts, block.id),
  ]);
  /** Who has set most of a row; before anybody has, whose it is. */
  const setIn = new Map<number, Map<string, number>>();
  for (const { row, planter, count, corrects } of tallies) {
    const own = setIn.get(row) ?? new Map<string, number>();
    setIn.set(row, own.set(planter, (own.get(planter) ?? 0) + (corrects ? -count : count)));
  }
  const planterOfRow = (row: number): string =>
    [...(setIn.get(row) ?? [])].sort((a, b) => b[1] - a[1])[0]?.[0] ??
    shares.find((share) => holds([share], share.planterId, row))?.planterId ??
    '';
  const byNumber = new Map(rows.map((row) => [row.number, row]));
  const mix = layout.parameters.mix.map(({ species }) => cards.find(({ id }) => id === species)!);
  const seen = new Map(
    plots.filter(({ planId }) => planId === plan?.id).map((plot) => [plot.planNumber, plot]),
  );
  const people = seen.size
    ? await facts.reader.tables.person.all({
        where: { id: [...new Set([...seen.values()].map(({ author }) => author))] },
        columns: ['id', 'name'],
      })
    : [];
  return {
    ...shown,
    me: person.id,
    mayRecord: may(role, 'record'),
    layoutId: layout.id,
    planId: plan?.id ?? null,
    area: plan?.terms.area ?? 50,
    radius: plotRadius(plan?.terms.area ?? 50),
    lessons: lessons.map((lesson) => ({
      ...lesson,
      bounds: coverBounds({ depth: lesson.depth, topSideRoot: 0 }),
    })),
    ...(await toolsSet(
      facts,
      block,
      plots.map(({ tool }) => tool),
    )),
    species: mix.map(({ name, letter, colour, stock }) => ({ name, letter, colour, stock })),
    plots: (plan?.plots ?? []).map((plot) => {
      const look = seen.get(plot.number);
      return {
        ...{ number: plot.number, row: plot.row, peg: plot.peg },
        planter: planterOfRow(plot.row),
        trees: treesOf(plot.trees).map(({ row, peg }) => ({
          ...{ row, peg },
          species: speciesAt(byNumber.get(row)?.runs ?? [], peg) ?? 0,
          /** Nobody has said yet that a tree of this row is in the ground. */
          rowOpen: !planted.byRow.get(row),
        })),
        look: look && {
          good: look.good,
          of: lookedIn(look),
          faulty: faultyIn(look),
          mine: look.author === person.id,
          who: people.find(({ id }) => id === look.author)?.name ?? '',
        },
      };
    }),
  };
};
