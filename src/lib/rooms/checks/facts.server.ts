import {
  judgeInSteps,
  judgeUnansweredInSteps,
  suspicionsLeftInSteps,
  type Judged,
  type Settled,
  type Suspicion,
} from '../../../../core/checks/findings';
import type { Quality } from '../../../../core/checks/quality';
import type { PlacedPlot, Decision, Reworked } from '../../../../core/checks/outcome';
import type { Answer } from '../../../../core/checks/trainer';
import { plotsOnRows } from '../../../../core/checks/planned';
import { eachPosition } from '../../../../core/rows/stored';
import { dayOf } from '../../../../core/say/day';
import { listedFact, milliseconds, type Facts } from '../../server/facts';
import { inTurns, turn } from '../../server/turns';
import { recordOf, isNumber, numbers, parse } from '../../store/shape';
import { sownFact } from '../crew/facts.server';
import { layoutsFact, releasedLayout, rowsFact } from '../rows/facts.server';
import { lotTeller, TOLD_BY } from '../stock/which-lot.server';
import { countedIn, judgingLooks, lotOfPlot, type BlockPlot, type Counted } from './plots';
import { checkedTrees, pairs, plannedPlots, type PlotPlanRow } from './tables.server';

export type { BlockPlot } from './plots';

const faults = recordOf<number>(isNumber, 'trees by fault');
const OF_RELEASED = (table: string) =>
  `FROM layout l JOIN ${table} p ON p.layout_id = l.id WHERE l.block_id IN (:ids) AND l.state = 'released'`;

interface PlotLine extends Omit<BlockPlot, 'at' | 'faulty'> {
  at: number;
  faulty: number | null;
  corrects: string | null;
  /** What was made of it: plots that were read before are the same objects, and so is what hangs on them. */
  made?: BlockPlot;
}

/** Plots that judge the released version, in order of time; corrected ones and second looks are left out. */
export const plotsFact = listedFact<PlotLine, BlockPlot[]>('plots', ['checks', 'rows'], {
  from: OF_RELEASED('plot'),
  of: 'l.block_id',
  grows: { topic: 'checks', event: 'p' },
  columns: {
    ...{ id: 'p.id', planter: 'p.planter_id', good: 'p.good', faults: 'p.faults' },
    ...{ row: 'p.`row_number`', peg: 'p.peg', area: 'p.area', at: milliseconds('p.at') },
    ...{ faulty: 'p.faulty', bySpecies: 'p.by_species', tool: 'p.tool', lot: 'p.lot_id' },
    ...{ soil: 'p.soil' },
    ...{ planId: 'p.plan_id', planNumber: 'p.plan_number', corrects: 'p.corrects' },
    author: 'p.author_id',
  },
  *value(rows) {
    const { judging } = judgingLooks(rows);
    const plots: BlockPlot[] = [];
    for (const [i, line] of judging.entries()) {
      if (i % 250 === 0) yield;
      plots.push(plotOf(line));
    }
    return plots;
  },
});

function plotOf(line: PlotLine): BlockPlot {
  if (line.made) return line.made;
  const { at, corrects: _none, faulty, bySpecies, ...rest } = line;
  return (line.made = {
    ...rest,
    faulty: faulty ?? undefined,
    bySpecies: bySpecies && parse(pairs, bySpecies, 'plot.by_species'),
    faults: parse(faults, rest.faults, 'plot.faults'),
    at: new Date(at).toISOString(),
  });
}

/** Looks of two at one plot, tree by tree: only plots that somebody looked at twice are read. */
export const secondLooksFact = listedFact<
  PlotLine & { trees: string; deviceAt: number },
  {
    first: { author: string; trees: ReturnType<typeof checkedTrees.read> };
    second: { author: string; trees: ReturnType<typeof checkedTrees.read> };
  }[]
>('secondLooks', ['checks', 'rows'], {
  from: `FROM layout l JOIN plot p ON p.layout_id = l.id WHERE l.block_id IN (:ids)
    AND l.state = 'released' AND p.plan_id IS NOT NULL AND p.trees IS NOT NULL AND EXISTS (SELECT 1 FROM plot q
      WHERE q.plan_id = p.plan_id AND q.plan_number = p.plan_number AND q.id <> p.id)`,
  of: 'l.block_id',
  columns: {
    ...{ id: 'p.id', author: 'p.author_id', trees: 'p.trees', at: milliseconds('p.at') },
    ...{ planId: 'p.plan_id', planNumber: 'p.plan_number', corrects: 'p.corrects' },
  },
  value: (rows) =>
    judgingLooks(rows)
      .beside.map(({ first, second }) => ({
        first: { author: first.author, trees: parse(checkedTrees, first.trees, 'plot.trees') },
        second: { author: second.author, trees: parse(checkedTrees, second.trees, 'plot.trees') },
      }))
      .filter(({ first, second }) => first.author !== second.author),
});

/** Plans of plots of the released version, the newest first. */
export const plotPlansFact = listedFact<
  { id: string; at: number; terms: string; plots: string },
  (Pick<PlotPlanRow, 'id' | 'terms' | 'plots'> & { at: number })[]
>('plotPlans', ['checks', 'rows'], {
  from: OF_RELEASED('plot_plan'),
  of: 'l.block_id',
  columns: { id: 'p.id', at: milliseconds('p.at'), terms: 'p.terms', plots: 'p.plots' },
  value: (rows) =>
    rows
      .sort((a, b) => b.at - a.at)
      .map(({ terms, plots, ...plan }) => ({
        ...plan,
        terms: (typeof terms === 'string' ? JSON.parse(terms) : terms) as PlotPlanRow['terms'],
        plots: parse(plannedPlots, plots, 'plot_plan.plots'),
      })),
});

/** The newest plan of plots, on the rows that the crew plants by now; nothing while none is drawn. */
export async function planOfNow(facts: Facts, blockId: string) {
  const [layout, plans] = await Promise.all([
    releasedLayout(facts, blockId),
    facts.of(plotPlansFact, blockId),
  ]);
  const plan = plans[0] as (typeof plans)[number] | undefined;
  if (!layout?.continues || !plan || plan.at >= layout.releasedAt!.getTime()) return plan;
  const [plots, rows] = await Promise.all([
    facts.of(plotsFact, blockId),
    facts.of(rowsFact, blockId),
  ]);
  const from = [plotPlansFact, plotsFact, rowsFact, layoutsFact];
  return facts.derive('planOfNow', blockId, from, '', () => {
    const own = plots.filter(({ planId }) => planId === plan.id);
    const looked = new Set(own.map(({ planNumber }) => planNumber!));
    const places = [...eachPosition(layout.rhythm, rows)];
    return { ...plan, plots: plotsOnRows(plan.plots, places, plan.terms.area, looked) };
  });
}

/** What was decided of the plots of the released version, what was taken back left out. */
export const decisionsFact = listedFact<
  Omit<Decision, 'rows'> & { rows: unknown; corrects: string | null },
  Decision[]
>('decisions', ['checks', 'rows'], {
  from: OF_RELEASED('plot_decision'),
  of: 'l.block_id',
  columns: {
    ...{ id: 'p.id', planter: 'p.planter_id', kind: 'p.kind', fault: 'p.fault' },
    ...{ rows: 'p.in_rows', corrects: 'p.corrects', at: milliseconds('p.at') },
  },
  value: (rows) =>
    standing(rows)
      .map(({ rows: inRows, ...decision }) => ({
        ...decision,
        rows: parse(numbers, inRows, 'plot_decision.in_rows'),
      }))
      .sort((a, b) => a.at - b.at),
});

/** What was not taken back. */
function standing<Row extends { id: string; corrects: string | null }>(
  rows: readonly Row[],
): Omit<Row, 'corrects'>[] {
  const gone = new Set(rows.map(({ corrects }) => corrects).filter(Boolean));
  return rows
    .filter(({ id, corrects }) => !corrects && !gone.has(id))
    .map(({ corrects: _none, ...row }) => row);
}

/** What was done about a tool or a lot, with the words of whoever did. */
export interface SettledSuspicion extends Settled {
  id: string;
  note: string;
}

/** What was done about tools and lots that plots suspect, what was taken back left out. */
export const settledFact = listedFact<
  SettledSuspicion & { corrects: string | null },
  SettledSuspicion[]
>('settled suspicions', ['checks', 'rows'], {
  from: OF_RELEASED('suspicion_settled'),
  of: 'l.block_id',
  columns: {
    ...{ id: 'p.id', by: 'p.suspect', group: 'p.of_group', soil: 'p.soil', fault: 'p.fault' },
    ...{ note: 'p.note', corrects: 'p.corrects', at: milliseconds('p.at') },
  },
  value: (rows) => standing(rows).sort((a, b) => a.at - b.at),
});

/** Rows of a rework that were gone over. */
export const reworkedFact = listedFact<Reworked, Reworked[]>('reworked', ['checks', 'rows'], {
  from: OF_RELEASED('row_rework'),
  of: 'l.block_id',
  columns: { decision: 'p.decision_id', row: 'p.`row_number`', at: milliseconds('p.at') },
  value: (rows) => rows.sort((a, b) => a.at - b.at),
});

/** What learners answered, by planter, in order of time. */
export const answersFact = listedFact<
  Omit<Answer, 'right'> & { planter: string; right: number },
  Map<string, Answer[]>
>('answers', ['people'], {
  from: 'FROM school_answer a WHERE a.site_id IN (:ids)',
  of: 'a.site_id',
  columns: {
    ...{ planter: 'a.planter_id', shown: 'a.shown', right: 'a.right_answer', took: 'a.took' },
    at: milliseconds('a.at'),
  },
  value: (rows) => {
    const by = new Map<string, Answer[]>();
    for (const { planter, right, ...answer } of rows.sort((a, b) => a.at - b.at)) {
      const own = by.get(planter) ?? [];
      own.push({ ...answer, right: Boolean(Number(right)) });
      by.set(planter, own);
    }
    return by;
  },
});

/** Plots older than a fortnight are history, and no longer say what to do. */
export const RECENT = 14 * 86_400_000;

/** The lots that trees of a plot are told to, by their species' place in the mix of the released version. */
export type LotsOfPlot = (plot: Pick<BlockPlot, 'row' | 'planter'>) => (string | undefined)[];

/** The phone asks nobody for a lot, for a plot holds trees of several. */
export async function lotsOfPlots(facts: Facts, blockId: string): Promise<LotsOfPlot> {
  const [layout, teller] = await Promise.all([
    releasedLayout(facts, blockId),
    lotTeller(facts, blockId),
  ]);
  return facts.derive('lots of plots', blockId, [layoutsFact, ...TOLD_BY], '', () => {
    const mix = layout?.parameters.mix ?? [];
    const known = new Map<string, (string | undefined)[]>();
    return ({ row, planter }: Pick<BlockPlot, 'row' | 'planter'>) => {
      const key = `${row} ${planter}`;
      let told = known.get(key);
      if (!told)
        known.set(key, (told = mix.map(({ species }) => teller(species, row, planter)?.id)));
      return told;
    };
  });
}

/** What the plots of the last fortnight say: what the board, the crew and the checks page call by. */
export async function judgedOf(facts: Facts, blockId: string): Promise<Judged> {
  const plots = await placedPlots(facts, blockId);
  // A plot does not become history within the hour.
  const hour = Math.floor(facts.now / 3_600_000);
  return facts.derive('quality', blockId, [plotsFact, ...TOLD_BY], String(hour), async () => {
    await turn();
    const recent = plots.filter(({ counted }) => facts.now - counted.moment < RECENT);
    return inTurns(judgeInSteps(recent));
  });
}

/** Planters who stand out in the plots of the last fortnight beyond what was decided of them: what board and page call by. */
export async function unansweredOf(facts: Facts, blockId: string): Promise<Quality[]> {
  const [plots, judged, decided] = await Promise.all([
    placedPlots(facts, blockId),
    judgedOf(facts, blockId),
    facts.of(decisionsFact, blockId),
  ]);
  const since = facts.now - RECENT;
  const lately = decided.filter(({ at }) => at >= since);
  if (!lately.length) return judged.planters;
  const hour = Math.floor(facts.now / 3_600_000);
  const read = [plotsFact, decisionsFact, ...TOLD_BY];
  return facts.derive('unanswered', blockId, read, String(hour), async () => {
    await turn();
    const recent = plots.filter(({ counted }) => counted.moment > since);
    return inTurns(judgeUnansweredInSteps(recent, judged, lately));
  });
}

/** Tools and lots that the plots of the last fortnight suspect, beyond what was done about them. */
export async function suspicionsOf(facts: Facts, blockId: string): Promise<Suspicion[]> {
  const [plots, { suspicions }, settled] = await Promise.all([
    placedPlots(facts, blockId),
    judgedOf(facts, blockId),
    facts.of(settledFact, blockId),
  ]);
  if (!suspicions.length || !settled.length) return suspicions;
  const hour = Math.floor(facts.now / 3_600_000);
  const read = [plotsFact, settledFact, ...TOLD_BY];
  return facts.derive('suspicions left', blockId, read, String(hour), () => {
    const recent = plots.filter(({ counted }) => facts.now - counted.moment < RECENT);
    return inTurns(suspicionsLeftInSteps(recent, suspicions, settled));
  });
}

/** A plot with when and where its trees were planted, and what it comes to. */
export type CountedPlot = BlockPlot & PlacedPlot & { counted: Counted };

/** Plots as they were placed last, by what they were placed with: one that stands where it stood is placed as it was. */
const placedLast = new WeakMap<
  LotsOfPlot,
  {
    lastAt: ReadonlyMap<number, number>;
    plots: readonly BlockPlot[];
    all: readonly CountedPlot[];
  }
>();

/** Plots with the day on which their row was planted, its newest tree before the look, and with their lot. */
export async function placedPlots(facts: Facts, blockId: string): Promise<CountedPlot[]> {
  const [plots, { lastAt }, lotsOf] = await Promise.all([
    facts.of(plotsFact, blockId),
    facts.of(sownFact, blockId),
    lotsOfPlots(facts, blockId),
  ]);
  const { zone } = facts.site;
  return facts.derive('placedPlots', blockId, [plotsFact, ...TOLD_BY], zone, () => {
    // Plots of one row were planted on one day; a zone's calendar is asked once for it.
    const days = new Map<number, string>();
    const dayAt = (moment: number): string => {
      let day = days.get(moment);
      if (day === undefined) days.set(moment, (day = dayOf(moment, zone)));
      return day;
    };
    const last = placedLast.get(lotsOf);
    const before = last?.lastAt === lastAt ? last : undefined;
    function* place() {
      const all: CountedPlot[] = [];
      for (const [i, plot] of plots.entries()) {
        if (i % 250 === 0) yield;
        if (before?.plots[i] === plot) {
          all.push(before.all[i]);
          continue;
        }
        const planted = lastAt.get(plot.row);
        const looked = Date.parse(plot.at);
        const moment = planted !== undefined && planted <= looked ? planted : looked;
        const [lots, plantedOn] = [lotsOf(plot), dayAt(moment)];
        const counted = countedIn(plot, plantedOn, lots);
        all.push({ ...plot, lot: lotOfPlot(plot, lots), plantedOn, counted });
      }
      placedLast.set(lotsOf, { lastAt, plots, all });
      return all;
    }
    return inTurns(place());
  });
}
