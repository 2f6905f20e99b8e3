import type { Given } from '$lib/rooms/contracts';

/** Trees tapped on a phone, as it keeps them until the server has them. */
export type Tapped = Pick<
  Given<'crew.tally'>,
  'id' | 'row' | 'count' | 'at' | 'corrects' | 'planterId' | 'layoutId'
>;
/** A row as a planter's phone holds it. */
export interface RowToPlant {
  number: number;
  places: number;
  /** Trees in the ground as far as the page's own figures know. */
  planted: number;
  /** Pairs of species and trees from the first peg on. */
  runs: readonly number[];
}

/** What was taken back counts against what it takes back. */
export const signed = ({ count, corrects }: Pick<Tapped, 'count' | 'corrects'>): number =>
  corrects ? -count : count;

/** Taps on a version that the page's figures do not hold yet. */
export const notCounted = (
  tapped: readonly Tapped[],
  known: ReadonlySet<string>,
  layoutId: string,
): Tapped[] => tapped.filter((one) => !known.has(one.id) && one.layoutId === layoutId);

/** Trees in a row: the page's figure and what was tapped since. */
export const plantedIn = (
  { number, planted }: Pick<RowToPlant, 'number' | 'planted'>,
  tapped: readonly Tapped[],
): number => tapped.reduce((sum, one) => sum + (one.row === number ? signed(one) : 0), planted);

/** The row that was picked; else the first that is not full; else the last. Nothing without rows. */
export const rowAt = <Row extends RowToPlant>(
  rows: readonly Row[],
  picked: number | undefined,
  tapped: readonly Tapped[],
): Row | undefined =>
  rows.find(({ number }) => number === picked) ??
  rows.find((row) => plantedIn(row, tapped) < row.places) ??
  rows.at(-1);

/** What comes next in a row: the rest of the stretch one stands in, then the one after it. */
export function aheadIn(
  runs: readonly number[],
  planted: number,
): { species: number; count: number }[] {
  const parts: { species: number; count: number }[] = [];
  let passed = planted;
  for (let i = 0; i < runs.length && parts.length < 2; i += 2) {
    const rest = runs[i + 1] - Math.min(passed, runs[i + 1]);
    passed -= runs[i + 1] - rest;
    if (rest > 0) parts.push({ species: runs[i], count: rest });
  }
  return parts;
}

/** Since when somebody is at work: by what was entered on this phone last, else by the server's word. */
export function hereSince(
  clocked: readonly Pick<Given<'crew.clock'>, 'planterId' | 'kind' | 'at'>[],
  planterId: string,
  known: number | null,
): number | null {
  const last = clocked
    .filter((one) => one.planterId === planterId)
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
    .at(-1);
  if (!last) return known;
  return last.kind === 'on' ? Date.parse(last.at) : null;
}

/** A bag or bucket with bare roots that is open. */
export interface OpenRoots<Air> {
  id: string;
  /** When it was opened. */
  at: string;
  lotId: string;
  /** The air it was opened in; unknown while only this phone knows of it. */
  air?: Air;
}

/** The vessel of a lot that stands open: opened here or elsewhere, and closed on neither. */
export function openRoots<Air>(
  lots: readonly { id: string; open: readonly { id: string; openedAt: string; air: Air }[] }[],
  entered: readonly Pick<Given<'stock.root'>, 'id' | 'kind' | 'closes' | 'at' | 'lotId'>[],
  lotId: string | undefined,
): OpenRoots<Air> | undefined {
  const closed = new Set(entered.map(({ closes }) => closes));
  const opened: OpenRoots<Air>[] = [
    ...lots.flatMap(({ id: lot, open }) =>
      open.map(({ id, openedAt, air }) => ({ id, at: openedAt, air, lotId: lot })),
    ),
    ...entered
      .filter(({ kind }) => kind === 'open')
      .map(({ id, at, lotId: lot }) => ({ id, at, lotId: lot })),
  ];
  return opened.find((one) => !closed.has(one.id) && one.lotId === lotId);
}

/** Rows that plots sent back to a planter, for one fault. */
export interface SentBack<Fault extends string = string> {
  id: string;
  fault: Fault;
  /** Rows that are still to be gone over. */
  open: number[];
}

/** What is still to be gone over, without the rows that were done on this phone. */
export function openReworks<Fault extends string>(
  sentBack: readonly SentBack<Fault>[],
  done: readonly Pick<Given<'checks.reworked'>, 'decisionId' | 'row'>[],
): SentBack<Fault>[] {
  const gone = new Set(done.map(({ decisionId, row }) => `${decisionId} ${row}`));
  return sentBack
    .map((one) => ({ ...one, open: one.open.filter((row) => !gone.has(`${one.id} ${row}`)) }))
    .filter(({ open }) => open.length);
}
