import { sprayRounds, type ToldElsewhere } from '../../../../core/calendar/elsewhere';
import { waveSums, type Wave } from '../../../../core/crew/waves';
import { dayOf } from '../../../../core/say/day';
import { careRounds } from '../../../../core/tending/care';
import type { Fact, Facts } from '../../server/facts';
import { planOfNow, plotPlansFact, plotsFact } from '../checks/facts.server';
import { plantedOf, plantersFact, sownFact } from '../crew/facts.server';
import { boxesFact, wavesFact } from '../crew/follow.server';
import type { BlockRow } from '../ground/tables.server';
import { currentLayout, layoutsFact, peggedFact } from '../rows/facts.server';
import { cardsFact, lotsFact, ordersFact } from '../stock/facts.server';
import { toOrderOf } from '../stock/need.server';
import { countsFact } from '../survival/facts.server';
import { refilledFact, refillOf, refillTask, refillPlansFact } from '../survival/refills.server';
import { careFact } from '../tending/care.server';
import { wateredFact } from '../tending/thirst.server';
import { allProductsFact, sprayingsFact } from './products.server';
import { standingSprayings } from './sprayings';

/** What `doneElsewhere` hangs on. */
export const TOLD_BY: readonly Fact<unknown>[] = [
  ...[ordersFact, lotsFact, cardsFact, layoutsFact, peggedFact, sprayingsFact, allProductsFact],
  ...[sownFact, plantersFact, wavesFact, boxesFact, plotPlansFact, plotsFact],
  ...[careFact, wateredFact, refillPlansFact, refilledFact, countsFact],
];

/** What other pages show done: orders placed, lots received, rows pegged, sprayed, planted, checked, counted. */
export async function doneElsewhere(facts: Facts, block: BlockRow): Promise<ToldElsewhere> {
  const { zone } = facts.site;
  const [
    { planted, total, sums },
    lines,
    lots,
    cards,
    counts,
    cared,
    refill,
    pegged,
    sprayings,
    products,
    waves,
    boxes,
    plan,
    plots,
    watered,
    layout,
  ] = await Promise.all([
    plantedOf(facts, block.id),
    facts.of(ordersFact, block.id),
    facts.of(lotsFact, block.id),
    facts.of(cardsFact),
    facts.of(countsFact, block.id),
    facts.of(careFact, block.id),
    refillOf(facts, block.id),
    facts.of(peggedFact, block.id),
    facts.of(sprayingsFact, block.id),
    facts.of(allProductsFact),
    facts.of(wavesFact, block.id),
    facts.of(boxesFact, block.id),
    planOfNow(facts, block.id),
    facts.of(plotsFact, block.id),
    facts.of(wateredFact, block.id),
    currentLayout(facts, block.id),
  ]);
  // Once trees stand, stock was ordered; before that the order page's own figure says whether all of it was.
  const asksForMore = async () => {
    const { needed, toAsk } = await toOrderOf(facts, block);
    return needed === 0 || toAsk > 0;
  };
  const ordered = planted > 0 || (lines.length > 0 && !(await asksForMore()));
  // Stock comes before the version is released as often as after it.
  const places = layout?.trees ?? 0;
  const received = lots.reduce((sum, { balance }) => sum + balance.received, 0);
  // A container is one by the lot's own form or, where nobody named it, by its species' card.
  const inContainers = new Set(
    cards.flatMap(({ id, stock }) => (stock === 'container' ? [id] : [])),
  );
  const bare = lots.filter(({ lot }) => lot.form === null && !inContainers.has(lot.speciesId));
  const days = [...sums.byDay.keys()].sort();
  const all = total > 0 && planted >= total;
  const come = places > 0 && (received >= places || all);
  const dayAt = (at: number) => dayOf(at, zone);
  /** The day of the newest of some entries, where each planted row has all of it. */
  const through = (sum: ReadonlyMap<number, number> | undefined, at: readonly number[]) =>
    all && [...sums.byRow].every(([row, trees]) => (sum?.get(row) ?? 0) >= trees)
      ? dayAt(Math.max(...at))
      : undefined;
  const done = waveSums(waves);
  const waveDone = (wave: Wave) =>
    through(
      done.get(wave),
      waves.filter((one) => one.wave === wave).map(({ at }) => at),
    );
  const filled = new Map<number, number>();
  for (const { row, boxes: set, kind } of boxes)
    if (kind === 'set') filled.set(row, (filled.get(row) ?? 0) + set);
  const dry = new Set(products.filter(({ dose }) => dose.kind === 'granules').map(({ id }) => id));
  const looks = plots
    .filter(({ planId }) => planId === plan?.id)
    .map(({ at }) => dayAt(Date.parse(at)))
    .sort();
  const lastLook = plan && looks.length >= plan.plots.length ? looks.at(-1) : undefined;
  return {
    ordered,
    received: come,
    soaked:
      bare.length > 0 &&
      come &&
      bare.every(
        ({ soaked, balance: { received, culled, lost } }) => soaked >= received - culled - lost,
      ),
    watered: watered.map(({ at }) => dayAt(at)),
    peggedOn: pegged.done === undefined ? undefined : dayAt(pegged.done),
    plantedOn: all ? days.at(-1) : undefined,
    wateredOn: waveDone('water'),
    mulchedOn: waveDone('mulch'),
    boxesOn: through(
      filled,
      boxes.map(({ at }) => at),
    ),
    // Plots that were looked at before the last tree went in tell nothing of the last rows.
    checkedOn: all && lastLook && lastLook >= days.at(-1)! ? lastLook : undefined,
    countedOn: counts
      .map(({ countedOn }) => countedOn)
      .sort()
      .at(-1),
    cared: careRounds(cared, [...sums.byRow.keys()])
      .filter(({ left }) => !left.length)
      .map(({ kind, last }) => ({ kind, on: dayAt(last) })),
    sprayed: sprayRounds(
      standingSprayings(sprayings).map(({ day, sprayedRows, productId }) => ({
        ...{ day, rows: sprayedRows, dry: dry.has(productId) },
      })),
      pegged.total,
    ),
    refilled:
      refill && refill.set >= refill.places && refill.last !== undefined
        ? { key: refillTask(refill.id), on: dayAt(refill.last) }
        : undefined,
  };
}
