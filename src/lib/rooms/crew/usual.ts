import { MACHINE_KEPT, machineOn } from '../../../../core/crew/machine';
import { DAY_HOURS, type Rate } from '../../../../core/crew/rates';
import { seatShare } from '../../../../core/crew/seats';
import { paceOn, USUAL_RATES, usualFor, type Pace, type Usual } from '../../../../core/crew/usual';
import { methodFor } from '../../../../core/method/differences';
import type { BlockRow } from '../ground/tables.server';
import type { ToolRow } from '../stock/tables.server';
import type { PlanterRow, RowShareRow } from './tables.server';

/** What of a block decides how fast one plants there. */
export type PacedBlock = Pick<BlockRow, 'method' | 'conditions' | 'calendarTerms'>;

/** Seats of the machine that plants a block; none where hands do. */
export const seatsOf = ({ conditions, calendarTerms }: PacedBlock): 0 | 1 | 2 =>
  conditions.planting === 'machine'
    ? machineOn(calendarTerms.machine, MACHINE_KEPT.circumference).seats
    : 0;

/** The same block as hands plant it: dead places are filled so, whatever planted the rest. */
export const byHand = <Block extends PacedBlock>(block: Block): Block => ({
  ...block,
  conditions: { ...block.conditions, planting: 'hand' },
});

/** Seats of all machines at work on a block; none where hands plant. */
export const placesOf = (block: PacedBlock): number =>
  seatsOf(block) * (block.calendarTerms.machine?.machines ?? 1);

/** How many of those who have rows ride, where a machine plants. */
export const ridersOf = (
  planters: readonly Pick<PlanterRow, 'id' | 'kind'>[],
  shares: readonly Pick<RowShareRow, 'planterId'>[],
): number =>
  planters.filter(
    ({ id, kind }) => kind !== 'volunteers' && shares.some(({ planterId }) => planterId === id),
  ).length;

/** By which way a planter of some kind works on a block. */
export const paceOfBlock = (
  { method, conditions }: PacedBlock,
  kind: PlanterRow['kind'] = 'planter',
): Pace => paceOn(methodFor({ method, conditions, differences: [] }, {}), conditions, kind);

/**
 * Planters with what is usual for each of them on a block, in an hour of the working day: riders beyond the seats of
 * the machine take turns, and are clocked on while the others ride.
 * @param riders how many have rows there that the machine plants
 * @param lastTool what each clocked on with last, as `lastTools` reads it
 */
export function usualOn<Who extends Pick<PlanterRow, 'id' | 'kind' | 'people'>>(
  block: PacedBlock,
  planters: readonly Who[],
  tools: readonly Pick<ToolRow, 'name' | 'rate'>[],
  lastTool: ReadonlyMap<string, string>,
  riders = 0,
): (Who & { usual: number; usually: Usual })[] {
  const places = placesOf(block);
  return planters.map((planter) => {
    const usually: Usual = usualFor(paceOfBlock(block, planter.kind), {
      rates: { ...USUAL_RATES, ...block.calendarTerms.pace },
      tool: tools.find(({ name }) => name === lastTool.get(planter.id)),
      people: planter.people,
    });
    const share = places && planter.kind !== 'volunteers' ? seatShare(riders, places) : 1;
    const inTurn = share < 1 ? { ...usually, share, rate: usually.rate * share } : usually;
    return { ...planter, usual: inTurn.rate, usually: inTurn };
  });
}

/**
 * Trees an hour that one of the crew sets by hand on a block: as learned there, and on a block that a machine
 * plants, where tallies tell of the machine, as is usual with spade or bar on such ground.
 * @param learned what each planter sets there
 */
export function byHandOn(
  block: PacedBlock,
  planters: readonly Pick<PlanterRow, 'id' | 'kind' | 'people'>[],
  tools: readonly Pick<ToolRow, 'name' | 'rate'>[],
  lastTool: ReadonlyMap<string, string>,
  learned: ReadonlyMap<string, Rate>,
): { perHour: number; learned: boolean } {
  const crew = planters.filter(({ kind }) => kind === 'planter');
  const mean = (rates: readonly number[]) =>
    rates.reduce((sum, rate) => sum + rate, 0) / rates.length;
  if (block.conditions.planting === 'hand') {
    const own = crew.flatMap(({ id }) => learned.get(id) ?? []);
    if (own.length)
      return {
        perHour: mean(own.map(({ perHour }) => perHour.value)),
        learned: own.some(({ from }) => from === 'tallies'),
      };
  }
  const asHand: PacedBlock = { ...block, conditions: { ...block.conditions, planting: 'hand' } };
  const usual = usualOn(asHand, crew, tools, lastTool).map((planter) => planter.usual);
  const rates = { ...USUAL_RATES, ...block.calendarTerms.pace };
  return {
    perHour: (usual.length ? mean(usual) : rates[paceOfBlock(asHand)]) / DAY_HOURS,
    learned: false,
  };
}

/**
 * Trees an hour that a machine sets on a block, all that interrupts it counted: what its riders have learned there, on
 * all machines together and shared among these, or where a machine would only be, what is usual for its seats.
 * @param planters those the rows are shared out to, or all
 */
export function bySeatsOn(
  block: PacedBlock,
  planters: readonly Pick<PlanterRow, 'id' | 'kind'>[],
  learned: ReadonlyMap<string, Rate>,
): { perHour: number; learned: boolean } {
  const { seats, machines = 1 } = machineOn(
    block.calendarTerms.machine,
    MACHINE_KEPT.circumference,
  );
  const riders = planters.flatMap(({ id, kind }) =>
    kind === 'planter' ? (learned.get(id) ?? []) : [],
  );
  if (block.conditions.planting === 'machine' && riders.some(({ from }) => from === 'tallies'))
    return {
      perHour: riders.reduce((sum, { perHour }) => sum + perHour.value, 0) / machines,
      learned: true,
    };
  const { machine } = { ...USUAL_RATES, ...block.calendarTerms.pace };
  return { perHour: (seats * machine) / DAY_HOURS, learned: false };
}
