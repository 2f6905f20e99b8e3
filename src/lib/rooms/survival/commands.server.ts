import { addTo, daysBetween } from '../../../../core/measure/dates';
import { cameBack, isAlive, sumMarks } from '../../../../core/survival/marks';
import { withoutRefilled, type Refilled } from '../../../../core/survival/life';
import { checkCount } from '../../../../core/survival/estimate';
import { dayOf } from '../../../../core/say/day';
import { onDay } from '../../../../core/say/message';
import { told } from '../../../../core/say/told';
import { inTurns } from '../../server/turns';
import { ALREADY, Stale, type Handlers, type Work } from '../../server/work';
import { groupBy } from '../../../../core/measure/group';
import type { CountTerms } from '../../../../core/survival/design';
import { overlaid, plotsToCount, treesToTag } from '../../../../core/survival/walks';
import { groundForPlots, placesOf } from '../checks/ground.server';
import type { Payload } from '../contracts';
import { planterOf } from '../crew/planter.server';
import { placesOfRefills } from './refills.server';
import { cardOf, saveOrder } from '../stock/about.server';
import type { survivalContract } from './contract';

/** Places of a row that took another tree: the same reading as the pages', from within the transaction. */
async function refillsOf(
  work: Work,
  { layoutId, row }: { layoutId: string; row: number },
  zone: string,
): Promise<Refilled[]> {
  const plans = await work.tables.refillPlan.all({ where: { layoutId } });
  if (!plans.length) return [];
  const sets = await work.tables.refillSet.all({
    where: { refillId: plans.map(({ id }) => id), rowNumber: row },
    order: [['at', 'ASC']],
  });
  const gone = new Set(sets.map(({ corrects }) => corrects));
  const places = placesOfRefills(
    plans.map(({ id, inRows }) => ({ id, rows: inRows })),
    sets
      .filter(({ id, corrects }) => !corrects && !gone.has(id))
      .map(({ refillId, rowNumber, at }) => ({
        ...{ refill: refillId, row: rowNumber },
        on: dayOf(at.toISOString(), zone),
      })),
  );
  return places.get(row) ?? [];
}

/** A tree goes where one died: at the newest count that marked it, or where none marked it at all. @throws Told */
async function refuseLiving(
  work: Work,
  layoutId: string,
  rows: Payload<'survival.refill'>['rows'],
): Promise<void> {
  const numbers = rows.map(({ row }) => row);
  const places = await work.rows(layoutId, numbers);
  const counts = await work.tables.survivalCount.all({
    where: { layoutId, rowNumber: numbers },
    order: [
      ['countedOn', 'ASC'],
      ['at', 'ASC'],
    ],
  });
  const looks = groupBy(
    counts.filter(({ marks }) => marks),
    ({ rowNumber }) => String(rowNumber),
  );
  const newest = new Map(
    [...looks].map(([row, own]) => [Number(row), overlaid(own.map(({ marks }) => marks))]),
  );
  for (const { row, pegs, expected } of rows) {
    const place = places.get(row);
    if (!place) throw told('crew.noRow', { row });
    const total = pegs.length + expected;
    if (total > place.trees)
      throw told('tending.moreTrees', { row, trees: Math.ceil(total), places: place.trees });
    if (new Set(pegs.map(({ peg }) => peg)).size < pegs.length)
      throw told('survival.refillTwice', { row });
    const wrong = pegs.find(({ peg }) => peg > place.trees || isAlive(newest.get(row)?.[peg - 1]));
    if (wrong) throw told('survival.refillAlive', { row, peg: wrong.peg });
  }
}

/** Circles or single trees that terms hold. */
const drawnIn = ({ plots, trees }: CountTerms): number =>
  plots?.all.length ?? trees?.flatMap(({ pegs }) => pegs).length ?? 0;

/** Numbers of all circles that were ever counted on a version. */
const countedPlots = async (work: Work, layoutId: string): Promise<number[]> =>
  (
    await work.query<{ plot: number }>(
      `SELECT DISTINCT plot FROM survival_count WHERE layout_id = :layoutId AND plot IS NOT NULL`,
      { layoutId },
    )
  ).map(({ plot }) => plot);

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
      ({ id, countedOn, plot }) =>
        id !== input.id && countedOn === input.countedOn && plot === input.plot,
    ).length;
    const last = overlaid(
      before
        .filter(
          ({ id, countedOn, marks: own }) => id !== input.id && own && countedOn < input.countedOn,
        )
        .sort((a, b) => (a.countedOn < b.countedOn ? -1 : 1))
        .map(({ marks: own }) => own),
    );
    const fresh = await work.record(work.tables.survivalCount, {
      ...work.event(input),
      layoutId: input.layoutId,
      rowNumber: input.row,
      setTrees: input.set,
      alive: input.alive,
      marks,
      cause: input.cause,
      countedOn: input.countedOn,
      plot: input.plot,
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
    // A tree that was set into a dead place since is another one, and no contradiction.
    const back =
      last && marks
        ? cameBack(
            last,
            withoutRefilled(marks, input.countedOn, await refillsOf(work, input, site.zone)),
          )
        : [];
    return { again: again > 0, ...(back.length ? { cameBack: back } : {}) };
  },

  async 'survival.design'({ blockId, way, count, area, half, seed, edition }, work) {
    const { block } = await work.block(blockId, 'plan');
    const kept = block.calendarTerms.count;
    // Sent twice, it is drawn once.
    if (kept?.seed === seed) return { edition: block.termsEdition, drawn: drawnIn(kept) };
    const layout = await work.tables.layout.one({ blockId, state: 'released' });
    if (!layout) throw told('crew.noLayout');
    const { places } = await placesOf(work, layout.id);
    const planted = await work.query<{ row: number; planted: number }>(
      `SELECT \`row_number\` AS row, planted FROM planted_row
       WHERE layout_id = :layoutId AND planted > 0 ORDER BY \`row_number\``,
      { layoutId: layout.id },
    );
    const inRow = new Map(planted.map(({ row, planted: trees }) => [row, Number(trees)]));
    const standing = places.filter(({ row, peg }) => peg <= (inRow.get(row) ?? 0));
    const by = kept?.by ?? 'block';
    const terms: CountTerms = { by, half, rows: [], seed };
    if (way === 'trees')
      terms.trees = treesToTag(
        [...inRow].map(([row, trees]) => ({ row, trees })),
        ...([count, seed] as const),
      );
    else {
      const { ground, gate } = await groundForPlots(work, blockId, layout.id, places);
      terms.plots = {
        area,
        all: await inTurns(
          plotsToCount(ground, standing, gate, {
            ...{ area, plots: count, seed },
            // Circles of an earlier draw keep their numbers for themselves: a phone may still bring one.
            after: Math.max(
              kept?.plots?.all.reduce((most, { number }) => Math.max(most, number), 0) ?? 0,
              ...(await countedPlots(work, layout.id)),
            ),
          }),
        ),
      };
    }
    const drawn = drawnIn(terms);
    if (!drawn) throw told('survival.nothingDrawn');
    if (block.termsEdition !== edition)
      throw new Stale({ edition: block.termsEdition, count: block.calendarTerms.count });
    await work.tables.block.setPart({ id: blockId }, 'calendarTerms', 'count', terms);
    await work.tables.block.set({ id: blockId }, { termsEdition: edition + 1 });
    return { edition: edition + 1, drawn };
  },

  async 'survival.refill'(
    { layoutId, rows, toOrder, plantOn, days, nursery, edition: seen, ...input },
    work,
  ) {
    const found = await work.tables.layout.one({ id: layoutId }, { columns: ['blockId'] });
    const { block, site } = await work.block(found?.blockId ?? '', 'plan');
    await work.releasedLayout(layoutId, 'plan');
    if (plantOn < dayOf(work.now, site.zone))
      throw told('survival.refillPast', { day: onDay(plantOn) });
    await refuseLiving(work, layoutId, rows);
    const species = new Set(
      [...rows.flatMap(({ pegs }) => pegs), ...toOrder].map(({ speciesId }) => speciesId),
    );
    for (const speciesId of species) await cardOf(work, site.id, speciesId);
    const before = await work.tables.refillPlan.all({ where: { layoutId }, columns: ['id'] });
    const known = before.some(({ id }) => id === input.id);
    if (!known && before.length !== seen)
      throw told('survival.refillMeanwhile', { number: before.length });
    const number = known
      ? (await work.tables.refillPlan.one({ id: input.id }))!.number
      : before.length + 1;
    const fresh = await work.record(work.tables.refillPlan, {
      ...work.event(input),
      ...{ layoutId, number, chance: input.chance, plantOn, inRows: rows, toOrder },
    });
    if (!fresh) return { ...ALREADY, number };
    const label = `Refill ${number}`;
    for (const { id, speciesId, count } of toOrder)
      await saveOrder(
        work,
        site.id,
        {
          ...{ id, speciesId, count, nursery, deliverOn: plantOn, state: 'asked', note: label },
          ...{ replacesId: null, provenance: '', seedLot: '', age: '', pack: 1, confirmed: null },
          edition: 0,
        },
        block.id,
      );
    const lead = -daysBetween(block.plantingDay ?? plantOn, addTo(plantOn, { days: days - 1 }));
    await work.tables.block.setPart({ id: block.id }, 'calendarTerms', 'own', [
      ...(block.calendarTerms.own ?? []),
      { key: `own-${input.id}`, label, lead, duration: days, reason: '' },
    ]);
    await work.tables.block.set({ id: block.id }, { termsEdition: block.termsEdition + 1 });
    return { number };
  },

  async 'survival.refilled'(
    { refillId, row, speciesId, trees, planterId, corrects, late, ...input },
    work,
  ) {
    const plan = await work.tables.refillPlan.one({ id: refillId });
    if (!plan) throw told('survival.noRefill');
    const { site, role } = await work.releasedLayout(plan.layoutId, 'tally');
    const planter = planterId ? await planterOf(work, planterId, site.id) : undefined;
    if (planter && role === 'planter' && planter.personId !== work.person.id)
      throw told('crew.ownTrees', { planter: planter.name });
    const place = await work.row(plan.layoutId, row);
    if (!place) throw told('crew.noRow', { row });
    if (trees > place.trees) throw told('tending.moreTrees', { row, trees, places: place.trees });
    await cardOf(work, site.id, speciesId);
    if (await work.takenBack(work.tables.refillSet, { id: input.id, corrects }, { refillId }))
      return ALREADY;
    const done = corrects ? 0 : await refilledIn(work, refillId, row, input.id);
    if (done + trees > place.trees)
      throw told('crew.waveFull', { row, places: place.trees, done, more: trees });
    const fresh = await work.record(work.tables.refillSet, {
      ...work.event(input),
      ...{ refillId, rowNumber: row, speciesId, trees, planterId, corrects, late },
    });
    return fresh ? undefined : ALREADY;
  },

  async 'survival.target'({ blockId, targetDensity }, work) {
    await work.block(blockId, 'plan');
    await work.tables.block.set({ id: blockId }, { targetDensity });
  },
};

/** Trees that one refill has in a row by what stands, this entry left out: it may be sent again. */
async function refilledIn(work: Work, refillId: string, row: number, id: string): Promise<number> {
  const sets = await work.tables.refillSet.all({ where: { refillId, rowNumber: row } });
  const gone = new Set(sets.map(({ corrects }) => corrects));
  return sets
    .filter((one) => one.id !== id && !one.corrects && !gone.has(one.id))
    .reduce((sum, { trees }) => sum + trees, 0);
}
