import { groupBy } from '../measure/group';
import { told } from '../say/told';
import type { Pass, SeatLoad } from './passes';
import type { PlanterKind } from './usual';
import { shareAgain, shareRows, type OpenRow, type Rated, type SharedAgain } from './share';

/** One of the crew, or a group that helps for a day and plants by hand whatever the rest do. */
export type Rider = Rated & { kind?: PlanterKind };

/**
 * The part of the time that each of so many riders is on a seat: those beyond the seats take turns.
 * @param places seats of all machines at work
 * @example seatShare(6, 2) // => 1 / 3
 */
export const seatShare = (riders: number, places: number): number =>
  riders > places ? places / riders : 1;

/** Who plants passes together: the riders of a machine, left and right, or a group by hand alone. */
type Team = readonly Rider[];

/**
 * Riders two by two, in the order in which they are listed, the left seat first; groups of volunteers for themselves.
 * @throws Told for riders that leave a seat empty
 */
function teamsOf(riders: readonly Rider[]): Team[] {
  if (!riders.length) throw told('crew.noPlanters');
  const seated = riders.filter(({ kind }) => kind !== 'volunteers');
  if (seated.length % 2) throw told('crew.ridersInPairs', { riders: seated.length });
  return [
    ...Array.from({ length: seated.length / 2 }, (_, i) => seated.slice(2 * i, 2 * i + 2)),
    ...riders.filter(({ kind }) => kind === 'volunteers').map((group) => [group]),
  ];
}

/** A machine drives as its slower rider plants. */
const asOne = (team: Team): Rated => ({
  ...{ id: team[0].id, name: team.map(({ name }) => name).join(', ') },
  rate: team.length * Math.min(...team.map(({ rate }) => rate)),
});

/**
 * How long riders take over rows that they share as passes of two: what can be said before the passes are planned.
 * @param treesByRow trees to plant in each row, in order
 * @param riders in pairs, the left seat first
 * @throws Told as `shareSeats`
 */
export function sharePasses(treesByRow: readonly number[], riders: readonly Rider[]) {
  const byPass = Array.from({ length: Math.ceil(treesByRow.length / 2) }, (_, i) =>
    treesByRow.slice(2 * i, 2 * i + 2).reduce((sum, trees) => sum + trees, 0),
  );
  return shareRows(byPass, teamsOf(riders).map(asOne));
}

/** The rows of a pass, each with the seat it is planted from. */
interface SharedLane {
  loads: Pick<SeatLoad, 'seat' | 'row'>[];
}

/**
 * Lanes across the block. Of one that is driven in pieces the pass with most trees says who sits where; a row that has
 * none in it is planted from the seat that is left.
 */
function lanesOf(passes: readonly Pass[]): SharedLane[] {
  const treesOf = ({ loads }: Pass) => loads.reduce((sum, { trees }) => sum + trees, 0);
  return [...groupBy(passes, ({ lane }) => lane)]
    .sort(([a], [b]) => a - b)
    .map(([, own]) => {
      const { loads } = own.reduce((most, pass) => (treesOf(pass) > treesOf(most) ? pass : most));
      const rows = new Set(own.flatMap((pass) => pass.rows));
      const elsewhere = [...rows].filter((row) => !loads.some((load) => load.row === row));
      const seat = loads[0].seat === 'right' ? ('left' as const) : ('right' as const);
      return { loads: [...loads, ...elsewhere.map((row) => ({ seat, row }))] };
    });
}

/**
 * Rows of a machine with two seats: whole passes go to the machines so that the slowest ends soonest, to each those
 * that lie side by side, and of each pass a rider has the row that lies on the side of their seat. Whoever
 * has begun a row finishes it, and their neighbour has the other row of that pass.
 * @param passes all passes of the version, in the order of driving
 * @param rows the rows there are, with who has them now
 * @param riders in pairs, the left seat first, and groups of volunteers; rates in trees a day, or an hour
 * @throws Told for an odd number of riders, nobody, or a rate that is none
 */
export function shareSeats(
  passes: readonly Pass[],
  rows: readonly OpenRow[],
  riders: readonly Rider[],
): { shares: SharedAgain[]; days: number } {
  const teams = teamsOf(riders);
  const open = new Map(rows.map((row) => [row.number, row]));
  const teamOf = (planter: string | undefined) =>
    teams.find((team) => team.some(({ id }) => id === planter));
  const inPass = ({ loads }: SharedLane) => loads.flatMap(({ row }) => open.get(row) ?? []);
  const byGround = lanesOf(passes);
  const { shares, finish } = shareAgain(
    byGround.map((pass, at) => {
      const own = inPass(pass);
      const begun = own.find((row) => row.begun && row.left > 0 && teamOf(row.planter));
      return {
        number: at,
        left: own.reduce((sum, { left }) => sum + left, 0),
        begun: Boolean(begun),
        planter: teamOf(begun?.planter)?.[0].id,
      };
    }),
    teams.map(asOne),
  );
  const had = new Map(riders.map(({ id }) => [id, { rows: [] as number[], trees: 0 }]));
  for (const { planter, rows: own } of shares) {
    const team = teamOf(planter)!;
    for (const at of own) {
      const pass = byGround[at];
      const begun = inPass(pass).find(
        (row) => row.begun && team.some(({ id }) => id === row.planter),
      );
      for (const { seat, row } of pass.loads) {
        const { left } = open.get(row) ?? { left: 0 };
        if (left <= 0) continue;
        const seated = team[seat === 'right' ? 1 : 0] ?? team[0];
        const across = team.find(({ id }) => id !== begun?.planter) ?? team[0];
        const rider = begun ? (begun.number === row ? begun.planter! : across.id) : seated.id;
        const its = had.get(rider)!;
        its.rows.push(row);
        its.trees += left;
      }
    }
  }
  return {
    days: finish.value,
    shares: riders.map(({ id, rate }) => {
      const { rows: own, trees } = had.get(id)!;
      return { planter: id, rows: own, trees, days: trees / rate };
    }),
  };
}
