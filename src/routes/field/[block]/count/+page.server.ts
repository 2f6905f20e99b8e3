import { addTo } from '../../../../../core/measure/dates';
import { seededRandom } from '../../../../../core/measure/random';
import { plantedOf } from '$lib/rooms/crew/facts.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { countsFact } from '$lib/rooms/survival/facts.server';
import { treesOf } from '../../../../../core/checks/grid';
import { plotRadius } from '../../../../../core/checks/plot';
import { overlaid } from '../../../../../core/survival/walks';
import { groupBy } from '../../../../../core/measure/group';
import { may } from '$lib/server/authorise';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** One row in so many is counted where nobody counted before. From memory. */
const STEP = 6;
/** Counts older than this are another season's. */
const SEASON_DAYS = 120;

/**
 * What is counted tree by tree: circles, tagged trees or rows as they were planned, else the rows of the last
 * count again, else rows drawn with a random start.
 */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown, role, person } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const [rows, counts, done, cards] = await Promise.all([
    facts.of(rowsFact, block.id),
    facts.of(countsFact, block.id),
    plantedOf(facts, block.id),
    facts.of(cardsFact),
  ]);
  const since = addTo(facts.today, { days: -SEASON_DAYS });
  const planted = rows.filter(({ number }) => (done.byRow.get(number) ?? 0) > 0);
  const plan = block.calendarTerms.count;
  const byNumber = new Map(rows.map((row) => [row.number, row]));
  const inRow = (row: number) => done.byRow.get(row) ?? 0;
  /** Signs of all counts before this season, so that a tree that comes back to life is seen at once. */
  const earlier = new Map(
    [...groupBy(counts, ({ row }) => String(row))].map(([row, own]) => [
      Number(row),
      overlaid(
        own.filter(({ marks, countedOn }) => marks && countedOn < since).map(({ marks }) => marks),
      ),
    ]),
  );
  const walk = (
    plot: number | null,
    parts: readonly { row: number; pegs: [number, number][] }[],
  ) => {
    const own = parts.flatMap(({ row, pegs }) => {
      // What is not planted yet, or stands no more in this version, is nothing to count.
      const standing = pegs.flatMap(([from, to]): [number, number][] =>
        from <= inRow(row) ? [[from, Math.min(to, inRow(row))]] : [],
      );
      return standing.length ? [{ row, pegs: standing, runs: byNumber.get(row)?.runs ?? [] }] : [];
    });
    const places = treesOf(own);
    const looks = own.flatMap(({ row }) =>
      counts
        .filter((one) => one.row === row && one.plot === plot && one.countedOn >= since)
        .slice(-1),
    );
    return {
      /** What its draft is kept by: whole rows by their number, tagged trees apart from them. */
      key:
        plot !== null
          ? `plot ${plot}`
          : plan?.trees?.length
            ? `tags ${own[0]?.row}`
            : `${own[0]?.row}`,
      ...{ plot, rows: own, trees: places.length },
      now: looks.length
        ? {
            alive: looks.reduce((sum, { alive }) => sum + alive, 0),
            of: looks.reduce((sum, { set }) => sum + set, 0),
          }
        : null,
      before: earlier.size
        ? places.map(({ row, peg }) => earlier.get(row)?.[peg - 1] ?? '-').join('')
        : '',
    };
  };
  const whole = (row: number) => walk(null, [{ row, pegs: [[1, inRow(row)]] }]);
  const before = new Set(counts.filter(({ plot }) => plot === null).map(({ row }) => row));
  const start = Math.floor(seededRandom(`count ${layout.id}`)() * Math.min(STEP, planted.length));
  const wanted = plan?.rows.length ? new Set(plan.rows) : before;
  const [how, walks] = plan?.plots
    ? (['plots', plan.plots.all.map(({ number, trees }) => walk(number, trees))] as const)
    : plan?.trees?.length
      ? ([
          'tagged',
          plan.trees.map(({ row, pegs }) =>
            walk(null, [{ row, pegs: pegs.map((peg): [number, number] => [peg, peg]) }]),
          ),
        ] as const)
      : wanted.size
        ? ([
            plan?.rows.length ? 'planned' : 'same',
            planted.filter(({ number }) => wanted.has(number)).map(({ number }) => whole(number)),
          ] as const)
        : ([
            'drawn',
            planted.filter((_, i) => i % STEP === start).map(({ number }) => whole(number)),
          ] as const);
  return {
    ...shown,
    me: person.id,
    mayRecord: may(role, 'record'),
    layoutId: layout.id,
    how,
    step: STEP,
    /** Metres; of a circle. */
    radius: plan?.plots ? plotRadius(plan.plots.area) : 0,
    species: layout.parameters.mix.map(({ species: id }) => {
      const { name, colour } = cards.find((card) => card.id === id)!;
      return { name, colour };
    }),
    walks: walks.filter(({ trees }) => trees > 0),
  };
};
