import { plotSums } from '../../../../core/checks/faults';
import { plotRadius } from '../../../../core/checks/plot';
import { planPlotsInSteps } from '../../../../core/checks/planned';
import { faultyIn } from '../../../../core/checks/quality';
import { contains, mapPoints } from '../../../../core/ground/polygon';
import { shortRanges } from '../../../../core/measure/ranges';
import { told } from '../../../../core/say/told';
import { inTurns } from '../../server/turns';
import { ALREADY, type Handlers, type Work } from '../../server/work';
import { ownPlanter, planterOf } from '../crew/planter.server';
import { planeOf, zonesFact } from '../ground/facts.server';
import type { checksContract } from './contract';
import { groundForPlots, placesOf } from './ground.server';

export const checksCommands: Handlers<typeof checksContract> = {
  async 'checks.plot'({ layoutId, planterId, row, peg, area, trees, lotId, ...input }, work) {
    const { site, blockId } = await work.releasedLayout(layoutId, 'record');
    const planter = await planterOf(work, planterId, site.id);
    if (planter.personId === work.person.id)
      throw told('checks.ownTrees', { planter: planter.name });
    const place = await work.tables.layoutRow.one(
      { layoutId, number: row },
      { columns: ['number', 'trees'] },
    );
    if (!place) throw told('crew.noRow', { row });
    if (peg > place.trees) throw told('checks.noPeg', { row, pegs: place.trees, peg });
    if (lotId && !(await work.tables.lot.one({ id: lotId, blockId }))) throw told('stock.noLot');
    const sums = trees
      ? plotSums(trees)
      : { good: input.good, faulty: faultyIn(input), faults: given(input.faults) };
    if (!sums.good && !Object.values(sums.faults).some(Boolean)) throw told('checks.emptyPlot');
    await admitTrees(work, { layoutId, row, peg, area, trees, standing: sums.good + sums.faulty });
    if (input.planId) {
      const plan = await work.tables.plotPlan.one({ id: input.planId, layoutId });
      const plots = plan?.plots.length ?? 0;
      if (!plan || (input.planNumber ?? 0) > plots)
        throw told('checks.noPlanned', { number: input.planNumber ?? 0, plots });
    }
    const corrects = await correctedBy(work, { ...input, layoutId });
    const bySpecies: Record<string, [number, number]> = {};
    for (const tree of trees ?? []) {
      if (tree.species === undefined || tree.faults.some((fault) => fault === 'missing')) continue;
      const sum = (bySpecies[tree.species] ??= [0, 0]);
      sum[plotSums([tree]).faulty ? 1 : 0]++;
    }
    const soil = await soilAt(work, blockId, layoutId, { row, peg });
    const { planId, planNumber, tool, late } = input;
    const fresh = await work.record(work.tables.plot, {
      ...work.event(input),
      ...{ layoutId, planterId, rowNumber: row, peg, area, good: sums.good, faults: sums.faults },
      ...{ trees: trees ?? null, faulty: trees ? sums.faulty : null },
      bySpecies: trees ? bySpecies : null,
      ...{ planId, planNumber: planId ? planNumber : null, tool, soil, lotId, corrects, late },
    });
    return fresh ? undefined : ALREADY;
  },

  async 'checks.plan'({ layoutId, terms, ...input }, work) {
    const { blockId, layout } = await work.releasedLayout(layoutId, 'record');
    if (layout.state !== 'released') throw told('checks.notReleasedNow');
    const { places } = await placesOf(work, layoutId);
    const { ground, gate, stratumOfRow } = await groundForPlots(work, blockId, layoutId, places);
    const stratumOf = terms.by === 'tool' ? stratumOfRow.tool : stratumOfRow.planter;
    const plots = await inTurns(planPlotsInSteps(terms, ground, places, gate, stratumOf));
    if (!plots.length) throw told('checks.emptyPlot');
    const fresh = await work.record(work.tables.plotPlan, {
      ...work.event(input),
      ...{ layoutId, terms, plots },
    });
    return fresh ? undefined : ALREADY;
  },

  async 'checks.decide'({ layoutId, planterId, kind, fault, rows, after, ...input }, work) {
    const { site } = await work.releasedLayout(layoutId, 'plan');
    const planter = await planterOf(work, planterId, site.id);
    const inRows = [...new Set(rows)].sort((a, b) => a - b);
    const known = await work.tables.layoutRow.all({
      where: { layoutId, number: inRows },
      columns: ['number'],
    });
    const there = new Set(known.map(({ number }) => number));
    const none = inRows.find((row) => !there.has(row));
    if (none !== undefined) throw told('crew.noRow', { row: none });
    if (await work.takenBack(work.tables.plotDecision, input, { layoutId })) return ALREADY;
    const about = await work.tables.plotDecision.all({ where: { layoutId, planterId, fault } });
    if (!input.corrects && !about.some(({ id }) => id === input.id)) {
      const gone = new Set(about.map(({ corrects }) => corrects));
      const newest = about
        .filter(({ id, corrects }) => !corrects && !gone.has(id))
        .sort((a, b) => Number(a.at) - Number(b.at))
        .at(-1);
      if (newest && newest.id !== after)
        throw told('checks.decidedMeanwhile', { planter: planter.name });
    }
    const fresh = await work.record(work.tables.plotDecision, {
      ...work.event(input),
      ...{ layoutId, planterId, kind, fault, inRows, corrects: input.corrects },
    });
    return fresh ? undefined : ALREADY;
  },

  async 'checks.settle'({ layoutId, suspect, group, soil, fault, note, ...input }, work) {
    const { blockId } = await work.releasedLayout(layoutId, 'plan');
    if (suspect === 'lot' && !(await work.tables.lot.one({ id: group, blockId })))
      throw told('stock.noLot');
    if (await work.takenBack(work.tables.suspicionSettled, input, { layoutId })) return ALREADY;
    const fresh = await work.record(work.tables.suspicionSettled, {
      ...work.event(input),
      ...{ layoutId, suspect, ofGroup: group, soil, fault, note, corrects: input.corrects },
    });
    return fresh ? undefined : ALREADY;
  },

  async 'checks.reworked'({ decisionId, row, mended, late, ...input }, work) {
    const decision = await work.tables.plotDecision.one({ id: decisionId });
    if (decision?.kind !== 'rework') throw told('checks.noDecision');
    const { layoutId, planterId, inRows } = decision;
    const { site, role } = await work.releasedLayout(layoutId, 'tally');
    await ownPlanter(work, planterId, site.id, role);
    // Taken back meanwhile or not: whoever went over the row did, and it is kept.
    if (!inRows.includes(row)) throw told('checks.notInRework', { row, rows: shortRanges(inRows) });
    const fresh = await work.record(work.tables.rowRework, {
      ...work.event(input),
      ...{ layoutId, decisionId, rowNumber: row, mended, corrects: null, late },
    });
    return fresh ? undefined : ALREADY;
  },

  async 'checks.answer'({ planterId, shown, right, took, ...input }, work) {
    const planter = await work.tables.planter.one({ id: planterId });
    if (!planter) throw told('crew.noPlanter');
    const { site, role } = work.site(planter.siteId, 'tally');
    await ownPlanter(work, planterId, site.id, role);
    const fresh = await work.record(work.tables.schoolAnswer, {
      ...work.event(input),
      ...{ siteId: site.id, planterId, shown, rightAnswer: right, took },
    });
    return fresh ? undefined : ALREADY;
  },
};

/** Texture of the ground at a peg: of the zone it lies in, else what the method goes by. */
async function soilAt(
  work: Work,
  blockId: string,
  layoutId: string,
  at: { row: number; peg: number },
): Promise<string> {
  const { places } = await placesOf(work, layoutId);
  const point = places.find(({ row, peg }) => row === at.row && peg === at.peg)?.point;
  const block = (await work.tables.block.one({ id: blockId }))!;
  const zones = (await zonesFact.read(work, [blockId])).get(blockId) ?? [];
  const plane = planeOf(block);
  const zone = point && zones.find(({ parts }) => contains(mapPoints(parts, plane.toPlane), point));
  return zone?.soil.texture ?? block.conditions.texture;
}

const given = <Key extends string>(counts: Partial<Record<Key, number>>) =>
  Object.fromEntries(Object.entries(counts).filter(([, count]) => count)) as typeof counts;

/** Trees of a plot stand near it, each once, and no more than its circle can hold. */
async function admitTrees(
  work: Work,
  plot: {
    layoutId: string;
    row: number;
    peg: number;
    area: number;
    trees: readonly { row: number; peg: number }[] | null | undefined;
    standing: number;
  },
): Promise<void> {
  const { places, step } = await placesOf(work, plot.layoutId);
  const centre = places.find(({ row, peg }) => row === plot.row && peg === plot.peg)!.point;
  // The centre lies between four pegs, and a tape sags: half a step and a step are allowed for.
  const within = (room: number) =>
    places.filter(
      ({ point: [x, y] }) =>
        Math.hypot(x - centre[0], y - centre[1]) <= plotRadius(plot.area) + room,
    );
  const most = within(step / 2).length;
  if (plot.standing > most) throw told('checks.moreTrees', { found: plot.standing, most });
  if (!plot.trees) return;
  const near = new Set(within(step).map(({ row, peg }) => `${row}/${peg}`));
  const seen = new Set<string>();
  for (const { row, peg } of plot.trees) {
    const key = `${row}/${peg}`;
    if (!near.has(key)) throw told('checks.outsidePlot', { row, peg });
    if (seen.has(key)) throw told('checks.treeTwice', { row, peg });
    seen.add(key);
  }
}

/**
 * What a plot takes the place of: the one it names, or, handed in a second time by the same checker from
 * another phone, their own earlier look at the same planned plot.
 */
async function correctedBy(
  work: Work,
  input: {
    id: string;
    layoutId: string;
    corrects: string | null;
    planId: string | null;
    planNumber?: number | null;
  },
): Promise<string | null> {
  const { plot } = work.tables;
  const known = await plot.one({ id: input.id }, { columns: ['corrects'] });
  if (known) return known.corrects;
  if (input.corrects) {
    const before = await plot.one({ id: input.corrects, layoutId: input.layoutId });
    if (!before) throw told('checks.noPlot');
    const other = await plot.one({ corrects: input.corrects });
    if (!other) return input.corrects;
    const by = await work.tables.person.one({ id: other.authorId }, { columns: ['name'] });
    throw told('checks.handedIn', { by: by?.name ?? '', row: other.rowNumber, peg: other.peg });
  }
  if (!input.planId) return null;
  const own = await plot.all({
    where: {
      ...{ planId: input.planId, planNumber: input.planNumber },
      authorId: work.person.id,
    } as never,
    columns: ['id', 'corrects'],
  });
  const gone = new Set(own.map(({ corrects }) => corrects));
  return own.find(({ id }) => !gone.has(id))?.id ?? null;
}
