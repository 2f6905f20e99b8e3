import { say, type Message } from '../say/message';
import { bearsDamp, bearsLight, type Limit } from '../ground/zones';
import { AreaIndex } from './clip';
import { positions, rowCount, rowParts, rowSetOf, treesByRow, type RowSet } from './rowset';
import type { Places, Runs } from './species';

/** What a species' card says that decides where it may stand. */
export interface Traits {
  name: string;
  matureHeight: number;
  damp: string;
  light: string;
}

export function mayStand(traits: Traits, limit: Limit): boolean {
  if (limit.height !== undefined && traits.matureHeight >= limit.height) return false;
  if (limit.damp && !bearsDamp(traits, limit.damp)) return false;
  return !(limit.light && !bearsLight(traits, limit.light));
}

/** Nearer than this to an edge, metres, a peg is on it. */
const ON_EDGE = 0.005;

export interface Limited {
  rows: RowSet;
  places: Places;
  notes: Message[];
}

/**
 * Sorts all positions by what may stand on them. Positions that no species of the mix suits are
 * taken out, and said so.
 * @param mix the species in the order of their index
 */
export function limitPlaces(
  rows: RowSet,
  limits: readonly Limit[],
  mix: readonly Traits[],
): Limited {
  const binding = limits
    .map((limit) => ({
      limit,
      index: new AreaIndex(limit.parts),
      bars: mix.map((traits) => !mayStand(traits, limit)),
    }))
    .filter(({ bars, limit }) => limit.parts.length && bars.some(Boolean));
  if (!binding.length) {
    return {
      rows,
      places: {
        classes: Array.from(treesByRow(rows), (trees) => [0, trees]),
        limits: [{ allowed: mix.map(() => true), why: '' }],
      },
      notes: [],
    };
  }
  const xy = positions(rows);
  /** Classes by the limits that hold, as a list of their indices. */
  const known = new Map<string, number>();
  const found: Places['limits'][number][] = [];
  /** Why nothing may stand in a class; such classes count down from −1. */
  const reasons: string[] = [];
  const barred = new Map<string, number>();
  const classOf = (x: number, y: number): number => {
    let held = '';
    for (let i = 0; i < binding.length; i++) if (binding[i].index.inside(x, y)) held += `${i} `;
    // A peg on the block's own edge stands on the edge of the limits that reach it: they hold there too.
    if (!held)
      for (let i = 0; i < binding.length; i++)
        if (binding[i].index.toEdge(x, y, ON_EDGE) < ON_EDGE) held += `${i} `;
    const before = known.get(held);
    if (before !== undefined) return before;
    const holding = held
      .split(' ')
      .filter(Boolean)
      .map((i) => binding[Number(i)]);
    const allowed = mix.map((_, s) => !holding.some(({ bars }) => bars[s]));
    const why = holding.map(({ limit }) => limit.why).join(' and ');
    const at = allowed.some(Boolean) ? found.push({ allowed, why }) - 1 : -reasons.push(why);
    known.set(held, at);
    return at;
  };
  const classes: Runs[] = [];
  const kept = new Uint8Array(rows.total);
  let at = 0;
  let removed = 0;
  for (const trees of treesByRow(rows)) {
    const runs: Runs = [];
    for (let peg = 0; peg < trees; peg++, at++) {
      const c = classOf(xy[2 * at], xy[2 * at + 1]);
      if (c < 0) {
        removed++;
        const why = reasons[-c - 1];
        barred.set(why, (barred.get(why) ?? 0) + 1);
        continue;
      }
      kept[at] = 1;
      if (runs.length && runs[runs.length - 2] === c) runs[runs.length - 1]++;
      else runs.push(c, 1);
    }
    classes.push(runs);
  }
  return {
    rows: removed ? keepPositions(rows, kept) : rows,
    places: { classes: classes.filter((row) => row.length), limits: found },
    notes: [...barred].map(([why, places]) => say('rows.noteBarred', { why, places })),
  };
}

/** Rows without the positions whose flag is 0: stretches part where a position is missing. */
export function keepPositions(rows: RowSet, kept: Uint8Array): RowSet {
  const { frame, straight, step, between } = rows;
  let at = 0;
  return rowSetOf(
    { frame, straight, step, between },
    Array.from({ length: rowCount(rows) }, (_, row) => {
      const parts = rowParts(rows, row);
      if (parts.listed) {
        const line: number[] = [];
        for (let i = 0; i < parts.line.length / 2; i++, at++)
          if (kept[at]) line.push(parts.line[2 * i], parts.line[2 * i + 1]);
        return { ...parts, line, stretches: line.length ? [0, line.length / 2] : [] };
      }
      const stretches: number[] = [];
      for (let s = 0; s < parts.stretches.length; s += 2) {
        let open = false;
        for (let i = 0; i < parts.stretches[s + 1]; i++, at++) {
          if (!kept[at]) open = false;
          else if (open) stretches[stretches.length - 1]++;
          else {
            stretches.push(parts.stretches[s] + i * parts.step, 1);
            open = true;
          }
        }
      }
      return { ...parts, stretches };
    }),
  );
}
