import { agreementOf, type Agreement } from '../../../../core/checks/agreement';
import {
  changeInSteps,
  controlChart,
  TOLD,
  type Change,
  type ChartPoint,
  type DayCluster,
} from '../../../../core/checks/chart';
import {
  addTo,
  alikenessOf,
  clusterShare,
  clusterSums,
  lessSums,
  NO_CLUSTERS,
  shareOfSums,
  sumsBy,
  type ClusterEstimate,
  type ClusterSums,
} from '../../../../core/checks/clusters';
import {
  judgeInSteps,
  judgeUnansweredInSteps,
  suspicionsLeftInSteps,
  toolName,
  toolOn,
  withoutAnswered,
  type Suspicion,
} from '../../../../core/checks/findings';
import { ALIKE } from '../../../../core/checks/plan';
import { reworkStates, todosOf } from '../../../../core/checks/outcome';
import { faultCounts, faultyIn, qualityByPlanter } from '../../../../core/checks/quality';
import { plotRadius } from '../../../../core/checks/plot';
import { planeArea } from '../../../../core/ground/polygon';
import { groupBy } from '../../../../core/measure/group';
import { clockOf } from '../../../../core/say/day';
import type { Facts } from '../../server/facts';
import { inTurns, turn } from '../../server/turns';
import { plantersFact, talliesFact } from '../crew/facts.server';
import { plantableOf } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { releasedLayout } from '../rows/facts.server';
import { cardsFact, lotsFact } from '../stock/facts.server';
import {
  decisionsFact,
  settledFact,
  suspicionsOf,
  judgedOf,
  unansweredOf,
  placedPlots,
  planOfNow,
  plotPlansFact,
  plotsFact,
  reworkedFact,
  RECENT,
  secondLooksFact,
} from './facts.server';

/** Clocks of the world differ by whole quarters of an hour. */
const QUARTER = 15 * 60_000;

/** Quality of one group of plots: how it is named, and its figures. */
export interface GroupLine {
  name: string;
  estimate: ClusterEstimate;
}

export interface PlanterChart {
  id: string;
  name: string;
  points: ChartPoint[];
  change?: Change;
}

/** All that the plots of the released version say, worked out once for every page and sheet that shows it. */
export const findingsOf = (facts: Facts, block: BlockRow) =>
  facts.derive(
    'findings',
    block.id,
    [plotsFact, decisionsFact, settledFact, reworkedFact, plotPlansFact, secondLooksFact],
    `${facts.everything} ${Math.floor(facts.now / 3_600_000)}`,
    () => workOut(facts, block),
  );

async function workOut(facts: Facts, block: BlockRow) {
  const [
    layout,
    tallies,
    plots,
    judged,
    decisions,
    settled,
    reworked,
    plan,
    looks,
    planters,
    lots,
    cards,
  ] = await Promise.all([
    releasedLayout(facts, block.id),
    facts.of(talliesFact, block.id),
    placedPlots(facts, block.id),
    judgedOf(facts, block.id),
    facts.of(decisionsFact, block.id),
    facts.of(settledFact, block.id),
    facts.of(reworkedFact, block.id),
    planOfNow(facts, block.id),
    facts.of(secondLooksFact, block.id),
    facts.of(plantersFact),
    facts.of(lotsFact, block.id),
    facts.of(cardsFact),
  ]);
  const { area } = await plantableOf(facts, block);
  await turn();
  const nameOf = (id: string) => planters.find((planter) => planter.id === id)?.name ?? '';
  const looked = plots.filter(({ counted }) => counted.good.of > 0);
  const plotArea = plots.at(-1)?.area ?? 50;
  const inBlock = Math.max(plots.length, Math.floor(planeArea(area) / plotArea));
  const like = looked.map(({ counted }) => counted.good);
  const likeSums = clusterSums(like);
  const all = looked.length ? shareOfSums(likeSums, inBlock) : undefined;
  const inPlan = plots.filter(({ planId }) => planId && planId === plan?.id);
  const judgedPlots = inPlan.length ? inPlan : plots;
  await turn();
  const counts = faultCounts(plots);
  const agreed = inPlan.map(({ counted }) => counted.good).filter(({ of }) => of > 0);
  const ofAgreed = inPlan.length
    ? {
        all: agreed.length ? clusterShare(agreed, inBlock) : undefined,
        counts: faultCounts(inPlan),
      }
    : { all, counts };
  /** Groups with the share of their plots, the worst first; what has no name is of no group. */
  const linesOf = (groups: Map<string, ClusterSums>): GroupLine[] =>
    [...groups]
      .flatMap(([name, sums]) =>
        name ? [{ name, estimate: shareOfSums(sums, Infinity, likeSums) }] : [],
      )
      .sort((a, b) => a.estimate.estimate - b.estimate.estimate);
  const by = async (
    keyOf: (plot: (typeof plots)[number]) => string | undefined,
  ): Promise<GroupLine[]> => {
    await turn();
    return linesOf(sumsBy(like, (place) => keyOf(looked[place])));
  };
  const codes = new Map<string | undefined, string>(lots.map(({ lot }) => [lot.id, lot.code]));
  /** The hour by the site's clock; thousands of plots share a few hundred of the quarters that clocks differ by. */
  const hours = new Map<number, string>();
  const hourOf = (moment: number): string => {
    const quarter = Math.floor(moment / QUARTER);
    let text = hours.get(quarter);
    if (text === undefined)
      hours.set(
        quarter,
        (text = `${clockOf(quarter * QUARTER, facts.site.zone).text.slice(0, 2)}:00`),
      );
    return text;
  };
  const species = layout?.parameters.mix.map(({ species: id }) =>
    cards.find((card) => card.id === id)!,
  );
  const lately = plots.filter(({ counted }) => facts.now - counted.moment < RECENT);
  // With nothing looked at lately, what is told is of the whole planting.
  const recent = lately.length ? lately : plots;
  const told = lately.length ? judged : await inTurns(judgeInSteps(plots));
  await turn();
  const open = lately.length
    ? await unansweredOf(facts, block.id)
    : await inTurns(judgeUnansweredInSteps(plots, told, decisions));
  const suspected = lately.length
    ? await suspicionsOf(facts, block.id)
    : await inTurns(suspicionsLeftInSteps(plots, told.suspicions, settled));
  /** A lot by its code, a tool by its name. */
  const suspectName = ({ by, group }: Pick<Suspicion, 'by' | 'group'>) =>
    by === 'lot' ? (lots.find(({ lot }) => lot.id === group)?.lot.code ?? '') : group;
  await turn();
  const treesAPlot = all ? all.of / all.clusters : 0;
  const setIn = new Map<string, number>();
  for (const { planter, row, count, corrects } of tallies) {
    const key = `${planter} ${row}`;
    setIn.set(key, (setIn.get(key) ?? 0) + (corrects ? -count : count));
  }
  const known = [...new Set(plots.map(({ planter }) => planter))];
  await turn();
  const clusters = looked.map(({ counted }) => counted.faulty);
  const allSums = clusterSums(clusters);
  await turn();
  const ofPlanter = groupBy(clusters, ({ planter }) => planter);
  /** To look for a change is most of the work: it is done for those alone of whom something was looked at since. */
  const chartOf = async (
    id: string,
    name: string,
    own: readonly DayCluster[],
    rest?: ClusterSums,
  ): Promise<PlanterChart> => {
    const change = await facts.derive('change', `${block.id} ${id}`, [], traceOf(own), () =>
      inTurns(changeInSteps(own)),
    );
    return {
      ...{ id, name, points: controlChart(own, rest) },
      change:
        change && change.chance <= TOLD && change.after.of > 0 && change.before.of > 0
          ? change
          : undefined,
    };
  };
  await turn();
  const crew = await chartOf('', 'The crew', clusters);
  const charts: PlanterChart[] = [];
  for (const id of known) {
    await turn();
    const own = ofPlanter.get(id) ?? [];
    charts.push(await chartOf(id, nameOf(id), own, lessSums(allSums, clusterSums(own))));
  }
  await turn();
  const byPlanter = qualityByPlanter(plots);
  await turn();
  const ofLots = looked.flatMap(({ counted }) => counted.byLot);
  await turn();
  return {
    layoutId: layout?.id,
    plots,
    plan,
    all,
    inBlock,
    treesAPlot,
    alike: alikenessOf(likeSums) ?? ALIKE,
    counts,
    /**
     * What the client is told: of the plots that were agreed to be looked at, or of all where there was no plan. What
     * else was looked at, where somebody was suspected, would make the planting look worse than it is.
     */
    agreed: {
      plots: judgedPlots,
      beside: plots.length - judgedPlots.length,
      ...ofAgreed,
    },
    lately: lately.length > 0,
    recent: told.planters.map((found) => ({ ...found, name: nameOf(found.planter) })),
    suspicions: suspected.map((found) => ({ ...found, name: suspectName(found) })),
    settled: settled.map((one) => ({ ...one, name: suspectName(one) })),
    planters: byPlanter.map((found) => ({ ...found, name: nameOf(found.planter) })),
    groups: {
      planter: await by(({ planter }) => nameOf(planter)),
      tool: (await by(({ tool, soil }) => tool && toolOn(tool, soil))).map((line) => ({
        ...line,
        name: toolName(line.name),
      })),
      lot: linesOf(sumsBy(ofLots, (place) => codes.get(ofLots[place].lot))),
      day: (await by(({ plantedOn }) => plantedOn)).sort((a, b) => (a.name < b.name ? -1 : 1)),
      hour: (await by(({ counted }) => hourOf(counted.moment))).sort((a, b) =>
        a.name < b.name ? -1 : 1,
      ),
      species: (species ?? []).flatMap(({ name }, index) => {
        const sums = { ...NO_CLUSTERS };
        for (const { bySpecies } of looked) {
          const [hits, faulty] = bySpecies?.[index] ?? [0, 0];
          addTo(sums, hits, hits + faulty);
        }
        return sums.clusters ? [{ name, estimate: shareOfSums(sums, Infinity, likeSums) }] : [];
      }),
    },
    crew,
    charts,
    todos: todosOf(
      open,
      withoutAnswered(recent, decisions),
      (planter, row) => setIn.get(`${planter} ${row}`) ?? 0,
      treesAPlot,
    ).map((todo) => ({ ...todo, name: nameOf(todo.planter) })),
    decisions: decisions.map((one) => ({ ...one, name: nameOf(one.planter) })),
    reworks: reworkStates(decisions, reworked, plots).map((state) => ({
      ...state,
      name: nameOf(state.decision.planter),
    })),
    agreements: await agreements(facts, looks),
  };
}

/** Tells a series of plots from another: how many there are, their sums, and a hash of them all (FNV-1a). */
function traceOf(clusters: readonly DayCluster[]): string {
  let hash = 0x811c9dc5;
  const take = (value: number) => (hash = Math.imul(hash ^ value, 0x01000193));
  // Ten thousand plots lie on few days.
  const days = new Map<string, number>();
  for (const { day, hits, of } of clusters) {
    let count = days.get(day);
    if (count === undefined) days.set(day, (count = Number(day.replaceAll('-', ''))));
    take(count);
    take(hits);
    take(of);
  }
  const { hits, of } = clusterSums(clusters);
  return `${clusters.length} ${hits} ${of} ${hash >>> 0}`;
}

export type PairAgreement = Agreement & { first: string; second: string };

/** Two checkers at the same plots, pair by pair. */
async function agreements(
  facts: Facts,
  looks: ReturnType<typeof secondLooksFact.none>,
): Promise<PairAgreement[]> {
  if (!looks.length) return [];
  const pairs = new Map<string, typeof looks>();
  for (const look of looks) {
    // The pair is one whoever came first; who is stricter is said by name.
    const turned = look.first.author > look.second.author;
    const one = turned ? { first: look.second, second: look.first } : look;
    const key = `${one.first.author} ${one.second.author}`;
    pairs.set(key, [...(pairs.get(key) ?? []), one]);
  }
  const people = await facts.reader.tables.person.all({
    where: {
      id: [...new Set(looks.flatMap(({ first, second }) => [first.author, second.author]))],
    },
    columns: ['id', 'name'],
  });
  const nameOf = (id: string) => people.find((person) => person.id === id)?.name ?? '';
  return [...pairs.values()].map((own) => ({
    ...agreementOf(own.map(({ first, second }) => ({ first: first.trees, second: second.trees }))),
    first: nameOf(own[0].first.author),
    second: nameOf(own[0].second.author),
  }));
}

/** Plots that were planned, each with what was found in it. */
export function plannedWithFound(
  plan: Awaited<ReturnType<typeof findingsOf>>['plan'],
  plots: Awaited<ReturnType<typeof findingsOf>>['plots'],
) {
  if (!plan) return [];
  const found = new Map(
    plots
      .filter(({ planId }) => planId === plan.id)
      .map((plot) => [plot.planNumber, { good: plot.good, faulty: faultyIn(plot) }]),
  );
  const radius = plotRadius(plan.terms.area);
  return plan.plots.map((plot) => ({ ...plot, radius, found: found.get(plot.number) }));
}
