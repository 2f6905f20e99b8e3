import { addTo, daysBetween, formatDay, type Day } from '../../../core/measure/dates';
import { formatNumber } from '../../../core/measure/units';
import { DAY_LIMITS, judgeAir } from '../../../core/calendar/weather';
import { taskSentence, type ScheduledTask } from '../../../core/calendar/schedule';
import { FAULT_LABELS, qualityByPlanter } from '../../../core/checks/quality';
import { daysLeft, paceOf, progress } from '../../../core/crew/progress';
import { inOrder, ROOMS, type Call, type Room } from '../../../core/morning/board';
import { ANCHOR_AIR, vesselClock } from '../../../core/stock/exposure';
import { soakState } from '../../../core/stock/keeping';
import { reach } from '../../../core/stock/reach';
import { speciesOfFirst } from '../../../core/rows/species';
import { refill, survival } from '../../../core/survival/estimate';
import type { Store } from '../store';
import type { BlockRow } from '../store/ground';
import type { SiteRow } from '../store/people';
import type { LayoutRow } from '../store/rows';
import { countsOf, currentLayout, keepoutsOf, plotsOf, rowsOf, talliesOf, tasksOf } from './block';
import { lotsOf, type LotState } from './stock';
import { localTime, now, today } from './clock';
import { airAt, type StationReading } from './station';

export interface BlockState {
  block: BlockRow;
  layout?: LayoutRow;
  planted: number;
  total: number;
  /** One short line: where planting stands or how the block was last counted. */
  standing: string;
  calls: Call[];
  driven: Partial<Record<Room, boolean>>;
}

/** Everything that wants attention on one block, and which pegs are driven in. */
export async function blockState(
  store: Store,
  site: SiteRow,
  block: BlockRow,
  air: StationReading | undefined,
  lotsRead: Promise<LotState[]> = lotsOf(store, block.id),
): Promise<BlockState> {
  const layout = await currentLayout(store, block.id);
  const released = layout?.state === 'released' ? layout : undefined;
  const [tasks, lots, tallies, plots, counts, keepouts] = await Promise.all([
    tasksOf(store, block, site.zone),
    lotsRead,
    released ? talliesOf(store, released.id) : [],
    released ? plotsOf(store, released.id) : [],
    released ? countsOf(store, released.id) : [],
    keepoutsOf(store, block.id),
  ]);
  const day = today(site.zone);
  const done = progress(tallies);
  const total = layout?.trees ?? 0;
  const planting = Boolean(
    released &&
    block.plantingDay &&
    done.planted < total &&
    daysBetween(day, block.plantingDay) <= 7,
  );
  const calls: Call[] = [];
  const call = (
    room: Room,
    urgency: Call['urgency'],
    when: string,
    sentence: string,
    detail: string,
    action: string,
  ) => calls.push({ room, urgency, when, sentence, detail, action, block: block.id });

  rootCalls(lots, air ?? { ...ANCHOR_AIR, hour: 12 }, block, site.zone, call);
  if (planting && released) await stockCalls(store, released, lots, done.byRow, block, call);
  qualityCalls(plots, await planterNames(store, site.id), block, call);
  taskCalls(tasks, done.planted > 0, block, day, call);
  if (layout && !released && block.plantingDay) {
    const days = daysBetween(day, block.plantingDay);
    if (days <= 60) {
      call(
        'rows',
        days <= 14 ? 'stop' : 'soon',
        formatDay(addTo(block.plantingDay, { days: -10 })),
        `Release a layout for ${block.name}: planting begins in ${days} days.`,
        `Version ${layout.number} is saved, ${formatNumber(layout.trees)} trees`,
        'Open rows',
      );
    }
    const buried = keepouts.find(({ kind }) => kind === 'buried-service');
    if (buried) {
      call(
        'ground',
        'soon',
        'First',
        `Have the ${buried.name} on ${block.name} located and marked before anyone digs.`,
        `${buried.setback} m are kept free each side; its owner decides`,
        'See ground',
      );
    }
  }
  if (!block.plantingDay) {
    call(
      'calendar',
      'note',
      'Open',
      `Set a planting day for ${block.name}, and its tasks follow.`,
      'Nothing is counted back yet',
      'Set the day',
    );
  }
  let standing = !layout
    ? 'no layout yet'
    : !released
      ? `draft, planting ${block.plantingDay ? formatDay(block.plantingDay) : 'open'}`
      : 'released';
  if (done.planted > 0) {
    const lastRow = tallies.at(-1)?.row;
    const pace = daysLeft(total, done.planted, paceOf(tallies));
    standing =
      done.planted < total
        ? `row ${lastRow} · ${Number.isFinite(pace) ? `${Math.ceil(pace)} more days at this pace` : ''}`
        : 'planted';
  }
  if (counts.length && released) {
    const lastCount = counts
      .map(({ countedOn }) => countedOn)
      .sort()
      .at(-1)!;
    const rowsInBlock = progress(tallies.filter(({ at }) => at.slice(0, 10) <= lastCount)).byRow
      .size;
    const estimate = survival(
      counts.map(({ rowNumber, setTrees, alive }) => ({ row: rowNumber, set: setTrees, alive })),
      rowsInBlock,
    );
    const percent = (share: number) => (share * 100).toFixed(0);
    if (done.planted >= total) {
      standing = `counted ${formatDay(lastCount)}: ${percent(estimate.estimate)} % (${percent(estimate.low)} to ${percent(estimate.high)})`;
    }
    if (block.targetDensity && done.planted >= total) {
      const plan = refill(estimate, done.planted, block.targetDensity, released.plantableArea);
      if (plan.verdict !== 'none') {
        call(
          'survival',
          'soon',
          'This season',
          `Order ${formatNumber(plan.trees.value)} trees to refill ${block.name}.`,
          `${percent(estimate.estimate)} % alive, ${formatNumber(plan.living.value)} living where ${formatNumber(plan.living.value + plan.trees.value)} were asked for`,
          'See the count',
        );
      }
    }
  }
  return {
    block,
    layout,
    planted: done.planted,
    total,
    standing,
    calls: inOrder(calls),
    driven: {
      ground: Boolean(layout),
      rows: Boolean(released),
      stock: lots.some(({ balance }) => balance.received > 0),
      calendar: Boolean(block.plantingDay),
      crew: total > 0 && done.planted >= total,
      checks: plots.length > 0,
      tending: tasks.some(({ room, state }) => room === 'tending' && state === 'done'),
      survival: counts.length > 0,
    },
  };
}

type Say = (
  room: Room,
  urgency: Call['urgency'],
  when: string,
  sentence: string,
  detail: string,
  action: string,
) => void;

function rootCalls(
  lots: readonly LotState[],
  air: StationReading,
  block: BlockRow,
  zone: string,
  call: Say,
): void {
  for (const { lot, open, dipped, soaks } of lots) {
    for (const vessel of open) {
      const clock = vesselClock(vessel, air, dipped ? lot.dipFactor : 1, now());
      const left = Math.floor(clock.left);
      const which = `${vessel.label || 'the bag'} of lot ${lot.code}`;
      call(
        'stock',
        'stop',
        'Now',
        left > 0
          ? `Close ${which}: roots out ${Math.floor(clock.open)} min, good for ${left} more in this air.`
          : `Close ${which} and wet its roots: out ${Math.floor(clock.open)} min, ${-left} past what this air allows.`,
        `${block.name} · wind ${air.wind.toFixed(1)} m/s, ${Math.round(air.humidity * 100)} % RH`,
        'Close the bag',
      );
    }
    for (const soak of soaks) {
      const { state, hours, readyAt, overAt } = soakState(soak.startedAt, now());
      const trees = `${formatNumber(soak.count)} of lot ${lot.code}`;
      call(
        'stock',
        state === 'too-long' ? 'stop' : 'soon',
        state === 'too-soon' ? localTime(zone, readyAt).text : localTime(zone, overAt).text,
        state === 'too-long'
          ? `Take ${trees} out of the soak: ${formatNumber(hours, 1)} hours, and roots drown after 8.`
          : state === 'ready'
            ? `Take ${trees} out of the soak by ${localTime(zone, overAt).text}; they have drunk enough.`
            : `Leave ${trees} in the soak until ${localTime(zone, readyAt).text}.`,
        `${block.name} · in water since ${localTime(zone, Date.parse(soak.startedAt)).text}`,
        'See the keeping',
      );
    }
  }
}

/** The species of the plan whose places a lot fills: its own, or the one it stands in for. */
export const standsFor = (lot: { speciesId: string; replacesId: string | null }): string =>
  lot.replacesId ?? lot.speciesId;

/** Trees of each species of a layout that are still to be planted, in store or with the crew. */
export function stillToPlant(
  lots: readonly LotState[],
  speciesIds: readonly string[],
  rows: readonly { number: number; runs: number[] }[],
  plantedByRow: ReadonlyMap<number, number>,
): number[] {
  const planted = new Array<number>(speciesIds.length).fill(0);
  for (const row of rows) {
    const counts = speciesOfFirst(row.runs, plantedByRow.get(row.number) ?? 0, speciesIds.length);
    counts.forEach((count, s) => (planted[s] += count));
  }
  return speciesIds.map((species, s) => {
    const held = lots
      .filter(({ lot }) => standsFor(lot) === species)
      .reduce((sum, { balance: { received, culled, lost } }) => sum + received - culled - lost, 0);
    return Math.max(0, held - planted[s]);
  });
}

async function stockCalls(
  store: Store,
  layout: LayoutRow,
  lots: readonly LotState[],
  plantedByRow: ReadonlyMap<number, number>,
  block: BlockRow,
  call: Say,
): Promise<void> {
  const rows = await rowsOf(store, layout.id);
  const ids = layout.parameters.mix.map(({ species }) => species);
  const cards = await store.species.findAll({ where: { id: ids }, raw: true });
  for (const { species, short, needed, onHand, dryAtRow } of reach(
    rows,
    plantedByRow,
    stillToPlant(lots, ids, rows, plantedByRow),
  )) {
    if (!short) continue;
    const name = cards.find(({ id }) => id === ids[species])!.name.toLowerCase();
    const codes = lots
      .filter(
        ({ lot, balance }) => standsFor(lot) === ids[species] && balance.onHand + balance.out > 0,
      )
      .map(({ lot }) => lot.code);
    call(
      'stock',
      'soon',
      'Today',
      `Call off ${formatNumber(short)} more ${name} for ${block.name}: row ${dryAtRow} runs dry.`,
      `${codes.length ? `Lot ${codes.join(', ')}: ` : ''}${formatNumber(onHand)} left, rows to plant ask ${formatNumber(needed)}`,
      'Open stock',
    );
  }
}

async function planterNames(store: Store, siteId: string): Promise<Map<string, string>> {
  const planters = await store.planter.findAll({
    where: { siteId },
    attributes: ['id', 'name'],
    raw: true,
  });
  return new Map(planters.map(({ id, name }) => [id, name]));
}

/** Plots older than a fortnight are history, not a call. */
function qualityCalls(
  plots: Awaited<ReturnType<typeof plotsOf>>,
  names: Map<string, string>,
  block: BlockRow,
  call: Say,
): void {
  const recent = plots.filter(({ at }) => now() - Date.parse(at) < 14 * 86_400_000);
  for (const quality of qualityByPlanter(recent)) {
    if (!quality.outOfLine || !quality.worst) continue;
    call(
      'checks',
      'soon',
      'Today',
      `Show ${names.get(quality.planter)} again on ${block.name}: ${quality.faults[quality.worst]} of ${quality.looked} ${FAULT_LABELS[quality.worst]}, the rest of the crew ${quality.rest.faulty} of ${quality.rest.looked} faulty.`,
      `${quality.plots} plots, beyond three deviations of the others`,
      'Open plots',
    );
  }
}

function taskCalls(
  tasks: readonly ScheduledTask[],
  planted: boolean,
  block: BlockRow,
  day: Day,
  call: Say,
): void {
  for (const task of tasks) {
    // Once trees stand, an unticked preparation is a gap in the records, not something to do.
    if (planted && (block.plantingDay ?? '') <= day && task.byTable < block.plantingDay!) continue;
    const sentence = taskSentence(task, block.name);
    if (!sentence) continue;
    const room = ROOMS.includes(task.room) && task.room === 'tending' ? 'tending' : 'calendar';
    call(
      room,
      task.state === 'late' ? 'soon' : 'note',
      task.state === 'late' ? 'Late' : formatDay(task.finish),
      sentence,
      task.reason,
      'Tick it off',
    );
  }
}

/** What the air will do to the day, for the whole site. */
export function airCall(
  hours: readonly StationReading[],
  at: StationReading,
  block: string,
): Call | undefined {
  const today = judgeAir(at);
  const stop = hours.find((hour) => hour.hour >= at.hour && judgeAir(hour).dayClass === 'stop');
  if (today.dayClass === 'stop') {
    return {
      urgency: 'stop',
      when: 'Now',
      sentence: `Stop planting: ${today.because.join(' and ')} past the limit.`,
      detail: `Wind ${formatNumber(at.wind * 3.6)} km/h, ${formatNumber(at.temperature)} °C, ${formatNumber(at.humidity * 100)} % RH`,
      action: 'See the crew',
      block,
      room: 'crew',
    };
  }
  if (!stop) return undefined;
  const why = judgeAir(stop).because.join(' and ');
  return {
    urgency: 'stop',
    when: `By ${String(stop.hour).padStart(2, '0')}:00`,
    sentence: `Stop planting by ${String(stop.hour).padStart(2, '0')}:00 if this holds: ${why} passes ${why === 'wind' ? `${formatNumber(DAY_LIMITS.windStop * 3.6)} km/h` : 'the limit'}.`,
    detail: `Now ${formatNumber(at.wind * 3.6)} km/h, class ${today.dayClass}; then ${formatNumber(stop.wind * 3.6)} km/h`,
    action: 'See the crew',
    block,
    room: 'crew',
  };
}

/** The whole site this morning. */
export async function morningBoard(store: Store, site: SiteRow) {
  const air = await airAt(store, site);
  const blocks = (
    await store.block.findAll({ where: { siteId: site.id }, order: [['position', 'ASC']] })
  ).map((block) => block.get() as BlockRow);
  const states = await Promise.all(blocks.map((block) => blockState(store, site, block, air?.now)));
  const planting = states.find(({ planted, total }) => planted > 0 && planted < total);
  const weather = air && planting ? airCall(air.hours, air.now, planting.block.id) : undefined;
  return {
    air,
    states,
    calls: inOrder([...states.flatMap(({ calls }) => calls), ...(weather ? [weather] : [])]),
  };
}
