import type { Day } from '../../../../core/measure/dates';
import { isPlanting } from '../../../../core/calendar/planting';
import { airCall, dayCalls, taskCalls } from '../../../../core/calendar/calls';
import { qualityCalls, reworkCalls, suspicionCalls } from '../../../../core/checks/calls';
import { reworkStates } from '../../../../core/checks/outcome';
import { handedCalls, nobodysCalls, nowhereCalls } from '../../../../core/crew/calls';
import { begunOn } from '../../../../core/crew/sums';
import { treesInRow } from '../../../../core/rows/stored';
import { inOrder, type BlockCall, type Call, type Room } from '../../../../core/morning/board';
import { firstSteps, type FirstStep } from '../../../../core/morning/first-steps';
import { pegCalls, releaseCalls } from '../../../../core/rows/calls';
import { onDay, say, type Message } from '../../../../core/say/message';
import { habitToShow } from '../../../../core/stock/handling';
import {
  deliveryCalls,
  handlingCalls,
  owedCalls,
  reachCalls,
  rootCalls,
  soakCalls,
  type CalledLine,
  type CalledLot,
} from '../../../../core/stock/calls';
import { expectedOf, placesOf } from '../../../../core/stock/orders';
import { refillCalls, refillDue } from '../../../../core/survival/calls';
import type { Facts } from '../../server/facts';
import { airAt, rootAirNow, weatherFact } from '../../server/station';
import { taskEventsFact } from '../calendar/task-events.server';
import { dueOf, seenOf } from '../calendar/tasks.server';
import { allDoneCalls } from '../../../../core/tending/due';
import { stakeCalls } from '../../../../core/tending/care';
import { isSeenTask, visitCalls } from '../../../../core/tending/visit';
import { refillOf, refilledFact, refillPlansFact } from '../survival/refills.server';
import { careFact, careOf } from '../tending/care.server';
import { seenOnWalks, waterCalls } from '../tending/facts.server';
import { wateredFact } from '../tending/thirst.server';
import {
  decisionsFact,
  settledFact,
  suspicionsOf,
  unansweredOf,
  plotPlansFact,
  plotsFact,
  reworkedFact,
} from '../checks/facts.server';
import { allProductsFact, sprayingsFact } from '../calendar/products.server';
import { CREW_OF_BLOCK, CREW_OF_SITE, crewCalls } from '../crew/board.server';
import { clockedFact, plantedOf, plantersFact, sharesFact, sownFact } from '../crew/facts.server';
import { finishOf } from '../crew/rates.server';
import { blocksAtWork, blocksFact, keepoutsFact, zonesFact } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { handedFact } from '../people/facts.server';
import { currentOf, layoutsFact, peggedFact, releasedOf, rowsFact } from '../rows/facts.server';
import type { LayoutRow } from '../rows/tables.server';
import {
  cardsFact,
  dipOf,
  looksFact,
  lotsFact,
  ordersFact,
  soaksNow,
  type LotState,
  toolsFact,
} from '../stock/facts.server';
import { reachOf, stillToComeOf } from '../stock/need.server';
import { handedOutFact } from '../stock/which-lot.server';
import { countedOf, countsFact } from '../survival/facts.server';

export interface BlockState {
  block: BlockRow;
  layout?: LayoutRow;
  planted: number;
  total: number;
  /** Where planting stands or how the block was last counted. */
  standing: Message;
  calls: Call[];
  driven: Partial<Record<Room, boolean>>;
}

/** What the board is read from: so many questions, whatever the number of blocks. */
const OF_BLOCKS = [
  peggedFact,
  sprayingsFact,
  plotPlansFact,
  layoutsFact,
  keepoutsFact,
  taskEventsFact,
  lotsFact,
  sownFact,
  plotsFact,
  decisionsFact,
  settledFact,
  reworkedFact,
  seenOnWalks,
  wateredFact,
  careFact,
  refillPlansFact,
  refilledFact,
  countsFact,
  ordersFact,
  looksFact,
  zonesFact,
  sharesFact,
  handedOutFact,
];

const OF_SITE = [
  weatherFact,
  handedFact,
  plantersFact,
  toolsFact,
  clockedFact,
  cardsFact,
  allProductsFact,
];

const called = ({ lot, open, dipped, soaks, balance }: LotState, now: number): CalledLot => ({
  code: lot.code,
  dip: dipOf({ lot, dipped }),
  open,
  soaks: soaksNow({ soaks }, now),
  owed: balance.held.reduce((sum, [, count]) => sum + Math.max(0, -count), 0),
});

/** Roots are counted by the minute; what is asked again within the same second has the same answer. */
const SECOND = 1000;
const thisSecond = (facts: Facts) => `${facts.everything} ${Math.floor(facts.now / SECOND)}`;

/** Everything that wants attention on one block, and which pegs are driven in. */
export const blockState = (facts: Facts, block: BlockRow): Promise<BlockState> =>
  facts.derive('block-state', block.id, [], thisSecond(facts), () => stateOf(facts, block));

async function stateOf(facts: Facts, block: BlockRow): Promise<BlockState> {
  const { now } = facts;
  const [
    layouts,
    lots,
    sown,
    plots,
    suspected,
    unanswered,
    keepouts,
    due,
    counted,
    air,
    handed,
    looks,
    decided,
    reworked,
    refill,
  ] = await Promise.all([
    facts.of(layoutsFact, block.id),
    facts.of(lotsFact, block.id),
    plantedOf(facts, block.id),
    facts.of(plotsFact, block.id),
    suspicionsOf(facts, block.id),
    unansweredOf(facts, block.id),
    facts.of(keepoutsFact, block.id),
    dueOf(facts, block),
    countedOf(facts, block),
    rootAirNow(facts),
    facts.of(handedFact),
    facts.of(looksFact, block.id),
    facts.of(decisionsFact, block.id),
    facts.of(reworkedFact, block.id),
    refillOf(facts, block.id),
    // Asked for with the rest, so that reach and rates ask nothing of their own.
    facts.need([plantersFact, toolsFact, clockedFact, ...CREW_OF_SITE], [facts.site.id]),
    facts.need([sharesFact, zonesFact, peggedFact, ...CREW_OF_BLOCK], [block.id]),
  ]);
  const layout = currentOf(layouts);
  const released = releasedOf(layouts);
  const today = facts.today;
  const { plantingDay, name } = block;
  const { planted } = sown;
  const total = layout?.trees ?? 0;
  const planting = holdsStock(block, sown, today);
  const calledLots = lots.map((lot) => called(lot, now));
  const buried = keepouts.find(({ kind, located }) => kind === 'buried-service' && !located);
  const lotCode = (id: string) => lots.find(({ lot }) => lot.id === id)?.lot.code ?? '';
  const calls: BlockCall[] = [
    ...rootCalls(calledLots, air, name, now),
    ...soakCalls(calledLots, name, now),
    ...owedCalls(calledLots, name),
    ...handlingCalls(
      planted < total ? habitToShow(looks, now) : undefined,
      {
        lot: (id) => (lotCode(id) ? `lot ${lotCode(id)}` : ''),
        planter: await planterName(facts),
      },
      name,
    ),
    ...deliveryCalls(
      await calledLines(facts, block.id),
      name,
      today,
      planted >= total ? lastSown(sown) : undefined,
    ),
    ...(planting ? reachCalls(await namedReach(facts, block.id), name) : []),
    ...qualityCalls(unanswered, await planterName(facts), name),
    ...suspicionCalls(suspected, lotCode, name),
    ...reworkCalls(reworkStates(decided, reworked, plots), await planterName(facts), name),
    ...taskCalls(
      due.waiting.filter((task) => !isSeenTask(task)),
      name,
    ),
    ...(layout && !released && plantingDay
      ? releaseCalls(layout, plantingDay, today, buried, name)
      : []),
    ...pegCalls(
      await facts.of(peggedFact, block.id),
      await rowsToBegin(facts, block.id, sown),
      name,
    ),
    ...dayCalls(name, plantingDay, begunOn(sown.sums)),
    ...(await crewCalls(facts, block)),
    ...visitCalls(await seenOf(facts, block), Object.values(due.tending).flat(), name),
    ...(await waterCalls(facts, block)),
    ...stakeCalls((await careOf(facts, block)).stakes, name, now),
    ...nowhereCalls(sown.carried.nowhere, name),
    ...nobodysCalls(planting ? await rowsOfNobody(facts, block.id, sown) : new Map(), name),
    ...handedCalls(handed.filter(({ blockId }) => blockId === block.id).length, name),
    ...(refill
      ? refillDue(refill, name, today)
      : counted && planted >= total && counted.targetIsSet
        ? refillCalls(counted.estimate, counted.refill, name)
        : []),
  ];
  // Only where nothing else is to be said.
  if (!calls.length)
    calls.push(...allDoneCalls({ planted, total, counted: Boolean(counted) }, due.tending, name));
  return {
    block,
    layout,
    planted,
    total,
    standing: await standingOf(
      facts,
      block,
      layout,
      { planted, total, row: sown.lastRow },
      counted,
    ),
    calls: inOrder(calls.map((call) => ({ ...call, block: block.id }))),
    driven: {
      ground: Boolean(layout),
      rows: Boolean(released),
      stock: lots.some(({ balance }) => balance.received > 0),
      calendar: Boolean(plantingDay),
      crew: total > 0 && planted >= total,
      checks: plots.length > 0,
      tending: due.tending.done.some(({ state }) => state === 'done'),
      survival: Boolean(counted),
    },
  };
}

/** Lines of the order with what is still to come of each. */
async function calledLines(facts: Facts, blockId: string): Promise<CalledLine[]> {
  const lines = await facts.of(ordersFact, blockId);
  if (!lines.length) return [];
  const [toCome, cards] = await Promise.all([stillToComeOf(facts, blockId), facts.of(cardsFact)]);
  return lines.map((line) => ({
    ...{ nursery: line.nursery, state: line.state, deliverOn: line.deliverOn },
    species: (cards.find(({ id }) => id === line.species)?.name ?? '').toLowerCase(),
    toCome: toCome.get(line.id) ?? 0,
    came: (toCome.get(line.id) ?? 0) < expectedOf(line),
  }));
}

/** The last day on which trees went in. */
const lastSown = ({ sums }: Awaited<ReturnType<typeof plantedOf>>): Day | undefined =>
  [...sums.byDay.keys()].sort().at(-1);

/** Rows that somebody is to plant and nobody has begun. */
async function rowsToBegin(
  facts: Facts,
  blockId: string,
  { byRow }: Awaited<ReturnType<typeof plantedOf>>,
): Promise<Set<number>> {
  const shares = await facts.of(sharesFact, blockId);
  const rows = new Set<number>();
  for (const { firstRow, lastRow } of shares)
    for (let row = firstRow; row <= lastRow; row++) if (!byRow.get(row)) rows.add(row);
  return rows;
}

/** Places left in rows that are in no share, by row; none where nothing is shared out. */
async function rowsOfNobody(
  facts: Facts,
  blockId: string,
  { byRow }: Awaited<ReturnType<typeof plantedOf>>,
): Promise<Map<number, number>> {
  const shares = await facts.of(sharesFact, blockId);
  if (!shares.length) return new Map();
  const rows = await facts.of(rowsFact, blockId);
  return new Map(
    rows.flatMap((row): [number, number][] => {
      const left = treesInRow(row) - (byRow.get(row.number) ?? 0);
      const has = shares.some(
        ({ firstRow, lastRow }) => row.number >= firstRow && row.number <= lastRow,
      );
      return has || left <= 0 ? [] : [[row.number, left]];
    }),
  );
}

async function namedReach(facts: Facts, blockId: string) {
  const reach = await reachOf(facts, blockId);
  // Names are asked for only where something is to be said.
  const dry = reach.some(({ short }) => short > 0);
  const [cards, lines, toCome] = await Promise.all([
    dry ? facts.of(cardsFact) : [],
    dry ? facts.of(ordersFact, blockId) : [],
    dry ? stillToComeOf(facts, blockId) : new Map<string, number>(),
  ]);
  return reach.map((entry) => ({
    ...entry,
    coming: lines
      .filter((line) => placesOf(line) === entry.speciesId)
      .reduce((sum, { id }) => sum + (toCome.get(id) ?? 0), 0),
    name: (cards.find(({ id }) => id === entry.speciesId)?.name ?? '').toLowerCase(),
  }));
}

async function planterName(facts: Facts): Promise<(id: string) => string> {
  const names = new Map((await facts.of(plantersFact)).map(({ id, name }) => [id, name]));
  return (id) => names.get(id) ?? '';
}

async function standingOf(
  facts: Facts,
  block: BlockRow,
  layout: LayoutRow | undefined,
  { planted, total, row }: { planted: number; total: number; row?: number },
  counted: Awaited<ReturnType<typeof countedOf>>,
): Promise<Message> {
  if (counted && planted >= total) {
    const percent = (share: number) => (share * 100).toFixed(0);
    const { estimate, low, high } = counted.estimate;
    return say('standing.counted', {
      day: onDay(counted.on),
      alive: percent(estimate),
      low: percent(low),
      high: percent(high),
    });
  }
  if (planted > 0) {
    if (planted >= total) return say('standing.planted');
    const { days } = await finishOf(facts, block.id);
    const known = Number.isFinite(days);
    return say('standing.planting', {
      row: row ?? 0,
      days: known ? Math.ceil(days) : 0,
      known: known ? 'yes' : 'no',
    });
  }
  if (!layout) return say('standing.noLayout');
  if (layout.state === 'released') return say('standing.released');
  return block.plantingDay
    ? say('standing.draft', { day: onDay(block.plantingDay) })
    : say('standing.draftOpen');
}

/** All blocks at work of a site as the board and the phases show them: read together. */
export const siteStates = (facts: Facts): Promise<BlockState[]> =>
  facts.derive('site-states', facts.site.id, [], thisSecond(facts), () => statesOf(facts));

async function statesOf(facts: Facts): Promise<BlockState[]> {
  const blocks = await blocksAtWork(facts);
  const ids = blocks.map(({ id }) => id);
  await Promise.all([
    facts.need([...OF_BLOCKS, ...CREW_OF_BLOCK], ids),
    facts.need([...OF_SITE, ...CREW_OF_SITE], [facts.site.id]),
  ]);
  const followed = blocks.filter(({ calendarTerms }) => calendarTerms.waves).map(({ id }) => id);
  const byRow = new Set([...(await blocksPlanting(facts, blocks)), ...followed]);
  if (byRow.size) await facts.need([rowsFact], [...byRow]);
  return Promise.all(blocks.map((block) => blockState(facts, block)));
}

/** Blocks whose rows are held against stock: only their rows are read. */
async function blocksPlanting(facts: Facts, blocks: readonly BlockRow[]): Promise<string[]> {
  const ids: string[] = [];
  for (const block of blocks)
    if (holdsStock(block, await plantedOf(facts, block.id), facts.today)) ids.push(block.id);
  return ids;
}

/** Whether stock is held against the rows of its released version. */
const holdsStock = (
  { plantingDay }: Pick<BlockRow, 'plantingDay'>,
  { planted, total }: { planted: number; total: number },
  today: Day,
) => isPlanting({ plantingDay, planted, places: total }, today);

/** What came late for blocks that are set aside: it was handed over for the leader to see, and nowhere else stands. */
async function lateCalls(facts: Facts): Promise<Call[]> {
  const [blocks, handed] = await Promise.all([facts.of(blocksFact), facts.of(handedFact)]);
  return blocks
    .filter(({ setAside }) => setAside)
    .flatMap(({ id, name }) =>
      handedCalls(handed.filter(({ blockId }) => blockId === id).length, name).map((call) => ({
        ...call,
        block: id,
      })),
    );
}

/** The first steps of a site on which nothing was planted yet; cards are only read for such a one. */
async function stepsOf(
  facts: Facts,
  states: readonly BlockState[],
): Promise<FirstStep[] | undefined> {
  const blocks = await facts.of(blocksFact);
  if (blocks.length > states.length || states.some(({ planted }) => planted > 0)) return undefined;
  const [cards, planters] = await Promise.all([facts.of(cardsFact), facts.of(plantersFact)]);
  const taken = firstSteps({
    blocks: states.map(({ block: { plantingDay }, planted, total }) => ({
      ...{ plantingDay, planted, trees: total },
    })),
    cards: cards.length,
    planters: planters.length,
  });
  return taken && [...taken];
}

/** The whole site this morning. */
export async function morningBoard(facts: Facts) {
  const [air, states] = await Promise.all([airAt(facts), siteStates(facts)]);
  const planting = states.find(({ planted, total }) => planted > 0 && planted < total);
  const weather = air && planting ? airCall(air.hours, air.now) : undefined;
  return {
    air,
    states,
    steps: await stepsOf(facts, states),
    calls: inOrder([
      ...states.flatMap(({ calls }) => calls),
      ...(await lateCalls(facts)),
      ...(weather ? [{ ...weather, block: planting!.block.id }] : []),
    ]),
  };
}
