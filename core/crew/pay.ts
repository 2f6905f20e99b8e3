import { say } from '../say/message';
import type { Day } from '../measure/dates';
import type { Figure } from '../measure/working';
import { told } from '../say/told';

/** By the tree or by the hour. */
export type PayKind = 'piece' | 'hour';

/** What somebody is paid from a day on; the newest word about a day holds. */
export interface PayRate {
  planter: string;
  kind: PayKind;
  /** In the leader's money: for a tree, or for an hour. */
  amount: number;
  fromDay: Day;
  /** When it was entered, milliseconds since 1970. */
  at: number;
}

/** Whether trees that checks would fail are paid, of a planter on a day. */
export interface PayDecision {
  planter: string;
  day: Day;
  counts: boolean;
  at: number;
}

/** The rate that holds for a planter on a day: the latest begun, and of two of one day the later word. */
export function rateOn(rates: readonly PayRate[], planter: string, day: Day): PayRate | undefined {
  let best: PayRate | undefined;
  for (const rate of rates) {
    if (rate.planter !== planter || rate.fromDay > day) continue;
    if (
      !best ||
      rate.fromDay > best.fromDay ||
      (rate.fromDay === best.fromDay && rate.at > best.at)
    )
      best = rate;
  }
  return best;
}

export interface PayLine {
  planter: string;
  day: Day;
  hours: number;
  /** Whether the hours were clocked. Trees without hours were planted all the same. */
  clocked: boolean;
  trees: number;
  /** Trees that checks of the day would fail: their share in the plots, of the trees planted. */
  failing: number;
  /** Trees looked at in plots of this planter and day. */
  looked: number;
  kind: PayKind | null;
  amount: number;
  /** Trees or hours paid. */
  paidFor: number;
  pay: Figure;
  /** The other way: if what fails counted, or did not. */
  otherwise: number;
  counts: boolean;
}

export interface PayInput {
  from: Day;
  to: Day;
  /** Trees by day and planter. */
  trees: ReadonlyMap<Day, ReadonlyMap<string, number>>;
  /** Hours by planter and day. */
  hours: ReadonlyMap<string, ReadonlyMap<Day, number>>;
  /** Good and faulty trees in plots, by planter and day. */
  checked: readonly { planter: string; day: Day; good: number; faulty: number }[];
  rates: readonly PayRate[];
  decisions: readonly PayDecision[];
}

/**
 * The pay sheet: a line for each planter and day on which something was clocked or planted. Piece work
 * pays trees, hourly work hours; where plots failed trees the sheet has both sums, and the leader's word
 * of that day, or of none, says which holds: failing trees are paid unless the leader says otherwise.
 * Nothing is rounded before the end: sums are of whole hundredths of each line, as they are paid.
 * @throws Told when the days run backwards
 */
export function paySheet(input: PayInput): PayLine[] {
  const { from, to, rates } = input;
  if (from > to) throw told('crew.payBackwards', { from: { day: from }, to: { day: to } });
  const within = (day: Day) => day >= from && day <= to;
  const keys = new Map<string, { planter: string; day: Day }>();
  const note = (planter: string, day: Day) => keys.set(`${day} ${planter}`, { planter, day });
  for (const [day, ofDay] of input.trees)
    if (within(day)) for (const [planter, trees] of ofDay) if (trees !== 0) note(planter, day);
  for (const [planter, ofDays] of input.hours)
    for (const [day, hours] of ofDays) if (within(day) && hours > 0) note(planter, day);
  return [...keys.entries()]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, { planter, day }]) => {
      const trees = input.trees.get(day)?.get(planter) ?? 0;
      const hours = input.hours.get(planter)?.get(day) ?? 0;
      const plots = input.checked.filter((plot) => plot.planter === planter && plot.day === day);
      const faulty = plots.reduce((sum, plot) => sum + plot.faulty, 0);
      const looked = faulty + plots.reduce((sum, plot) => sum + plot.good, 0);
      const failing = looked ? Math.round((trees * faulty) / looked) : 0;
      const rate = rateOn(rates, planter, day);
      const decided = input.decisions
        .filter((word) => word.planter === planter && word.day === day)
        .sort((a, b) => b.at - a.at)[0];
      const counts = decided?.counts ?? true;
      const piece = rate?.kind === 'piece';
      const units = (paid: boolean) => (piece ? trees - (paid ? 0 : failing) : hours);
      const money = (paid: boolean) => hundredths(units(paid) * (rate?.amount ?? 0));
      return {
        ...{ planter, day, hours, trees, failing, looked, counts },
        clocked: hours > 0,
        kind: rate?.kind ?? null,
        amount: rate?.amount ?? 0,
        paidFor: rate ? units(counts) : 0,
        pay: {
          value: money(counts),
          kind: 'money',
          formula: piece ? say('formula.piecePay') : say('formula.hourPay'),
          steps: piece
            ? [
                { label: say('step.trees'), value: trees, kind: 'count' },
                { label: say('step.notPaidByChecks'), value: counts ? 0 : -failing, kind: 'count' },
                { label: say('step.aTree'), value: rate!.amount, kind: 'money' },
              ]
            : [
                { label: say('step.hours'), value: hours, kind: 'hours' },
                { label: say('step.anHour'), value: rate?.amount ?? 0, kind: 'money' },
              ],
        },
        otherwise: money(!counts),
      };
    });
}

/** To whole hundredths, half away from nothing, without the error of binary fractions. */
const hundredths = (value: number): number =>
  (Math.sign(value) * Math.round(Number((Math.abs(value) * 100).toFixed(6)))) / 100;

export interface PayTotal {
  planter: string;
  days: number;
  hours: number;
  trees: number;
  failing: number;
  pay: number;
  otherwise: number;
  /** Days with work and no rate that holds. */
  withoutRate: number;
}

/** Sums by planter, of the lines as they are paid. */
export function payTotals(lines: readonly PayLine[]): PayTotal[] {
  const totals = new Map<string, PayTotal>();
  for (const line of lines) {
    const { planter } = line;
    const own = totals.get(planter) ?? {
      ...{ planter, days: 0, hours: 0, trees: 0, failing: 0, pay: 0, otherwise: 0, withoutRate: 0 },
    };
    totals.set(planter, {
      planter,
      days: own.days + 1,
      hours: own.hours + line.hours,
      trees: own.trees + line.trees,
      failing: own.failing + line.failing,
      pay: hundredths(own.pay + line.pay.value),
      otherwise: hundredths(own.otherwise + line.otherwise),
      withoutRate: own.withoutRate + (line.kind ? 0 : 1),
    });
  }
  return [...totals.values()];
}
